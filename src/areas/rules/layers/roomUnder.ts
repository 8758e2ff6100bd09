import { defineRule } from '../define.ts';

/** Height a blade needs to cut supports (common practice, no source). */
const LEAST_MM = 2;

export const roomUnder = defineRule({
  id: 'room-under',
  stage: 'first layer',
  technology: 'resin',
  title: 'There is room for a blade under a part that stands on supports',
  why: 'Tips that end just above the plate cannot be cut without cutting the part.',
  source: 'Lowest layer in which a slender column meets the part; 2 mm are common practice, no source',
  layers: {
    reads: ['lowestTip'],
    find: ({ lowestTip: lowest }) => {
      if (!lowest || lowest.zMm >= LEAST_MM) return [];
      const { layer, zMm, xMm, yMm } = lowest;
      return [
        {
          severity: 'caution',
          title: 'A support is too short to be cut',
          figure: `meets the part ${zMm.toFixed(2)} mm above the plate`,
          limit: `${LEAST_MM.toFixed(1)} mm`,
          origin: 'common practice',
          fix: `raise the part by ${(LEAST_MM - zMm).toFixed(1)} mm, or set it flat on the plate`,
          ...{ layer, zMm, place: { xMm, yMm } },
        },
      ];
    },
  },
});
