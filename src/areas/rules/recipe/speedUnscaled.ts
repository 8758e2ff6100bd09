import { defineRule } from '../define.ts';

export const speedUnscaled = defineRule({
  id: 'speed-unscaled',
  stage: 'before start',
  title: 'The machine runs at the program’s speed',
  why: 'A speed set at the machine takes every proof along.',
  source: 'common practice, no published source',
  recipe: {
    about: 'machine',
    reads: [],
    needsMachine: true,
    needsReport: 'speedPercent',
    find: ({ input: { machine: m } }) =>
      m!.speedPercent === null || m!.speedPercent === 100
        ? []
        : [
            {
              severity: m!.speedPercent > 100 ? 'blocker' : 'caution',
              title: `Speed at the machine is set to ${m!.speedPercent} %`,
              figure: `${m!.speedPercent} %`,
              limit: '100 %',
              origin: `machine, ${m!.name}`,
              fix: 'set 100 % at the machine',
              change: { machine: { speedPercent: 100 } },
            },
          ],
  },
});
