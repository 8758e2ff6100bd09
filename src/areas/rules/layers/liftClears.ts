import { defineRule } from '../define.ts';
import { layerWithMost } from '../layersWith.ts';

/** A film bows by some millimetres before so much parts from it (common practice, no source). */
const LEAST_MM = 3;
const LARGE_MM2 = 400;

export const liftClears = defineRule({
  id: 'lift-clears',
  stage: 'body',
  technology: 'resin',
  title: 'The plate rises until the film has come off',
  why: 'A film bows with what it holds: where the plate turns back too soon the layer never parted from it, and tears later.',
  source:
    'The shortest lift against the largest area in one piece; 3 mm from 400 mm² on are common practice, no source',
  layers: {
    reads: ['rows', 'motions'],
    find: ({ rows, motions }) => {
      const { largestMm2, layer, zMm } = layerWithMost(rows, 'largestMm2');
      const liftMm = Math.min(...motions.map(({ motion }) => motion.lift.reduce((s, stage) => s + stage.mm, 0)));
      return largestMm2 < LARGE_MM2 || liftMm >= LEAST_MM
        ? []
        : [
            {
              severity: 'caution',
              title: 'The plate rises little for so large a layer',
              figure: `${liftMm.toFixed(1)} mm, ${largestMm2.toFixed(0)} mm² in one piece in layer ${layer}`,
              limit: `${LEAST_MM} mm`,
              origin: 'common practice',
              fix: `lift by ${LEAST_MM} mm or more`,
              layer,
              zMm,
            },
          ];
    },
  },
});
