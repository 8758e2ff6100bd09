import type { RuleCases } from '../cases.ts';
import { reservedTool } from './reservedTool.ts';

export const cases: RuleCases = {
  rule: reservedTool,
  recipe: [
    { when: 'kept for this family', values: { reservedFor: 'ASA' }, finds: [] },
    {
      when: 'kept for another',
      values: { reservedFor: 'PVA' },
      finds: [
        {
          severity: 'blocker',
          title: 'The tool is reserved for PVA',
          figure: 'ASA',
          limit: 'PVA',
          origin: 'hardware, tool',
          fix: 'choose another tool',
          change: { values: { reservedFor: '' } },
        },
      ],
    },
  ],
};
