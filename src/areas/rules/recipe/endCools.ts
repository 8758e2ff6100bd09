import { defineRule } from '../define.ts';
import { codesOf } from './blocks.ts';

export const endCools = defineRule({
  id: 'end-cools',
  stage: 'before start',
  title: 'The end block switches the heaters off',
  why: 'Left on, they cook the filament in the nozzle overnight.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['endBlock'],
    find: (r) => {
      const codes = codesOf(r.text('endBlock'));
      const missing = ['M104', 'M140'].filter(
        (code) => !codes.some((c) => c.code === code && /S0*(\.0*)?$/.test(c.text)),
      );
      return missing.length === 0
        ? []
        : [
            {
              severity: 'blocker',
              title: 'A heater stays on at the end',
              figure: `no ${missing.map((c) => `${c} S0`).join(', ')}`,
              limit: 'both off',
              origin: 'printer',
              fix: `add ${missing.map((c) => `${c} S0`).join(', ')}`,
              change: { values: { endBlock: `${r.text('endBlock')}\n${missing.map((c) => `${c} S0`).join('\n')}` } },
            },
          ];
    },
  },
});
