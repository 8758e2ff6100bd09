import type { RuleCases } from '../cases.ts';
import { offZones } from './offZones.ts';

export const cases: RuleCases = {
  rule: offZones,
  job: [
    {
      when: 'it stands on a clip',
      mesh: { placed: { xMm: 45, yMm: 45 } },
      values: { unprintableZones: '40 40 0 0' },
      finds: [
        {
          severity: 'blocker',
          title: 'The part overlaps an unprintable zone',
          figure: '150.0 mm² in it',
          limit: 'X 0 to 40, Y 0 to 40 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move or turn the part',
          zMm: 0,
          place: { xMm: 20, yMm: 20 },
        },
      ],
    },
    {
      when: 'it stands beside it',
      mesh: { placed: { xMm: 61, yMm: 60 } },
      values: { unprintableZones: '40 40 0 0' },
      finds: [],
    },
    {
      when: 'a zone in the middle',
      mesh: {},
      values: { unprintableZones: '170 160 180 175' },
      finds: [
        {
          severity: 'blocker',
          title: 'The part overlaps an unprintable zone',
          figure: '150.0 mm² in it',
          limit: 'X 170 to 180, Y 160 to 175 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'move or turn the part',
          zMm: 0,
          place: { xMm: 175, yMm: 167.5 },
        },
      ],
    },
  ],
};
