import { defineRecipeRule } from './define.ts';
import { codesOf } from './blocks.ts';

export const startLevelsHomed = defineRecipeRule({
  id: 'start-levels-homed',
  about: 'recipe',
  technology: 'filament',
  title: 'The bed is measured after homing',
  why: 'Measured before, the map belongs to nowhere.',
  source: 'common practice, no published source',
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
  examples: {
    passes: [{ says: 'measured after', change: { values: { startBlock: 'M190 S{bed}\nM109 S{nozzle}\nG28\nG29' } } }],
    fails: [{ says: 'measured first', change: { values: { startBlock: 'M190 S{bed}\nM109 S{nozzle}\nG29\nG28' } } }],
  },
});
