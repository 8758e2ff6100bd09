import { defineRule, placeOfLine } from '../define.ts';
import { soundJob } from '../sound.ts';

const HELD_SHARE = 0.5;

export const bedStaysWarm = defineRule({
  id: 'bed-stays-warm',
  bites: 'body',
  title: 'The bed stays warm until the part is done',
  why: 'A bed that cools lets go of the part while the head still pushes at it.',
  source: 'Below half of its heat while laying: common practice, no source',
  of: 'program',
  find: ({ report: r }) => {
    if (r.bedMaxC === 0 || r.bedMinExtrudingC === null) return { missing: 'the program sets no bed temperature' };
    if (r.bedMinExtrudingC >= HELD_SHARE * r.bedMaxC) return [];
    return [
      {
        severity: 'caution',
        title: 'The bed is let cool while the part is still being laid',
        figure: `${r.bedMinExtrudingC} °C`,
        limit: `${Math.ceil(HELD_SHARE * r.bedMaxC)} °C`,
        origin: 'farm practice',
        fix: `take out the setting before line ${r.bedMinExtrudingLine}, or keep ${r.bedMaxC} °C to the end`,
        ...placeOfLine(r, r.bedMinExtrudingLine),
      },
    ];
  },
  examples: {
    passes: [{ says: 'as warm throughout', input: soundJob() }],
    fails: [
      { says: 'switched off half way', input: soundJob({ report: { bedMinExtrudingC: 0, bedMinExtrudingLine: 400 } }) },
    ],
  },
});
