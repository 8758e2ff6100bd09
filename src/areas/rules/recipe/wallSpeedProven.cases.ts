import type { RuleCases } from '../cases.ts';
import { wallSpeedProven } from './wallSpeedProven.ts';

export const cases: RuleCases = {
  rule: wallSpeedProven,
  recipe: [
    { when: 'at the limit', values: { highestWallSpeedMmPerS: 40 }, finds: [] },
    {
      when: 'a lower limit',
      values: { highestWallSpeedMmPerS: 30 },
      finds: [
        {
          severity: 'caution',
          title: 'Visible walls faster than they come out even',
          figure: '40 mm/s',
          limit: '30 mm/s',
          origin: 'material',
          fix: 'set 30 mm/s',
          change: { values: { visibleWallSpeedMmPerS: 30 } },
        },
      ],
    },
  ],
};
