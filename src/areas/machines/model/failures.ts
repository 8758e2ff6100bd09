export type MachineFailure =
  | { readonly code: 'noMachine' }
  | { readonly code: 'notATool' }
  | { readonly code: 'notAMaterial' }
  | { readonly code: 'notStopped'; readonly state: string };

export const machineText = {
  noMachine: () => 'There is no such machine',
  notATool: () => 'That is no tool profile; choose one from the library',
  notAMaterial: () => 'That is no material profile; choose one from the library',
  notStopped: ({ state }: { readonly state: string }) =>
    `The machine is ${state}; nothing that stopped stands on its plate`,
} satisfies Record<MachineFailure['code'], (failure: never) => string>;
