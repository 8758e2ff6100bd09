import fc from 'fast-check';
import { expect, test } from 'vitest';
import { insideOut, movedBy, turned } from '../../../test/meshes/solids.ts';
import { runAll } from '../result/stepwise.ts';
import { joined, type Mesh } from './mesh.ts';
import { meshOfSolids } from './solid.ts';
import { boxMesh, sphereMesh } from './solids.ts';
import {
  BIN_MM,
  measuringThickness,
  thicknessOfFaces,
  thinnerMm2,
  usualThicknesses,
  type Thickness,
} from './thickness.ts';
import { weld } from './weld.ts';

const measure = (m: Mesh, shells = 1, most?: number): Thickness => runAll(measuringThickness(weld(m), shells, most));
const total = (bins: readonly number[]): number => bins.reduce((s, v) => s + v, 0);

test('the wall between two nested spheres is as thick as their radii differ, wherever it is measured', () => {
  const shell = joined([sphereMesh(20, 128), insideOut(sphereMesh(18.2, 128))]);
  const { thinnest, uprightMm2, flatMm2, samples } = measure(shell, 2);
  expect(samples).toBeGreaterThan(10_000);
  for (const place of [thinnest.upright!, thinnest.flat!]) {
    expect(place.mm).toBeGreaterThan(1.8 - 0.03); // facets lie inside their circle
    expect(Math.hypot(place.xMm, place.yMm, place.zMm)).toBeCloseTo(19.1, 1);
  }
  // all of both surfaces, and none of it thicker than facets make it
  const both = 4 * Math.PI * (20 ** 2 + 18.2 ** 2);
  const within = [uprightMm2, flatMm2].reduce((s, b) => s + thinnerMm2(b, 1.85) - thinnerMm2(b, 1.75), 0);
  expect(within / both).toBeGreaterThan(0.99);
});
test('a plate has one thickness, its rim another', () => {
  const { uprightMm2, flatMm2, thinnest } = measure(boxMesh([0, 0, 0], [40, 30, 1.2]));
  expect(thinnest.flat!.mm).toBeCloseTo(1.2, 3);
  expect(total(flatMm2) / (2 * 40 * 30)).toBeCloseTo(1, 2);
  expect(total(uprightMm2)).toBe(0); // 30 and 40 mm are no walls
  expect(usualThicknesses(flatMm2, 100)[0]!.mm).toBeCloseTo(1.2, 1);
});
test('turned and moved, it is as thick as before', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 6, noNaN: true }),
      fc.double({ min: 0, max: 6, noNaN: true }),
      fc.double({ min: 0.2, max: 3, noNaN: true }),
      (x, z, t) => {
        const { thinnest } = measure(movedBy(turned(boxMesh([0, 0, 0], [20, 15, t]), x, z), 100, 80, 0), 1, 2000);
        expect(Math.min(thinnest.upright?.mm ?? 99, thinnest.flat?.mm ?? 99)).toBeCloseTo(t, 3);
      },
    ),
    { numRuns: 40, seed: 3 },
  );
});
test('bodies that lie within each other are one: no thin place where one ends inside the other', () => {
  const cross = joined([boxMesh([0, 0, 0], [40, 10, 10]), boxMesh([15, -15, 0.2], [25, 25, 9.8])]);
  const both = measure(cross, 2);
  // apart, the second's flat side lies 0.2 mm below the first's
  expect(Math.min(both.thinnest.flat!.mm, both.thinnest.upright!.mm)).toBeGreaterThan(9.5);
  expect(total(both.flatMm2) + total(both.uprightMm2)).toBe(0);
});
test('a sharp edge is no wall; a thin wedge with almost even sides is one', () => {
  const wedge = (topMm: number): Mesh =>
    meshOfSolids([
      { shape: 'box', x: 0, y: 0, w: 20, d: 30, fromMm: 0, toMm: 12, top: { x: 0, y: 0, w: topMm, d: 30 } },
    ]);
  const blade = measure(wedge(0.2)); // its sides lean 79° against each other
  expect(thinnerMm2(blade.uprightMm2, 0.4)).toBe(0);
  const steep = measure(
    movedBy(
      meshOfSolids([
        { shape: 'box', x: 0, y: 0, w: 1, d: 30, fromMm: 0, toMm: 12, top: { x: 0, y: 0, w: 0.3, d: 30 } },
      ]),
      0,
      0,
      0,
    ),
  );
  expect(thinnerMm2(steep.uprightMm2, 0.5)).toBeGreaterThan(100);
});
test('the picture’s thickness of each face is what the check measures, and a sharp edge has none', () => {
  const plate = weld(boxMesh([0, 0, 0], [40, 30, 1.2]));
  const each = [...thicknessOfFaces(plate, 1)].map((v) => Number(v.toFixed(3))).sort((a, b) => a - b);
  expect(each).toEqual([1.2, 1.2, 1.2, 1.2, 30, 30, 30, 30, 40, 40, 40, 40]);
  const cross = weld(joined([boxMesh([0, 0, 0], [40, 10, 10]), boxMesh([15, -15, 0.2], [25, 25, 9.8])]));
  expect(Math.min(...thicknessOfFaces(cross, 2))).toBeGreaterThan(9.5);
});
test('the same mesh gives the same figures', () => {
  const ball = sphereMesh(10, 48);
  expect(measure(ball)).toEqual(measure(ball));
});
test('shares of bins add up, and a thickness between two peaks is told apart', () => {
  const bins = [0, 0, 10, 0, 0, 0, 4, 0];
  expect([thinnerMm2(bins, 2 * BIN_MM), thinnerMm2(bins, 2.5 * BIN_MM), thinnerMm2(bins, 99)]).toEqual([
    0,
    expect.closeTo(5, 9),
    14,
  ]);
  expect(usualThicknesses(bins, 1).map((u) => Number(u.mm.toFixed(4)))).toEqual([0.05, 0.13]);
});
