export type MachineFailure =
  | { readonly code: 'noMachine' }
  | { readonly code: 'notATool' }
  | { readonly code: 'notAMaterial' }
  | { readonly code: 'noHead'; readonly heads: number }
  | { readonly code: 'notStopped'; readonly state: string }
  | { readonly code: 'notUnknown'; readonly state: string }
  | { readonly code: 'notReached'; readonly why: string }
  | { readonly code: 'notAPrinter' }
  | { readonly code: 'nameTaken'; readonly name: string }
  | { readonly code: 'addressTaken'; readonly name: string }
  | { readonly code: 'changedMeanwhile' }
  | { readonly code: 'notReady'; readonly state: string }
  | { readonly code: 'notAnswering'; readonly why: string };

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
  notAPrinter: () => 'That is no printer profile; choose one from the library',
  nameTaken: ({ name }: { readonly name: string }) => `There is a machine called ${name} already`,
  addressTaken: ({ name }: { readonly name: string }) => `${name} is at that address already`,
  changedMeanwhile: () => 'Somebody has changed the machine meanwhile; open the page again and look',
  notReady: ({ state }: { readonly state: string }) =>
    `The machine is ${state}: its connection is changed when it is ready again`,
  notAnswering: ({ why }: { readonly why: string }) => `It does not answer as it should: ${why}`,
} satisfies Record<MachineFailure['code'], (failure: never) => string>;
