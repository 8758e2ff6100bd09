import type { RuleCases } from '../cases.ts';
import { tipsApart } from './tipsApart.ts';

const near = (apartMm: number) => ({ nearTips: { apartMm, layer: 44, zMm: 2.2, xMm: 50, yMm: 40 } });

export const cases: RuleCases = {
  rule: tipsApart,
  stack: [
    {
      when: 'two tips that all but touch',
      measured: near(0.98),
      finds: [
        {
          severity: 'caution',
          title: 'Two supports meet the part close together',
          figure: '0.98 mm apart',
          limit: '1 mm',
          origin: 'common practice',
          fix: 'remove one of them, or move it away',
          layer: 44,
          zMm: 2.2,
          place: { xMm: 50, yMm: 40 },
        },
      ],
    },
    { when: 'two that stand a millimetre apart', measured: near(1), finds: [] },
    { when: 'no two of them', measured: { nearTips: null }, finds: [] },
  ],
};
