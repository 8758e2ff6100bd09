import { defineRule } from '../define.ts';
import { layerWithMost } from '../layersWith.ts';

/** Least share of the largest layer that lies on the plate (common practice, no source). */
const LEAST_SHARE = 0.05;
/** A part that is nowhere larger hangs on anything. */
const SMALL_MM2 = 50;

export const baseHolds = defineRule({
  id: 'base-holds',
  stage: 'first layer',
  technology: 'resin',
  title: 'What lies on the plate can hold the largest layer',
  why: 'The whole part hangs on its first layer, and the largest layer pulls on it hardest.',
  source: 'Area on the plate against the largest layer; the share is common practice, no source',
  layers: {
    reads: ['rows'],
    find: ({ rows }) => {
      const base = rows[0]!.areaMm2;
      const { areaMm2: largest, layer, zMm } = layerWithMost(rows, 'areaMm2');
      return largest <= SMALL_MM2 || base >= LEAST_SHARE * largest
        ? []
        : [
            {
              severity: 'caution',
              title: 'Little lies on the plate for so large a layer',
              figure: `${base.toFixed(1)} mm² on the plate, ${largest.toFixed(0)} mm² in layer ${layer}`,
              limit: `${(LEAST_SHARE * largest).toFixed(1)} mm²`,
              origin: 'common practice',
              fix: 'add supports or a raft, or turn the part so that its largest layer is smaller',
              layer,
              zMm,
            },
          ];
    },
  },
});
