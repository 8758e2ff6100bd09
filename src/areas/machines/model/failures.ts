export type MachineFailure =
  | { readonly code: 'noMachine' }
  | { readonly code: 'notATool' }
  | { readonly code: 'notAMaterial' }
  | { readonly code: 'noHead'; readonly heads: number }
  | { readonly code: 'notStopped'; readonly state: string }
  | { readonly code: 'notUnknown'; readonly state: string }
  | { readonly code: 'notReached'; readonly why: string };

export const machineText = {
  noMachine: () => 'There is no such machine',
  notATool: () => 'That is no tool profile; choose one from the library',
  notAMaterial: () => 'That is no material profile; choose one from the library',
  noHead: ({ heads }: { readonly heads: number }) =>
    `The machine has ${heads === 1 ? 'one head' : `${heads} heads`}; name one of those`,
  notStopped: ({ state }: { readonly state: string }) =>
    `The machine is ${state}; nothing that was printed stands on its plate`,
  notUnknown: ({ state }: { readonly state: string }) => `The machine is ${state}; what it does is known`,
  notReached: ({ why }: { readonly why: string }) => `The stop did not reach it, ${why}: switch it off at its mains`,
} satisfies Record<MachineFailure['code'], (failure: never) => string>;
