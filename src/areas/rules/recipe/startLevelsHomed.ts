import { defineRule } from '../define.ts';
import { codesOf } from './blocks.ts';

export const startLevelsHomed = defineRule({
  id: 'start-levels-homed',
  stage: 'before start',
  title: 'The bed is measured after homing',
  why: 'Measured before, the map belongs to nowhere.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: ['startBlock'],
    find: (r) => {
      const codes = codesOf(r.text('startBlock')).map((c) => c.code);
      const level = codes.indexOf('G29');
      const home = codes.indexOf('G28');
      return level < 0 || (home >= 0 && home < level) || home < 0
        ? []
        : [
            {
              severity: 'blocker',
              title: 'The bed is measured before homing',
              figure: 'G29 before G28',
              limit: 'G28 first',
              origin: 'printer',
              fix: 'move G29 below G28',
              change: {
                values: {
                  startBlock: `${codesOf(r.text('startBlock'))
                    .filter((c) => c.code !== 'G29')
                    .map((c) => c.text)
                    .join('\n')}\nG29`,
                },
              },
            },
          ];
    },
  },
});
