import { describe, expect, test } from 'vitest';
import { exampleLimits } from '../motion/limits.ts';
import { inspectGcode } from './inspect.ts';
import type { GcodeReport, LayerRow } from './report.ts';

/** A square ring of 10 mm, laid three times round, from its corner. */
const tower = (x: number, y: number, turns = 3): string =>
  [
    `G0 X${x} Y${y} F9000`,
    ...Array.from({ length: turns }, () => [
      `G1 X${x + 10} Y${y} E0.4 F1200`,
      `G1 X${x + 10} Y${y + 10} E0.4`,
      `G1 X${x} Y${y + 10} E0.4`,
      `G1 X${x} Y${y} E0.4`,
    ]).flat(),
  ].join('\n');
function reportOf(layers: readonly string[]): GcodeReport {
  const text = ['G28', 'M83', ...layers.map((l, k) => `G0 Z${(0.2 * (k + 1)).toFixed(1)} F600\n${l}`)].join('\n');
  const read = inspectGcode(new TextEncoder().encode(text), exampleLimits);
  if (!read.ok) throw new Error(read.failure.what);
  return read.value;
}
const rowsOf = (layers: readonly string[]): readonly LayerRow[] => reportOf(layers).layerRows;
const [a, b] = [tower(20, 20), tower(60, 20)];

describe('the time until something is laid on a layer', () => {
  test('of one tower is the time of its layer, and nothing is laid on the last', () => {
    const rows = rowsOf([a, a, a, a]);
    for (const row of rows.slice(1, -1)) expect(row.againS).toBeCloseTo(row.timeS, 1);
    expect(rows.at(-1)!.againS).toBeNull();
    expect(rows[1]!.againAtMm).toBeUndefined();
  });
  test('of two towers in the same order is that of both', () => {
    const rows = rowsOf([a + '\n' + b, a + '\n' + b, a + '\n' + b]);
    expect(rows[1]!.againS! / rows[1]!.timeS).toBeCloseTo(1, 1);
  });
  test('of two towers there and back is that of the one which comes twice running, and says where it stands', () => {
    const there = a + '\n' + b;
    const back = b + '\n' + a;
    const rows = rowsOf([there, back, there, back]);
    for (const row of rows.slice(0, 3)) expect(row.againS! / row.timeS).toBeCloseTo(0.5, 1);
    expect(rows.slice(0, 3).map((r) => r.againAtMm)).toEqual([
      [65, 25],
      [25, 25],
      [65, 25],
    ]);
  });
  test('of a low tower beside a tall one ends with it', () => {
    const rows = rowsOf([a + '\n' + b, a + '\n' + b, a, a]);
    // above the low tower nothing is laid: what counts is where the tall one stands
    expect(rows[1]!.againAtMm).toEqual([25, 25]);
    expect(rows[1]!.againS! / rows[1]!.timeS).toBeCloseTo(1, 1);
  });
  test('of parts with other layer heights is that of the part itself', () => {
    const rows = rowsOf([a, b, a, b, a, b, a]);
    for (const row of rows.slice(1, 4)) expect(row.againS! / row.timeS).toBeCloseTo(2, 1);
  });
  test('counts what stands still meanwhile', () => {
    const [plain, waits] = [rowsOf([a, a, a]), rowsOf([a, `${a}\nG4 S7`, a])];
    expect(waits[1]!.againS! - plain[1]!.againS!).toBeCloseTo(7, 1);
  });
  test('of one outline with fill begun at changing corners is one place', () => {
    const fill = (x: number, y: number): string => `G0 X${x} Y${y} F9000\nG1 X${x + 4} Y${y + 4} E0.3 F1200`;
    const wide = tower(20, 20, 1);
    const rows = rowsOf([
      `${wide}\n${fill(21, 21)}\n${fill(25, 25)}`,
      `${wide}\n${fill(25, 25)}\n${fill(21, 21)}`,
      wide,
    ]);
    expect(rows[1]!.againAtMm).toBeUndefined();
    expect(rows[1]!.againS! / rows[1]!.timeS).toBeCloseTo(1, 1);
  });
});

describe('what stands apart', () => {
  test('is told by its box, in the order it is begun, and a skirt round all of it is left out', () => {
    const skirt = 'G0 X10 Y10 F9000\nG1 X80 E3 F1200\nG1 Y40 E1\nG1 X10 E3\nG1 Y10 E1';
    const both = b + '\n' + a;
    expect(reportOf([skirt + '\n' + both, both, both]).parts).toEqual([
      { minX: 60, maxX: 70, minY: 20, maxY: 30, line: 37 },
      { minX: 20, maxX: 30, minY: 20, maxY: 30, line: 50 },
    ]);
  });
  test('is one where something above joins it', () => {
    const slab = 'G0 X20 Y20 F9000\nG1 X70 Y30 E2 F1200';
    expect(reportOf([a + '\n' + b, a + '\n' + b, slab]).parts).toMatchObject([
      { minX: 20, maxX: 70, minY: 20, maxY: 30 },
    ]);
  });
});
