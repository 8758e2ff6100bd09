import { defineRule } from '../define.ts';
import { layerWithMost } from '../layersWith.ts';

/** Less of a difference is none. */
const LEAST_S = 0.5;
const MUCH_SMALLER = 0.5;

export const slowWhereLarge = defineRule({
  id: 'slow-where-large',
  stage: 'body',
  technology: 'resin',
  title: 'Large layers are moved no faster than small ones',
  why: 'Motion may change from layer to layer to save time where little is lit; the other way round it tears off what is large.',
  source: 'Time in the dark of the largest layer against that of layers half as large; it takes longer to peel more',
  layers: {
    reads: ['rows', 'bottomLayers'],
    find: ({ rows, bottomLayers }) => {
      const body = rows.slice(bottomLayers);
      if (body.length === 0) return [];
      const largest = layerWithMost(body, 'areaMm2');
      const slower = body
        .filter((r) => r.areaMm2 > 0 && r.areaMm2 < MUCH_SMALLER * largest.areaMm2)
        .reduce((most, r) => Math.max(most, r.darkS), 0);
      return slower - largest.darkS <= LEAST_S
        ? []
        : [
            {
              severity: 'caution',
              title: 'The largest layer is moved faster than much smaller ones',
              figure: `${largest.darkS.toFixed(1)} s in the dark at ${largest.areaMm2.toFixed(0)} mm²`,
              limit: `${slower.toFixed(1)} s`,
              origin: 'other layers of the stack',
              fix: 'move it at least as slowly as the smaller ones',
              layer: bottomLayers + largest.layer,
              zMm: largest.zMm,
            },
          ];
    },
  },
});
