import type { RuleCases } from '../cases.ts';
import { withinMotion } from './withinMotion.ts';

export const cases: RuleCases = {
  rule: withinMotion,
  job: [
    {
      when: 'X is asked to run faster than it can',
      program: { before: { layer3: 'G0 X90 Y95 F6000\nG1 X20 F60000\nG1 F1800' } },
      finds: [
        {
          severity: 'caution',
          title: 'X asked to run faster than it can, 1 time',
          figure: '1000 mm/s',
          limit: '300 mm/s',
          origin: 'hardware, Rifugio Vodice',
          fix: 'slow these moves to 30 %; the machine will, and the estimate does',
          line: 54,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'Y, Z and the filament too',
      program: {
        before: {
          layer3: 'G0 X90 Y95 F6000\nG1 Y20 F60000\nG1 Z9 F6000\nG1 E-1.2 F60000\nG1 E1.2 F2100\nG1 Z0.4 F480',
        },
      },
      values: { clearanceMm: 30 },
      finds: [
        {
          severity: 'caution',
          title: 'Y asked to run faster than it can, 1 time',
          figure: '1000 mm/s',
          limit: '300 mm/s',
          origin: 'hardware, Rifugio Vodice',
          fix: 'slow these moves to 30 %; the machine will, and the estimate does',
          line: 54,
          layer: 2,
          zMm: 0.4,
        },
        {
          severity: 'caution',
          title: 'Z asked to run faster than it can, 1 time',
          figure: '100 mm/s',
          limit: '12 mm/s',
          origin: 'hardware, Rifugio Vodice',
          fix: 'slow these moves to 12 %; the machine will, and the estimate does',
          line: 55,
          layer: 2,
          zMm: 0.4,
        },
        {
          severity: 'caution',
          title: 'Filament asked to run faster than it can, 1 time',
          figure: '1000 mm/s',
          limit: '80 mm/s',
          origin: 'hardware, Rifugio Vodice',
          fix: 'slow these moves to 8 %; the machine will, and the estimate does',
          line: 56,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'it is set to start harder than the machine can',
      program: { before: { layer3: 'M204 P90000' } },
      proofs: { accelerationMmPerS2: null },
      finds: [
        {
          severity: 'caution',
          title: 'Acceleration set beyond the machine',
          figure: '90000 mm/s²',
          limit: '1500 mm/s²',
          origin: 'hardware, Rifugio Vodice',
          fix: 'set 1500 mm/s² at line 53',
          line: 53,
          layer: 2,
          zMm: 0.4,
        },
      ],
    },
    {
      when: 'travel may start harder than lines',
      program: { before: { layer3: 'M204 T1800' } },
      values: { travelAccelerationMmPerS2: 2000 },
      proofs: { accelerationMmPerS2: null },
      finds: [],
    },
    {
      when: 'X is a little too fast once',
      measured: {
        report: {
          speedBeyond: [
            { mmPerS: 310, line: 20, count: 1 },
            ...[1, 2, 3].map(() => ({ mmPerS: 0, line: 0, count: 0 })),
          ],
        },
      },
      finds: [
        {
          severity: 'caution',
          title: 'X asked to run faster than it can, 1 time',
          figure: '310 mm/s',
          limit: '300 mm/s',
          origin: 'hardware, Rifugio Vodice',
          fix: 'slow these moves to 96.8 %; the machine will, and the estimate does',
          line: 20,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
  ],
};
