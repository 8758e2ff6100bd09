import { expect, test } from 'vitest';
import { readSegments } from './segments.ts';

const columns = (s: ReturnType<typeof readSegments>) =>
  Array.from({ length: s.count }, (_, i) => [s.x0[i], s.y0[i], s.x1[i], s.y1[i], s.layer[i], s.laid[i]]);
test('lines and travel come with layer, heat, speed and what was pulled back', () => {
  const s = readSegments(
    'M109 S210\nM83\nG28\nG0 Z0.2 F600\nG0 X10 Y0 F6000\nG1 X20 Y0 E1 F1200\nG1 E-0.8 F2100\nG0 X20 Y30\nM204 S900\nG0 Z0.4\nG1 E0.8\nG1 X10 Y30 E1 F600\n',
    2,
  );
  expect(columns(s)).toEqual([
    [0, 0, 10, 0, 0, 0],
    [10, 0, 20, 0, 0, 1],
    [20, 0, 20, 30, 0, 0],
    [20, 30, 10, 30, 1, 1],
  ]);
  expect([s.layerZMm, s.nozzleC[1], s.mmPerS[1], s.pulledMm[2]! - 0.8 < 1e-6, s.mmPerS2[3], s.areaMm2[3]]).toEqual([
    [0.2, 0.4],
    210,
    20,
    true,
    900,
    expect.closeTo(0.2, 6),
  ]);
});
test('a full turn of an arc ends where it begins and keeps its radius; filament counted from the start is read as well', () => {
  const s = readSegments('M82\nG92 E0\nG0 Z0.2\nG0 X10 Y0\nG3 X10 Y0 I-10 J0 E5\nG2 X0 Y10 I-10 J0 E6\n', 1);
  expect([s.count, s.x1[12], s.y1[12]]).toEqual([25, 10, 0]);
  for (let i = 1; i < s.count; i++) expect(Math.hypot(s.x1[i]!, s.y1[i]!)).toBeCloseTo(10, 4);
});
