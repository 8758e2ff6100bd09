export type MachineFailure =
  { readonly code: 'noMachine' } | { readonly code: 'notATool' } | { readonly code: 'notAMaterial' };

export const machineText = {
  noMachine: () => 'There is no such machine',
  notATool: () => 'That is no tool profile; choose one from the library',
  notAMaterial: () => 'That is no material profile; choose one from the library',
} satisfies Record<MachineFailure['code'], () => string>;
