import type { Failure } from '../../../core/result/result.ts';

export type TrialFailure =
  | { readonly code: 'noTrial' }
  | { readonly code: 'noMachine' }
  | { readonly code: 'notReady'; readonly what: string }
  | { readonly code: 'wrongState'; readonly state: string; readonly wanted: string }
  | { readonly code: 'badReading'; readonly detail: Failure }
  | {
      readonly code: 'readMeanwhile';
      readonly where: string;
      readonly typed: string;
      readonly byName: string;
      readonly id: string;
    }
  | { readonly code: 'tooFew'; readonly detail: Failure }
  | { readonly code: 'needsLead'; readonly why: string }
  | { readonly code: 'badPlan'; readonly detail: Failure }
  | { readonly code: 'machineChanged'; readonly what: string }
  | { readonly code: 'noInstrument'; readonly why: string }
  | { readonly code: 'badPicture'; readonly what: string; readonly todo: string }
  | { readonly code: 'blocked'; readonly what: string; readonly fix: string };

export const trialText = {
  noTrial: () => 'There is no such trial',
  noMachine: () => 'There is no such machine',
  notReady: (f: { what: string }) => f.what,
  wrongState: (f: { state: string; wanted: string }) => `The trial is ${f.state}; this needs it ${f.wanted}`,
  badReading: (f: { detail: Failure }) => [f.detail.where, f.detail.what, f.detail.todo].filter(Boolean).join(': '),
  readMeanwhile: (f: { where: string; typed: string; byName: string }) =>
    `${f.where} was read as ${f.typed} by ${f.byName} meanwhile: look at it, and correct that one if it is wrong`,
  tooFew: (f: { detail: Failure }) => `${f.detail.what}; ${f.detail.todo ?? 'measure on'}`,
  badPlan: (f: { detail: Failure }) => [f.detail.where, f.detail.what, f.detail.todo].filter(Boolean).join('; '),
  machineChanged: (f: { what: string }) => f.what,
  needsLead: (f: { why: string }) => `A lead must accept this: ${f.why}`,
  blocked: (f: { what: string; fix: string }) => `The coupon does not pass the job check. ${f.what}. ${f.fix}`,
  badPicture: (f: { what: string; todo: string }) => `${f.what}; ${f.todo}`,
  noInstrument: (f: { why: string }) => `The instrument gave nothing: ${f.why}; type the readings instead`,
} satisfies { [C in TrialFailure['code']]: (f: Extract<TrialFailure, { code: C }>) => string };
