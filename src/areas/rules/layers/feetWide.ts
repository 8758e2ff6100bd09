import { countOf } from '../../../core/units/plural.ts';
import { defineRule } from '../define.ts';

/** Something smaller tears off the plate (common practice, no source). */
const LEAST_MM2 = 1;

export const feetWide = defineRule({
  id: 'feet-wide',
  stage: 'first layer',
  technology: 'resin',
  title: 'Everything that stands on the plate stands on a foot',
  why: 'What stands on a point is pulled off the plate by the first lift, and whatever it was to hold hangs.',
  source: 'The smallest area of the first layer; a square millimetre is common practice, no source',
  layers: {
    reads: ['foot', 'layerMm'],
    find: ({ foot, layerMm }) =>
      !foot || foot.areaMm2 >= LEAST_MM2
        ? []
        : [
            {
              severity: 'caution',
              title: `The smallest of ${countOf(foot.feet, 'area')} on the plate is very small`,
              figure: `${foot.areaMm2.toFixed(2)} mm²`,
              limit: `${LEAST_MM2} mm²`,
              origin: 'common practice',
              fix: 'give it a foot, or a raft under all of them',
              layer: 1,
              zMm: layerMm,
              place: { xMm: foot.xMm, yMm: foot.yMm },
            },
          ],
  },
});
