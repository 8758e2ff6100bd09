import type { RuleCases } from '../cases.ts';
import { speedWithinAxes } from './speedWithinAxes.ts';

export const cases: RuleCases = {
  rule: speedWithinAxes,
  recipe: [
    { when: 'travel at the limit', values: { travelSpeedMmPerS: 300 }, finds: [] },
    {
      when: 'travel beyond',
      values: { travelSpeedMmPerS: 350 },
      finds: [
        {
          severity: 'blocker',
          title: 'Faster than the axes run',
          figure: '350 mm/s',
          limit: '300 mm/s',
          origin: 'hardware, printer',
          fix: 'set 300 mm/s',
          change: { values: { travelSpeedMmPerS: 300 } },
        },
      ],
    },
    {
      when: 'a machine whose Y is slower',
      values: { maxFeedYMmPerS: 100 },
      finds: [
        {
          severity: 'blocker',
          title: 'Faster than the axes run',
          figure: '130 mm/s',
          limit: '100 mm/s',
          origin: 'hardware, printer',
          fix: 'set 100 mm/s',
          change: { values: { travelSpeedMmPerS: 100 } },
        },
      ],
    },
  ],
};
