import { defineSettings } from './define.ts';

const base = {
  group: 'The machine itself',
  technology: 'filament',
  owners: ['printer'],
  tooLow: 'Prints end later than is said.',
  tooHigh: 'Prints end sooner than is said.',
} as const;
const seconds = { ...base, type: 'number', quantity: 'time' } as const;
const rate = { ...base, type: 'number', quantity: 'heatingRate', tooLow: base.tooHigh, tooHigh: base.tooLow } as const;

/** What a printer takes its time for beside moving: what nobody has timed is left out of an estimate, and said so. */
export const printerTimesSettings = defineSettings([
  {
    ...seconds,
    key: 'homingS',
    label: 'Homing takes',
    range: [1, 600],
    what: 'Time from the word for homing until all axes stand at their places; one axis alone is taken for a third of it.',
  },
  {
    ...base,
    key: 'levellingPoints',
    label: 'Levelling, points',
    type: 'integer',
    quantity: 'count',
    range: [1, 2500],
    what: 'Points of the plate that the controller probes when a program has it measure the bed.',
  },
  {
    ...seconds,
    key: 'levellingPointS',
    label: 'Levelling, each point takes',
    range: [0.2, 60],
    what: 'Time to probe one point of the plate and go on to the next.',
  },
  {
    ...seconds,
    key: 'primingS',
    label: 'Priming takes',
    range: [1, 900],
    what: 'Time of a word or macro by which the controller primes or wipes the nozzle itself.',
  },
  {
    ...seconds,
    key: 'headChangeS',
    label: 'Change of head takes',
    range: [0.1, 600],
    what: 'Time from the word for another head until that head is at work, without its warming.',
  },
  {
    ...seconds,
    key: 'pauseS',
    label: 'A pause lasts',
    range: [5, 86400],
    what: 'Time until somebody has come and gone on, where a program waits for a person: what is usual on this farm.',
  },
  {
    ...rate,
    key: 'nozzleWarmsCPerS',
    label: 'Nozzle warms by',
    range: [0.1, 40],
    what: 'Degrees a second on the way from room to printing temperature, on average.',
  },
  {
    ...rate,
    key: 'bedWarmsCPerS',
    label: 'Bed warms by',
    range: [0.01, 10],
    what: 'Degrees a second on the way from room to printing temperature, on average.',
  },
  {
    ...rate,
    key: 'chamberWarmsCPerS',
    label: 'Chamber warms by',
    range: [0.001, 5],
    what: 'Degrees a second on the way from room to printing temperature, on average.',
  },
]);
