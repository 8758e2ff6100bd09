import type { RuleCases } from '../cases.ts';
import { heightChangesHold } from './heightChangesHold.ts';

export const cases: RuleCases = {
  rule: heightChangesHold,
  recipe: [
    { when: 'a cooler top', values: { heightChanges: '5 mm: nozzle 235, fan 60; 12 mm: pause' }, finds: [] },
    {
      when: 'hotter than the hot end bears',
      values: { heightChanges: '5 mm: nozzle 500' },
      finds: [
        {
          severity: 'blocker',
          title: 'Nozzle of the change at 5 mm is beyond the machine',
          figure: '500 °C',
          limit: '300 °C',
          origin: 'hardware, tool',
          fix: 'leave the change at 5 mm out',
          change: { values: { heightChanges: '' } },
        },
      ],
    },
    {
      when: 'above the build height',
      values: { heightChanges: '2 mm: fan 20; 900 mm: fan 50' },
      finds: [
        {
          severity: 'blocker',
          title: 'Place of the change at 900 mm is beyond the machine',
          figure: '900 mm',
          limit: '400 mm',
          origin: 'hardware, printer',
          fix: 'leave the change at 900 mm out',
          change: { values: { heightChanges: '2 mm: fan 20' } },
        },
      ],
    },
    {
      when: 'what cannot be read',
      values: { heightChanges: 'at five: hotter' },
      finds: [
        {
          severity: 'blocker',
          title: 'The changes at heights cannot be read',
          figure: '"at five: hotter" cannot be read',
          limit: 'write "5 mm: nozzle 210" or "layer 40: speed 80"',
          origin: 'process, change 1',
          fix: 'leave it out',
          change: { values: { heightChanges: '' } },
        },
      ],
    },
    { when: 'just what the hardware takes', values: { heightChanges: '10 mm: nozzle 300, bed 125' }, finds: [] },
    {
      when: 'a bed hotter than it gets',
      values: { heightChanges: '10 mm: bed 130' },
      finds: [
        {
          severity: 'blocker',
          title: 'Bed of the change at 10 mm is beyond the machine',
          figure: '130 °C',
          limit: '125 °C',
          origin: 'hardware, printer',
          fix: 'leave the change at 10 mm out',
          change: { values: { heightChanges: '' } },
        },
      ],
    },
    { when: 'at the very top', values: { heightChanges: '400 mm: fan 20' }, finds: [] },
  ],
};
