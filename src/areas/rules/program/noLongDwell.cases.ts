import type { RuleCases } from '../cases.ts';
import { noLongDwell } from './noLongDwell.ts';

export const cases: RuleCases = {
  rule: noLongDwell,
  job: [
    { when: 'it stands still for a minute', program: { before: { layer4: 'G4 S60' } }, finds: [] },
    {
      when: 'it stands still for five minutes',
      program: { before: { layer4: 'G4 S300' } },
      finds: [
        {
          severity: 'note',
          title: 'The nozzle stands still mid-print',
          figure: '5 min',
          limit: '1 min',
          origin: 'farm practice',
          fix: 'let it wait aside and wipe, or shorten the wait',
          line: 76,
          layer: 3,
          zMm: 0.6,
        },
      ],
    },
    { when: 'it waits before anything is extruded', program: { before: { layer1: 'G4 S300' } }, finds: [] },
    {
      when: 'it waits with the nozzle cold',
      program: { before: { layer4: 'G4 S300' }, replace: [[/M10[49] S248\n/g, '']] },
      finds: [],
      others: ['heat-and-wait', 'nozzle-temperature'],
    },
    {
      when: 'a minute and a half',
      program: { before: { layer4: 'G4 P60500' } },
      finds: [
        {
          severity: 'note',
          title: 'The nozzle stands still mid-print',
          figure: '1 min',
          limit: '1 min',
          origin: 'farm practice',
          fix: 'let it wait aside and wipe, or shorten the wait',
          line: 76,
          layer: 3,
          zMm: 0.6,
        },
      ],
    },
    {
      when: 'it waits on the line it first extrudes',
      measured: { report: { longestDwellS: 300, longestDwellLine: 10 } },
      finds: [
        {
          severity: 'note',
          title: 'The nozzle stands still mid-print',
          figure: '5 min',
          limit: '1 min',
          origin: 'farm practice',
          fix: 'let it wait aside and wipe, or shorten the wait',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
  ],
};
