import { defineSettings } from './define.ts';

const own = { technology: 'filament', owners: ['material'] } as const;

/** What a material bears that stands in a hot nozzle. */
export const materialStandingSettings = defineSettings([
  {
    ...own,
    group: 'Temperature and bonding',
    isFact: true,
    key: 'charsFromC',
    label: 'Chars from',
    type: 'number',
    quantity: 'temperature',
    range: [100, 550],
    what: 'Nozzle temperature from which what stands in it turns brown or gels, by its data sheet or as seen.',
    tooLow: 'Waits that do no harm are cautioned.',
    tooHigh: 'What chars while a head waits clogs its nozzle unseen.',
  },
  {
    ...own,
    group: 'Temperature and bonding',
    isFact: true,
    key: 'charsAfterS',
    label: 'Chars after',
    type: 'number',
    quantity: 'time',
    range: [10, 36_000],
    default: 600,
    what: 'How long it may stand so hot without being laid.',
    tooLow: 'Waits that do no harm are cautioned.',
    tooHigh: 'What chars while a head waits clogs its nozzle unseen.',
  },
]);
