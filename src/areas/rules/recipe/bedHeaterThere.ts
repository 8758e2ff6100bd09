import { defineRule } from '../define.ts';

/** Plates in a warm room reach this by themselves. Common practice, no source. */
const ROOM_WARM_C = 30;

export const bedHeaterThere = defineRule({
  id: 'bed-heater-there',
  stage: 'before start',
  title: 'A warm bed needs a heater',
  why: 'Corners of warm-bed materials lift on a cold plate.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
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
  },
});
