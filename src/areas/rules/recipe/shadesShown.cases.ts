import type { RuleCases } from '../cases.ts';
import { shadesShown } from './shadesShown.ts';

export const cases: RuleCases = {
  rule: shadesShown,
  recipe: [
    { when: 'at the limit', values: { samplesPerPixelMost: 2 }, finds: [] },
    {
      when: 'finer',
      values: { samplesPerPixelMost: 1 },
      finds: [
        {
          severity: 'blocker',
          title: 'Shading beyond the machine',
          figure: '2',
          limit: '1',
          origin: 'hardware, printer',
          fix: 'set 1',
          change: { values: { samplesPerPixel: 1 } },
        },
      ],
    },
  ],
};
