import type { RuleCases } from '../cases.ts';
import { oneAfterAnother } from './oneAfterAnother.ts';

export const cases: RuleCases = {
  rule: oneAfterAnother,
  job: [
    {
      when: 'it goes down beside 21 mm with 12 mm of room',
      program: { before: { end: 'G1 Z21 F480\nG1 X70 E0.1 F1200\nG0 X40\nG1 Z0.2 F480\nG1 X30 E0.3 F1200' } },
      values: { clearanceMm: 12 },
      finds: [
        {
          severity: 'blocker',
          title: 'The head goes down again beside what stands',
          figure: 'to 0.2 mm beside 21 mm',
          limit: '12 mm under the carriage',
          origin: 'hardware, Rifugio Vodice',
          fix: 'have it made layer by layer',
          line: 126,
          layer: 7,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'it goes down beside 21 mm with 40 mm of room',
      program: { before: { end: 'G1 Z21 F480\nG1 X70 E0.1 F1200\nG0 X40\nG1 Z0.2 F480\nG1 X30 E0.3 F1200' } },
      values: { clearanceMm: 40 },
      finds: [],
    },
    {
      when: 'it goes down and nobody has measured the room',
      program: { before: { end: 'G1 Z21 F480\nG1 X70 E0.1 F1200\nG0 X40\nG1 Z0.2 F480\nG1 X30 E0.3 F1200' } },
      finds: [
        {
          severity: 'caution',
          title: 'The head goes down again beside what stands',
          figure: 'to 0.2 mm beside 21 mm',
          limit: 'the carriage’s room is not known',
          origin: 'hardware, Rifugio Vodice',
          fix: 'see that head and carriage pass beside it',
          line: 126,
          layer: 7,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'it is homed again beside 21 mm with 12 mm of room',
      program: { before: { end: 'G1 Z21 F480\nG1 X70 E0.1 F1200\nG28' } },
      values: { clearanceMm: 12 },
      finds: [
        {
          severity: 'blocker',
          title: 'The head goes down again beside what stands',
          figure: 'to 0 mm beside 21 mm',
          limit: '12 mm under the carriage',
          origin: 'hardware, Rifugio Vodice',
          fix: 'have it made layer by layer',
          line: 124,
          layer: 6,
          zMm: 0,
        },
      ],
    },
    {
      when: 'X and Y alone are homed again',
      program: { before: { end: 'G1 Z21 F480\nG1 X70 E0.1 F1200\nG28 X Y' } },
      values: { clearanceMm: 12 },
      finds: [],
    },
    {
      when: 'it goes down by less than a millimetre',
      program: { before: { end: 'G1 Z0.2 F480\nG1 X110 E0.3 F1200' } },
      finds: [],
    },
    {
      when: 'it goes down beside just as much as there is room',
      measured: { report: { backDown: { zMm: 0.2, besideMm: 12.2, line: 100 } } },
      values: { clearanceMm: 12 },
      finds: [],
    },
    {
      when: 'it goes down from far above',
      measured: { report: { backDown: { zMm: 5, besideMm: 12.2, line: 100 } } },
      values: { clearanceMm: 12 },
      finds: [],
    },
  ],
};
