import { defineRule } from '../define.ts';

/** A layer that is so many times the one before and so much larger pulls anew (common practice, no source). */
const TIMES = 2;
const MORE_MM2 = 200;

export const areaJump = defineRule({
  id: 'area-jump',
  stage: 'body',
  technology: 'resin',
  title: 'No layer is suddenly much larger than the one before',
  why: 'What peels grows with the area: at a jump the part is torn from its supports or shows a line all round.',
  source: 'Area of each layer against the one before. From which jump on it matters: common practice, no source',
  layers: {
    reads: ['rows'],
    find: ({ rows }) => {
      let worst = -1;
      let jump = 0;
      for (let i = 1; i < rows.length; i++) {
        const [before, now] = [rows[i - 1]!.areaMm2, rows[i]!.areaMm2];
        if (before > 0 && now > TIMES * before && now - before > MORE_MM2 && now - before > jump) {
          worst = i;
          jump = now - before;
        }
      }
      if (worst < 0) return [];
      const before = rows[worst - 1]!.areaMm2;
      return [
        {
          severity: 'caution',
          title: 'A layer is much larger than the one before',
          figure: `${before.toFixed(0)} to ${rows[worst]!.areaMm2.toFixed(0)} mm² in layer ${worst + 1}`,
          limit: `${Math.max(TIMES * before, before + MORE_MM2).toFixed(0)} mm²`,
          origin: 'common practice',
          fix: 'tilt the part, so that the area grows over many layers',
          layer: worst + 1,
          zMm: rows[worst]!.zMm,
        },
      ];
    },
  },
});
