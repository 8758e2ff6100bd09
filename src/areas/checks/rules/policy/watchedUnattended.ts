import { defineRule } from '../define.ts';
import { soundJob } from '../sound.ts';

export const watchedUnattended = defineRule({
  id: 'watched-unattended',
  bites: 'before start',
  title: 'A machine that prints without people is connected',
  why: 'A machine fed by card tells nobody that it has stopped.',
  source: 'Common practice, no source',
  find: ({ sheet }) => {
    if (sheet.job.class !== 'lights-out') return [];
    if (sheet.machine.isConnected === undefined) return { missing: 'whether the machine is connected was not read' };
    if (sheet.machine.isConnected) return [];
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
  examples: {
    passes: [
      { says: 'connected', input: soundJob({ job: { class: 'lights-out' } }) },
      { says: 'people are there', input: soundJob({ machine: { isConnected: false } }) },
    ],
    fails: [
      {
        says: 'fed by card at night',
        input: soundJob({ job: { class: 'lights-out' }, machine: { isConnected: false } }),
      },
    ],
  },
});
