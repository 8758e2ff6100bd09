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
  | { readonly code: 'inTheWay'; readonly state: string }
  | { readonly code: 'otherWay'; readonly printer: string }
  | { readonly code: 'inUse'; readonly name: string }
  | { readonly code: 'notAnswering'; readonly why: string }
  | { readonly code: 'noContainer'; readonly of: string }
  | { readonly code: 'oneCodeEach' }
  | { readonly code: 'codeTaken'; readonly of: string }
  | { readonly code: 'loadedElsewhere'; readonly of: string; readonly where: string }
  | { readonly code: 'notInStock'; readonly of: string; readonly state: string }
  | { readonly code: 'otherTechnology'; readonly of: string; readonly name: string }
  | { readonly code: 'nothingLoaded' }
  | { readonly code: 'notDiscarded'; readonly of: string; readonly state: string }
  | { readonly code: 'isDiscarded'; readonly of: string }
  | { readonly code: 'noTask' }
  | { readonly code: 'cannotCare'; readonly why: string }
  | { readonly code: 'stepSkipped'; readonly step: number }
  | { readonly code: 'notRead'; readonly what: string }
  | { readonly code: 'readOutside'; readonly what: string }
  | { readonly code: 'roundOver'; readonly state: string };

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
  otherWay: ({ printer }: { readonly printer: string }) => `Machines of ${printer} are not connected in that way`,
  inUse: ({ name }: { readonly name: string }) => `${name} prints over it: try it when that has ended`,
  notReady: ({ state }: { readonly state: string }) =>
    `The machine is ${state}: its connection is changed when it is ready again`,
  inTheWay: ({ state }: { readonly state: string }) =>
    `The machine is ${state}: a machine is retired while it is ready, and restored once it is retired`,
  notAnswering: ({ why }: { readonly why: string }) => `It does not answer as it should: ${why}`,
  noContainer: ({ of }: { readonly of: string }) =>
    `No spool or bottle has the code ${of}; receive it first, or look at its label again`,
  oneCodeEach: () => 'A code of its own is for one; leave it empty and each gets one of ours',
  codeTaken: ({ of }: { readonly of: string }) => `There is one with the code ${of} already`,
  loadedElsewhere: ({ of, where }: { readonly of: string; readonly where: string }) =>
    `${of} is loaded on ${where}; unload it there first`,
  notInStock: ({ of, state }: { readonly of: string; readonly state: string }) =>
    `${of} is ${state}${state === 'used up' ? '; weigh it if there is something left' : ''}`,
  otherTechnology: ({ of, name }: { readonly of: string; readonly name: string }) =>
    `${of} is ${name}, which this machine does not print`,
  nothingLoaded: () => 'Nothing is loaded there',
  notDiscarded: ({ of, state }: { readonly of: string; readonly state: string }) =>
    `${of} is ${state}; ${state === 'loaded' ? 'unload it first' : 'nothing more is done with it'}`,
  isDiscarded: ({ of }: { readonly of: string }) => `${of} is discarded; nothing more is done with it`,
  noTask: () => 'There is no such care task for this machine; open its care again',
  cannotCare: ({ why }: { readonly why: string }) => why,
  stepSkipped: ({ step }: { readonly step: number }) =>
    `Step ${step} comes next: no step is left out, and none is done twice`,
  notRead: ({ what }: { readonly what: string }) => `${what}: measure it and type the figure`,
  readOutside: ({ what }: { readonly what: string }) => what,
  roundOver: ({ state }: { readonly state: string }) => `This round is ${state}; begin another one`,
} satisfies Record<MachineFailure['code'], (failure: never) => string>;
