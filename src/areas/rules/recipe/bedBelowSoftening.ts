import { defineRule } from '../define.ts';
import { SOFTENS_BY, softeningLacks, softeningOf } from './softening.ts';

const SLACK_C = 5;

export const bedBelowSoftening = defineRule({
  id: 'bed-below-softening',
  stage: 'before start',
  title: 'The bed does not soften the foot',
  why: 'Where it has softened the foot spreads and edges shine.',
  source:
    'ISO 306 (Vicat) or ISO 75 (heat deflection), else ISO 11357-2 (glass transition) of families without crystals; 5 °C above: common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['bedC'],
    readsIfSet: SOFTENS_BY,
    lacks: softeningLacks,
    find: (r) => {
      const { celsius, key } = softeningOf(r);
      const limit = celsius + SLACK_C;
      return r.number('bedC') <= limit
        ? []
        : [
            {
              severity: 'caution',
              title: 'The bed is hotter than the material stays stiff',
              figure: r.show('bedC'),
              limit: `${r.show(key)} + ${SLACK_C} °C`,
              origin: 'material data',
              fix: `set ${r.show('bedC', limit)}`,
              change: { values: { bedC: limit } },
            },
          ];
    },
  },
});
