import { defineRule } from '../define.ts';

export const watchedUnattended = defineRule({
  id: 'watched-unattended',
  stage: 'before start',
  title: 'A machine that prints without people is connected',
  why: 'A machine fed by card tells nobody that it has stopped.',
  source: 'Common practice, no source',
  program: {
    reads: [],
    find: ({ context }) => {
      if (context.job.class !== 'lights-out') return [];
      if (context.machine.isConnected === undefined)
        return { needs: 'whether the machine is connected, which was not kept' };
      if (context.machine.isConnected) return [];
      return [
        {
          severity: 'caution',
          title: 'Nobody would hear if it stopped',
          figure: 'not connected',
          limit: 'connected',
          origin: 'class lights-out',
          fix: 'print it on a machine that is connected, or while people are there',
        },
      ];
    },
  },
});
