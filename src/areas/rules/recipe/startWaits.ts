import { defineRule } from '../define.ts';
import { codesOf } from './blocks.ts';

export const startWaits = defineRule({
  id: 'start-waits',
  stage: 'before start',
  title: 'The start block waits for bed and nozzle',
  why: 'The first line tears, or the drive grinds on cold filament.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['startBlock'],
    find: (r) => {
      const codes = codesOf(r.text('startBlock')).map((c) => c.code);
      const missing = [
        ['M190', 'bed'],
        ['M109', 'nozzle'],
      ].filter(([code]) => !codes.includes(code!));
      return missing.length === 0
        ? []
        : [
            {
              severity: 'blocker',
              title: `The start block does not wait for the ${missing.map(([, what]) => what).join(' and the ')}`,
              figure: `no ${missing.map(([code]) => code).join(', ')}`,
              limit: 'wait before extruding',
              origin: 'printer',
              fix: `add ${missing.map(([code, what]) => `${code} S{${what}}`).join(', ')}`,
              change: {
                values: {
                  startBlock: `${r.text('startBlock')}\n${missing.map(([code, what]) => `${code} S{${what}}`).join('\n')}`,
                },
              },
            },
          ];
    },
  },
});
