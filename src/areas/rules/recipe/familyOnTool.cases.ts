import type { RuleCases } from '../cases.ts';
import { familyOnTool } from './familyOnTool.ts';

export const cases: RuleCases = {
  rule: familyOnTool,
  recipe: [
    { when: 'all allowed', values: { allowedFamilies: '' }, finds: [] },
    {
      when: 'not among them',
      values: { allowedFamilies: 'PLA' },
      finds: [
        {
          severity: 'blocker',
          title: 'The tool may not run ASA',
          figure: 'ASA',
          limit: 'PLA',
          origin: 'hardware, tool',
          fix: 'choose another tool',
          change: { values: { allowedFamilies: 'PLA, ASA' } },
        },
      ],
    },
  ],
};
