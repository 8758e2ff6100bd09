import { defineRule } from '../define.ts';

/** Nearer to each other they fuse (common practice, no source). */
const LEAST_MM = 1;

export const tipsApart = defineRule({
  id: 'tips-apart',
  stage: 'end',
  technology: 'resin',
  title: 'Supports meet the part apart from each other',
  why: 'Two tips that all but touch fuse: they come off together, and take some of the part along.',
  source: 'Distance of the two nearest tips; a millimetre is common practice, no source',
  layers: {
    reads: ['nearTips'],
    find: ({ nearTips: near }) =>
      !near || near.apartMm >= LEAST_MM
        ? []
        : [
            {
              severity: 'caution',
              title: 'Two supports meet the part close together',
              figure: `${near.apartMm.toFixed(2)} mm apart`,
              limit: `${LEAST_MM} mm`,
              origin: 'common practice',
              fix: 'remove one of them, or move it away',
              layer: near.layer,
              zMm: near.zMm,
              place: { xMm: near.xMm, yMm: near.yMm },
            },
          ],
  },
});
