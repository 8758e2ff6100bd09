import { defineRule, placeOfLine } from '../define.ts';

const HELD_SHARE = 0.5;

export const bedStaysWarm = defineRule({
  id: 'bed-stays-warm',
  stage: 'body',
  title: 'The bed stays warm until the part is done',
  why: 'A bed that cools lets go of the part while the head still pushes at it.',
  source: 'Below half of its temperature while printing: common practice, no source',
  program: {
    reads: ['bedMaxC', 'bedMinExtrudingC', 'bedMinExtrudingLine', 'layerRows'],
    only: 'brought along',
    find: ({ report: r }) => {
      if (r.bedMaxC === 0 || r.bedMinExtrudingC === null) return { needs: 'a bed temperature in the program' };
      if (r.bedMinExtrudingC >= HELD_SHARE * r.bedMaxC) return [];
      return [
        {
          severity: 'caution',
          title: 'The bed cools while the part is still being printed',
          figure: `${r.bedMinExtrudingC} °C`,
          limit: `${Math.ceil(HELD_SHARE * r.bedMaxC)} °C`,
          origin: 'farm practice',
          fix: `take out the setting before line ${r.bedMinExtrudingLine}, or keep ${r.bedMaxC} °C to the end`,
          ...placeOfLine(r, r.bedMinExtrudingLine),
        },
      ];
    },
  },
});
