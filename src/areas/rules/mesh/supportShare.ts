import { formatFigure } from '../../../core/units/format.ts';
import { defineRule } from '../define.ts';

const MOST_SHARE = 0.5;

export const supportShare = defineRule({
  id: 'support-share',
  stage: 'body',
  title: 'Less goes into support than into the part',
  why: 'What is broken off costs time and material, and marks the surface it held.',
  source: 'Material as generated; half of the part’s is common practice, no source',
  mesh: {
    reads: ['layers', 'partMm3', 'purgeMm3', 'restMm3'],
    find: ({ partMm3, restMm3, purgeMm3 = 0, layers }) => {
      if (!layers.some((l) => l.supportMm2 > 0)) return [];
      const supportMm3 = restMm3 - purgeMm3;
      const share = supportMm3 / partMm3;
      if (share <= MOST_SHARE) return [];
      return [
        {
          severity: 'note',
          title: 'Much of the material is support',
          figure: `${formatFigure(100 * share, 'percent', 0)} % of the part’s, ${(supportMm3 / 1000).toFixed(1)} cm³`,
          limit: `${100 * MOST_SHARE} %`,
          origin: 'common practice',
          fix: 'compare build orientations',
        },
      ];
    },
  },
});
