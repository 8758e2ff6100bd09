import { movesAmong } from '../../../core/states/moves.ts';

export const personRoles = ['viewer', 'technician', 'lead'] as const;
export type PersonRole = (typeof personRoles)[number];
/** What each may do, in a line. */
export const roleDoes: Readonly<Record<PersonRole, string>> = {
  viewer: 'reads everything and requests prints',
  technician: 'does what a viewer does, edits profiles, runs trials, checks jobs and logs maintenance',
  lead: 'does what a technician does, releases, overrides, and looks after people and policy',
};

export const personStates = ['invited', 'active', 'deactivated'] as const;
export type PersonState = (typeof personStates)[number];
export const personMoves = movesAmong(personStates, {
  /** Chooses a password by a link: the first, or a new one. */
  choosePassword: { from: ['invited', 'active'], to: 'active' },
  /** Signs in no more; what they did stays theirs. */
  deactivate: { from: ['invited', 'active'], to: 'deactivated' },
  /** May come in again, by a new link. */
  reactivate: { from: ['deactivated'], to: 'invited' },
});

export interface PersonRow {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: PersonRole;
  readonly state: PersonState;
  /** Why they are deactivated. */
  readonly why: string | null;
  readonly since: string;
  /** When a session of theirs was last used. */
  readonly seenAt: string | null;
  /** Until when a link that nobody has used yet lets them in. */
  readonly linkUntil: string | null;
  /** Of the demonstration: they sign in by its door and stay as they are. */
  readonly isOfDemo: boolean;
}
/** A link as it is given to somebody, once. */
export interface GivenLink {
  readonly path: string;
  readonly purpose: LinkPurpose;
  readonly until: string;
}
export type LinkPurpose = 'invitation' | 'reset';
/** Whom a link lets in. */
export interface LinkHolder {
  readonly name: string;
  readonly email: string;
  readonly purpose: LinkPurpose;
}
export interface SessionRow {
  readonly id: string;
  /** What the browser says of itself. */
  readonly device: string;
  readonly address: string;
  readonly since: string;
  readonly until: string;
  /** The one that asks. */
  readonly isThis: boolean;
}

export type PersonFailure =
  | { readonly code: 'noPerson' }
  | { readonly code: 'knownEmail'; readonly name: string }
  | { readonly code: 'lastLead'; readonly name: string }
  | { readonly code: 'notThen'; readonly name: string; readonly state: PersonState }
  | { readonly code: 'ofDemo' };
export const personText = {
  noPerson: () => 'There is no such person',
  knownEmail: (f: { name: string }) => `${f.name} has that e-mail address already`,
  lastLead: (f: { name: string }) => `${f.name} is the only lead who can sign in: make somebody else a lead first`,
  notThen: (f: { name: string; state: PersonState }) => `${f.name} is ${f.state}; nothing was changed`,
  ofDemo: () => 'People of the demonstration stay as they are: its door signs anybody in as them',
} satisfies { [C in PersonFailure['code']]: (f: Extract<PersonFailure, { code: C }>) => string };
export const personStatuses = { noPerson: 404, knownEmail: 409, lastLead: 409, notThen: 409, ofDemo: 409 } as const;

export type LinkFailure =
  | { readonly code: 'noLink' }
  | { readonly code: 'linkUsed' }
  | { readonly code: 'linkReplaced' }
  | { readonly code: 'linkOver' };
export const linkText = {
  noLink: () => 'This link lets nobody in: see that all of it was copied',
  linkUsed: () => 'This link was used already: sign in with your password, or ask a lead for a new link',
  linkReplaced: () => 'This link holds no more: ask a lead for the newest one',
  linkOver: () => 'This link is too old: ask a lead for a new one',
} satisfies { [C in LinkFailure['code']]: () => string };

export type PasswordFailure = { readonly code: 'wrongPassword' } | { readonly code: 'ofDemo' };
export const passwordText = {
  wrongPassword: () => 'That is not the password you have',
  ofDemo: personText.ofDemo,
} satisfies { [C in PasswordFailure['code']]: () => string };
