import { defineRule } from '../define.ts';

export const machineReady = defineRule({
  id: 'machine-ready',
  stage: 'before start',
  technology: 'both',
  title: 'The machine is ready',
  why: 'A job sent to a machine that is not ready waits, or breaks something.',
  source: 'common practice, no published source',
  recipe: {
    about: 'machine',
    reads: [],
    needsMachine: true,
    find: ({ input: { machine: m } }) =>
      m!.ready
        ? []
        : [
            {
              severity: 'blocker',
              title: `${m!.name} is not ready`,
              figure: 'not ready',
              limit: 'ready',
              origin: `machine, ${m!.name}`,
              fix: 'see its page and set it ready',
              change: { machine: { ready: true } },
            },
          ],
  },
});
