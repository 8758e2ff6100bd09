export type MachineFailure =
  | { readonly code: 'noMachine' }
  | { readonly code: 'notATool' }
  | { readonly code: 'notAMaterial' }
  | { readonly code: 'noHead'; readonly heads: number }
  | { readonly code: 'notStopped'; readonly state: string };

export const machineText = {
  noMachine: () => 'There is no such machine',
  notATool: () => 'That is no tool profile; choose one from the library',
  notAMaterial: () => 'That is no material profile; choose one from the library',
  noHead: ({ heads }: { readonly heads: number }) =>
    `The machine has ${heads === 1 ? 'one head' : `${heads} heads`}; name one of those`,
  notStopped: ({ state }: { readonly state: string }) =>
    `The machine is ${state}; nothing that stopped stands on its plate`,
} satisfies Record<MachineFailure['code'], (failure: never) => string>;
