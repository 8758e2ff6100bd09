import fc from 'fast-check';
import { expect, test } from 'vitest';
import { clipLines } from '../geometry/clip.ts';
import { gyroidCellMm, gyroidLines } from './gyroid.ts';

const square = [Float64Array.from([0, 0, 60, 0, 60, 60, 0, 60])];
const lengthOf = (lines: readonly ArrayLike<number>[]): number =>
  lines.reduce((sum, l) => {
    for (let i = 2; i < l.length; i += 2) sum += Math.hypot(l[i]! - l[i - 2]!, l[i + 1]! - l[i - 1]!);
    return sum;
  }, 0);

test('every point lies on the surface, at any height', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 50, noNaN: true }), fc.double({ min: 2, max: 20, noNaN: true }), (z, cell) => {
      const k = (2 * Math.PI) / cell;
      for (const line of gyroidLines([0, 30, 5, 25], z, cell))
        for (let i = 0; i < line.length; i += 2) {
          const [x, y, h] = [k * line[i]!, k * line[i + 1]!, k * z];
          expect(Math.sin(x) * Math.cos(y) + Math.sin(y) * Math.cos(h) + Math.sin(h) * Math.cos(x)).toBeCloseTo(0, 6);
        }
    }),
    { numRuns: 60, seed: 2 },
  );
});
test('no line jumps: neighbouring points stay neighbours', () => {
  for (let z = 0; z < 12; z += 0.2)
    for (const line of gyroidLines([0, 40, 0, 40], z, 12))
      for (let i = 2; i < line.length; i += 2)
        expect(Math.hypot(line[i]! - line[i - 2]!, line[i + 1]! - line[i - 1]!)).toBeLessThan(2.5);
});
test('over a whole cell it is as long as parallel lines of the same density, to 3 %', () => {
  const step = 2;
  const cell = gyroidCellMm(step);
  const levels = 40;
  let sum = 0;
  for (let i = 0; i < levels; i++)
    sum += lengthOf(clipLines(gyroidLines([0, 60, 0, 60], ((i + 0.5) / levels) * cell, cell), square));
  expect(sum / levels / (3600 / step)).toBeCloseTo(1, 1);
  expect(Math.abs(sum / levels / (3600 / step) - 1)).toBeLessThan(0.03);
});
test('lines end at the outline and leave holes free', () => {
  const ring = [...square, Float64Array.from([20, 20, 20, 40, 40, 40, 40, 20])];
  const inside = clipLines([[-10, 30, 70, 30]], ring);
  expect(inside.map((l) => [l[0], l[2]].sort((a, b) => a! - b!)).sort((a, b) => a[0]! - b[0]!)).toEqual([
    [0, 20],
    [40, 60],
  ]);
  expect(clipLines([], ring)).toEqual([]);
});
