import { defineRule } from '../define.ts';
import { SOFTENS_BY, softeningLacks, softeningOf } from './softening.ts';

const SAFE_C = 5;

export const driesBelowSoftening = defineRule({
  id: 'dries-below-softening',
  stage: 'before start',
  title: 'It is dried below where it softens',
  why: 'Hotter, the coils weld together on the spool.',
  source:
    'ISO 306 (Vicat) or ISO 75 (heat deflection), else ISO 11357-2 (glass transition) of families without crystals; 5 °C below: common practice, no source',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['dryingC'],
    readsIfSet: SOFTENS_BY,
    lacks: softeningLacks,
    find: (r) => {
      const limit = softeningOf(r).celsius - SAFE_C;
      return r.number('dryingC') <= limit
        ? []
        : [
            {
              severity: 'caution',
              title: 'It would soften while it dries',
              figure: r.show('dryingC'),
              limit: r.show('dryingC', limit),
              origin: 'material data',
              fix: `dry at ${r.show('dryingC', limit)}`,
              change: { values: { dryingC: limit } },
            },
          ];
    },
  },
});
