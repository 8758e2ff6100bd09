import type { RuleCases } from '../cases.ts';
import { laysSomething } from './laysSomething.ts';

export const cases: RuleCases = {
  rule: laysSomething,
  job: [
    {
      when: 'a dry run',
      program: { replace: [[/ E[-\d.]+/g, '']] },
      finds: [
        {
          severity: 'blocker',
          title: 'The program extrudes nothing',
          figure: '106 moves, no filament',
          limit: 'at least one line',
          origin: 'the program itself',
          fix: 'choose the file that was meant, or have it made with filament in E',
        },
      ],
    },
  ],
};
