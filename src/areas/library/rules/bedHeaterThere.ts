import { defineRecipeRule } from './define.ts';

/** Plates in a warm room reach this by themselves. Common practice, no source. */
const ROOM_WARM_C = 30;

export const bedHeaterThere = defineRecipeRule({
  id: 'bed-heater-there',
  about: 'recipe',
  technology: 'filament',
  title: 'A warm bed needs a heater',
  why: 'Corners of warm-bed plastics lift on a cold plate.',
  source: 'common practice, no published source',
  reads: ['bedC', 'hasBedHeater'],
  find: (r) =>
    r.flag('hasBedHeater') || r.number('bedC') <= ROOM_WARM_C
      ? []
      : [
          {
            severity: 'blocker',
            title: 'The bed has no heater',
            figure: r.show('bedC'),
            limit: 'no heater',
            origin: 'hardware, printer',
            fix: 'choose a machine with a heated bed, or a material that holds on a cold one',
            change: { values: { hasBedHeater: true } },
          },
        ],
  examples: {
    passes: [
      {
        says: 'a cold bed on a machine without',
        change: { values: { hasBedHeater: false, bedC: 30 }, proofs: { bedC: { state: 'unproven' } } },
      },
    ],
    fails: [{ says: 'no heater', change: { values: { hasBedHeater: false } } }],
  },
});
