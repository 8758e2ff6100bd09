import type { RuleCases } from '../cases.ts';
import { brimForWarping } from './brimForWarping.ts';

export const cases: RuleCases = {
  rule: brimForWarping,
  recipe: [
    { when: 'a narrow brim', values: { brimMm: 3 }, finds: [] },
    {
      when: 'none',
      values: { brimMm: 0 },
      finds: [
        {
          severity: 'note',
          title: 'A material that warps has no brim',
          figure: '0 mm',
          limit: '3 mm',
          origin: 'common practice',
          fix: 'brim of 3 mm',
          change: { values: { brimMm: 3 } },
        },
      ],
    },
  ],
};
