import type { RuleCases } from '../cases.ts';
import { watchedUnattended } from './watchedUnattended.ts';

export const cases: RuleCases = {
  rule: watchedUnattended,
  job: [
    { when: 'it is connected', job: { class: 'lights-out' }, finds: [] },
    {
      when: 'it is fed by card',
      machine: { isConnected: false },
      job: { class: 'lights-out' },
      finds: [
        {
          severity: 'caution',
          title: 'Nobody would hear if it stopped',
          figure: 'not connected',
          limit: 'connected',
          origin: 'class lights-out',
          fix: 'print it on a machine that is connected, or while people are there',
        },
      ],
    },
    { when: 'it is fed by card and people are there', machine: { isConnected: false }, finds: [] },
    {
      when: 'whether it is connected was not kept',
      forget: ['isConnected'],
      job: { class: 'lights-out' },
      finds: [],
      needs: 'whether the machine is connected, which was not kept',
    },
  ],
};
