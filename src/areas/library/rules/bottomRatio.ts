import { defineRecipeRule } from './define.ts';

const LOWEST = 4;
const HIGHEST = 15;

export const bottomRatio = defineRecipeRule({
  id: 'bottom-ratio',
  about: 'recipe',
  technology: 'resin',
  title: 'Bottom and normal exposure stand in a usual ratio',
  why: 'Far off, one of the two was typed for another layer height.',
  source: '4 to 15 times: common practice, no source',
  reads: ['exposureS', 'exposureBottomS'],
  find: (r) => {
    const ratio = r.number('exposureBottomS') / r.number('exposureS');
    if (ratio >= LOWEST && ratio <= HIGHEST) return [];
    const end = r.number('exposureS') * (ratio < LOWEST ? LOWEST : HIGHEST);
    return [
      {
        severity: 'note',
        title: 'Bottom exposure is in an unusual ratio to normal',
        figure: `${ratio.toFixed(1)} ×`,
        limit: `${LOWEST} to ${HIGHEST} ×`,
        origin: 'common practice',
        fix: `bottom to ${r.show('exposureBottomS', end)}`,
        change: { values: { exposureBottomS: end } },
      },
    ];
  },
  examples: {
    passes: [
      {
        says: 'fifteen times',
        change: {
          values: { exposureBottomS: 39, transitionLayers: 10 },
          proofs: { exposureBottomS: { state: 'unproven' } },
        },
      },
    ],
    fails: [
      { says: 'twice', change: { values: { exposureBottomS: 6 }, proofs: { exposureBottomS: { state: 'unproven' } } } },
    ],
  },
});
