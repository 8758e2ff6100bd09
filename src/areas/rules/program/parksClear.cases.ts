import type { RuleCases } from '../cases.ts';
import { parksClear } from './parksClear.ts';

export const cases: RuleCases = {
  rule: parksClear,
  job: [
    {
      when: 'it stays on the part',
      program: { replace: [[/G0 Z21 F480\n/, '']] },
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle stays on the part at the end',
          figure: 'left at 91 / 96, 0 mm above it',
          limit: 'beside the part, or well above it',
          origin: 'farm practice',
          fix: 'let it end with a move up, such as G1 Z11',
          line: 126,
          zMm: 1,
        },
      ],
    },
    { when: 'it stays 0.6 mm above the part', program: { replace: [[/G0 Z21 F480\n/, 'G0 Z1.6 F480\n']] }, finds: [] },
    {
      when: 'it is parked beside the part',
      program: { replace: [[/G0 Z21 F480\n/, 'G0 X60 Y60 F6000\n']] },
      finds: [],
    },
    {
      when: 'nothing is extruded',
      program: { replace: [[/ E[-\d.]+/g, '']] },
      finds: [],
      others: ['lays-something'],
      needs: 'a program that extrudes',
    },
    { when: 'left over the left edge of the part', measured: { report: { endMm: [90, 110, 1] } }, finds: [] },
    { when: 'left over the right edge', measured: { report: { endMm: [130, 110, 1] } }, finds: [] },
    { when: 'left over the front edge', measured: { report: { endMm: [110, 95, 1] } }, finds: [] },
    { when: 'left over the back edge', measured: { report: { endMm: [110, 125, 1] } }, finds: [] },
    { when: 'left before the part', measured: { report: { endMm: [110, 50, 1] } }, finds: [] },
    { when: 'left behind the part', measured: { report: { endMm: [110, 200, 1] } }, finds: [] },
    {
      when: 'left just half a millimetre above it',
      measured: { report: { endMm: [110, 110, 1.5] } },
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle stays on the part at the end',
          figure: 'left at 110 / 110, 0.5 mm above it',
          limit: 'beside the part, or well above it',
          origin: 'farm practice',
          fix: 'let it end with a move up, such as G1 Z11',
          line: 127,
          zMm: 1,
        },
      ],
    },
    {
      when: 'left a quarter of a millimetre above it',
      measured: { report: { endMm: [110, 110, 1.25] } },
      finds: [
        {
          severity: 'caution',
          title: 'The nozzle stays on the part at the end',
          figure: 'left at 110 / 110, 0.25 mm above it',
          limit: 'beside the part, or well above it',
          origin: 'farm practice',
          fix: 'let it end with a move up, such as G1 Z11',
          line: 127,
          zMm: 1,
        },
      ],
    },
  ],
};
