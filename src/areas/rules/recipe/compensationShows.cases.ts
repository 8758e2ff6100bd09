import type { RuleCases } from '../cases.ts';
import { compensationShows } from './compensationShows.ts';

export const cases: RuleCases = {
  rule: compensationShows,
  recipe: [
    { when: 'large enough', values: { contourCompensationMm: 0.02 }, finds: [] },
    {
      when: 'too small',
      values: { contourCompensationMm: 0.002 },
      finds: [
        {
          severity: 'note',
          title: 'The contour compensation is lost in the pixel',
          figure: '0.002 mm',
          limit: '8.5 µm',
          origin: 'hardware, screen',
          fix: 'set 0, or more than a shade',
          change: { values: { contourCompensationMm: 0 } },
        },
      ],
    },
  ],
};
