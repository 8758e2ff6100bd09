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
    {
      when: 'a zone that ends where it begins, to the right',
      values: { unprintableZones: '130 90 200 130' },
      finds: [],
    },
    { when: 'a zone behind it', values: { unprintableZones: '80 125 140 200' }, finds: [] },
    { when: 'a zone before it', values: { unprintableZones: '80 0 140 95' }, finds: [] },
    {
      when: 'it overlaps a zone on its right by 3 mm',
      values: { unprintableZones: '127 90 200 130' },
      finds: [
        {
          severity: 'caution',
          title: 'The box round a layer overlaps an unprintable zone',
          figure: 'layer 1: X 90 to 130, Y 95 to 125 mm',
          limit: 'clear of X 127 to 200, Y 90 to 130 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'look at its path there; moved by 3 mm it is clear of the zone',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'it overlaps a zone on its left by 3 mm',
      values: { unprintableZones: '0 90 93 130' },
      finds: [
        {
          severity: 'caution',
          title: 'The box round a layer overlaps an unprintable zone',
          figure: 'layer 1: X 90 to 130, Y 95 to 125 mm',
          limit: 'clear of X 0 to 93, Y 90 to 130 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'look at its path there; moved by 3 mm it is clear of the zone',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
    {
      when: 'it overlaps a zone behind it by 2 mm',
      values: { unprintableZones: '80 123 140 200' },
      finds: [
        {
          severity: 'caution',
          title: 'The box round a layer overlaps an unprintable zone',
          figure: 'layer 1: X 90 to 130, Y 95 to 125 mm',
          limit: 'clear of X 80 to 140, Y 123 to 200 mm',
          origin: 'hardware, Rifugio Vodice',
          fix: 'look at its path there; moved by 2 mm it is clear of the zone',
          line: 10,
          layer: 1,
          zMm: 0.2,
        },
      ],
    },
  ],
};
