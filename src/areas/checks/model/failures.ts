export type CheckFailure =
  | { readonly code: 'noJob' }
  | { readonly code: 'notYours' }
  | { readonly code: 'noMachine' }
  | { readonly code: 'noRecipe'; readonly what: string }
  | { readonly code: 'noFile' }
  | { readonly code: 'noProgram' }
  | { readonly code: 'notPlaced'; readonly why: string }
  | { readonly code: 'notCleared'; readonly why: string }
  | { readonly code: 'notPrinted'; readonly why: string }
  | { readonly code: 'notNoted'; readonly why: string }
  | { readonly code: 'notQueued'; readonly why: string };

export const checkText = {
  noJob: () => 'There is no such job',
  notYours: () =>
    'A viewer checks again what they sent themselves, until it is approved; ask a technician, or check the file as a new job',
  noMachine: () => 'There is no such machine',
  noRecipe: (f: { what: string }) => f.what,
  noFile: () => 'That file was never uploaded in full; drop it again',
  noProgram: () => 'Nothing has been laid from the mesh yet; wait for its check',
  notPlaced: (f: { why: string }) => f.why,
  notCleared: (f: { why: string }) => f.why,
  notPrinted: (f: { why: string }) => f.why,
  notNoted: (f: { why: string }) => f.why,
  notQueued: (f: { why: string }) => f.why,
} satisfies { [C in CheckFailure['code']]: (f: Extract<CheckFailure, { code: C }>) => string };
