import type { RuleCases } from '../cases.ts';
import { programOffZones } from './programOffZones.ts';

export const cases: RuleCases = {
  rule: programOffZones,
  job: [
    {
      when: 'it lays over a brush',
      values: { unprintableZones: '140 104 100 100' },
      finds: [
        {
          severity: 'caution',
          title: 'The box round a layer overlaps an unprintable zone',
          figure: 'layer 1: X 90 to 130, Y 95 to 125 mm',
          limit: 'clear of X 100 to 140, Y 100 to 104 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'look at its path there; moved by 9 mm it is clear of the zone',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    { when: 'it lays beside it', values: { unprintableZones: '0 0 90 200' }, finds: [] },
  ],
};
