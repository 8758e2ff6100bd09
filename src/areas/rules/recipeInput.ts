import type { Proof } from '../library/model/records.ts';
import type { Values } from '../library/settings/define.ts';

export type Technology = 'filament' | 'resin';

/** What stands on the floor, as the rules read it. */
export interface RecipeMachine {
  readonly name: string;
  readonly ready: boolean;
  readonly mountedToolId: string | null;
  readonly loadedMaterialId: string | null;
  readonly loadedLot: string | null;
  readonly remainingG: number | null;
  /** Speed set at the machine, percent of the program's; null where nobody has said. */
  readonly speedPercent: number | null;
  readonly lid: 'open' | 'closed' | 'none';
  readonly resinC: number | null;
  /** Resin in the vat, as somebody said; missing in older runs. */
  readonly inVatMl?: number | null;
  /** Days since somebody or the machine itself last said what is mounted; null when only the profile says so. */
  readonly knownForDays: number | null;
}
/** Roles that another head may lay than the part body's. */
export const otherHeadRoles = [
  'part body 2',
  'part body 3',
  'part body 4',
  'support',
  'support contact',
  'raft/brim',
] as const;
export type OtherHeadRole = (typeof otherHeadRoles)[number];
/** One role of a recipe: what is printed with which tool and material. */
export interface RecipeRole {
  readonly role:
    'part body' | 'part body 2' | 'part body 3' | 'part body 4' | 'support' | 'support contact' | 'raft/brim';
  readonly toolId: string;
  readonly materialId: string;
  readonly materialName: string;
  readonly family: string;
  readonly bondsWith: string;
  readonly supportPartners: string;
}
/** Which body of the part a role is, from 1; null where it is none. */
export const bodyOf = (role: RecipeRole['role']): number | null =>
  role.startsWith('part body') ? Number(/\d$/.exec(role)?.[0] ?? 1) : null;
export const isBody = (role: RecipeRole['role']): boolean => bodyOf(role) !== null;
/** A recipe as a subject: the effective values of the part body, and what is known of where it would be printed. */
export interface RecipeInput {
  readonly technology: Technology;
  readonly values: Values;
  readonly roles: readonly RecipeRole[];
  readonly proofs: Readonly<Record<string, Proof>>;
  readonly provenOnly: boolean;
  readonly machine: RecipeMachine | null;
}
