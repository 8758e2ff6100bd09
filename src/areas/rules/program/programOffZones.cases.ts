import type { RuleCases } from '../cases.ts';
import { programOffZones } from './programOffZones.ts';

const found = (at: readonly [x: number, y: number], limit: string, line: number) =>
  ({
    severity: 'blocker',
    title: 'Laid in an unprintable zone',
    figure: `X ${at[0]} Y ${at[1]}`,
    limit: `clear of ${limit} mm`,
    origin: 'hardware, Rifugio Vodice',
    fix: 'move the part, or have the program made to keep clear of the zone',
    line,
    layer: 1,
    zMm: 0.2,
    place: { xMm: at[0], yMm: at[1] },
  }) as const;

export const cases: RuleCases = {
  rule: programOffZones,
  job: [
    {
      when: 'it lays over a brush',
      values: { unprintableZones: '140 104 100 90' },
      finds: [found([100, 95], 'X 100 to 140, Y 90 to 104', 10)],
    },
    {
      when: 'a zone lies within it, where nothing is laid',
      values: { unprintableZones: '105 105 115 115' },
      finds: [],
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
      when: 'it reaches 3 mm into a zone on its right',
      values: { unprintableZones: '127 90 200 130' },
      finds: [found([127, 95], 'X 127 to 200, Y 90 to 130', 10)],
    },
    {
      when: 'it travels through a zone and lays nothing there',
      values: { unprintableZones: '200 90 220 130' },
      program: { before: { layer3: 'G0 X210 Y100 F6000' } },
      finds: [],
    },
    {
      when: 'it lies in two zones, and over a third many times',
      values: { unprintableZones: '0 90 93 130; 127 90 200 130; 300 0 310 10' },
      finds: [found([90, 95], 'X 0 to 93, Y 90 to 130', 10), found([127, 95], 'X 127 to 200, Y 90 to 130', 10)],
    },
    {
      when: 'the origin is in the middle: places are on the plate',
      values: { unprintableZones: '127 90 200 130', lowestXMm: -20, lowestYMm: -10 },
      finds: [{ ...found([127, 95], 'X 127 to 200, Y 90 to 130', 10), place: { xMm: 147, yMm: 105 } }],
    },
    {
      when: 'a report of a time when zones were not read',
      measured: { report: { inZones: undefined } },
      finds: [],
    },
  ],
};
