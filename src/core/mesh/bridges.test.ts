import { expect, test } from 'vitest';
import type { Region } from '../geometry/clip.ts';
import { bridgeOf } from './bridges.ts';

const box = (x0: number, y0: number, x1: number, y1: number): Float64Array =>
  Float64Array.from([x0, y0, x1, y0, x1, y1, x0, y1]);
const hole = (x0: number, y0: number, x1: number, y1: number): Float64Array =>
  Float64Array.from([x0, y0, x0, y1, x1, y1, x1, y0]);
const span = (layer: Region, below: Region, support: Region = []): number | null =>
  bridgeOf({ zMm: 10, region: layer }, below, support, 0.4)?.spanMm ?? null;

test('a lintel between two posts spans the room between them', () => {
  const posts = [box(0, 0, 5, 20), box(25, 0, 30, 20)];
  expect(span([box(0, 0, 30, 20)], posts)).toBeCloseTo(20, 1);
});
test('a lintel that is long for its depth spans the room between its posts, not its own depth', () => {
  const posts = [box(0, 0, 5, 12), box(53, 0, 58, 12)];
  expect(span([box(0, 0, 58, 12)], posts)).toBeCloseTo(48, 1);
});
test('a ceiling that a pillar holds in its middle spans what is left beside it', () => {
  const well: Region = [box(0, 0, 60, 24), hole(4, 4, 56, 20), box(28, 4, 32, 20)];
  expect(span([box(0, 0, 60, 24)], well)).toBeCloseTo(16, 1);
});
test('a lid over a well spans it the short way', () => {
  expect(span([box(0, 0, 40, 20)], [box(0, 0, 40, 20), hole(4, 4, 36, 16)])).toBeCloseTo(12, 1);
});
test('a shelf held at one end, and a table top all round its leg, are no bridges', () => {
  expect(span([box(0, 0, 30, 20)], [box(0, 0, 8, 20)])).toBeNull();
  expect(span([box(0, 0, 40, 40)], [box(15, 15, 25, 25)])).toBeNull();
});
test('what stands on support bridges nothing', () => {
  const posts = [box(0, 0, 5, 20), box(25, 0, 30, 20)];
  expect(span([box(0, 0, 30, 20)], posts, [box(5, 0, 25, 20)])).toBeNull();
});
