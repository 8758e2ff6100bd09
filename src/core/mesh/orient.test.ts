import fc from 'fast-check';
import { turnDown } from './turnDown.ts';
import { describe, expect, test } from 'vitest';
import { hullFaces } from '../geometry/hull3.ts';
import { runAll } from '../result/stepwise.ts';
import type { Mesh } from './mesh.ts';
import { orientMesh, compareOrientations, type OrientationRequest } from './orient.ts';
import { turnMatrix } from './placement.ts';
import { boxMesh, cylinderMesh, sphereMesh, turnedMesh } from './solids.ts';
import { topologyOf } from './topology.ts';

const wish: OrientationRequest = { beyondDeg: 45, layerHeightMm: 0.2, scale: [1, 1, 1], load: null, show: null };
const standings = (mesh: Mesh, over: Partial<OrientationRequest> = {}) =>
  runAll(compareOrientations(mesh, { ...wish, ...over }));
const unit = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
  )
  .filter((v) => Math.hypot(...v) > 0.01)
  .map(([x, y, z]): [number, number, number] => {
    const l = Math.hypot(x, y, z);
    return [x / l, y / l, z / l];
  });

test('every direction is turned straight down, and down is left as it is', () => {
  expect(turnDown([0, 0, -1])).toEqual([0, 0, 0]);
  fc.assert(
    fc.property(unit, (v) => {
      const m = turnMatrix(turnDown(v));
      const turned = [0, 3, 6].map((r) => m[r]! * v[0] + m[r + 1]! * v[1] + m[r + 2]! * v[2]);
      expect(turned[2]).toBeCloseTo(-1, 6);
    }),
    { seed: 3 },
  );
});
describe('faces of a hull', () => {
  test('of a block are its six sides, the largest first', () => {
    const faces = hullFaces(boxMesh([0, 0, 0], [30, 20, 10]).xyz);
    expect(faces.map((f) => f.areaMm2)).toEqual([600, 600, 300, 300, 200, 200].map((a) => expect.closeTo(a, 6)));
  });
  test('have the area of the ball they lie round, nearly', () => {
    const area = hullFaces(sphereMesh(10, 48).xyz).reduce((s, f) => s + f.areaMm2, 0);
    expect(area / (4 * Math.PI * 100)).toBeCloseTo(1, 1);
  });
  test('of points in a plane are none', () =>
    expect(hullFaces(Float64Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]))).toEqual([]));
});
describe('ways to stand', () => {
  const foot = 3;
  const top = 20;
  // a table on one round leg
  const table = turnedMesh(
    [
      [foot, 0],
      [foot, 20],
      [top, 20],
      [top, 24],
    ],
    64,
  );
  const area = (r: number): number => 32 * r * r * Math.sin((2 * Math.PI) / 64); // of a ring of 64 corners

  test('of a table: on its top nothing hangs over, and on its leg all of the top beside it does', () => {
    const all = standings(table);
    expect(all[0]).toMatchObject({
      overhangMm2: 0,
      contactMm2: expect.closeTo(area(top), 6),
      heightMm: expect.closeTo(24, 6),
      jumpMm2: expect.closeTo(area(top) - area(foot), 6),
    });
    expect(Math.abs(all[0]!.turnDeg[0])).toBe(180);
    const asDrawn = orientMesh(table, topologyOf(table), [0, 0, 0], null, wish);
    expect(asDrawn.overhangMm2).toBeCloseTo(area(top) - area(foot), 6);
    expect(asDrawn.contactMm2).toBeCloseTo(area(foot), 6);
  });
  test('of a rod: upright its load pulls layers apart, lying it does not', () => {
    const rod = cylinderMesh(4, 0, 60, 64);
    const all = standings(rod, { load: [0, 0, 1] });
    const upright = all.find((s) => s.heightMm > 59)!;
    const lying = all.find((s) => s.heightMm < 8.5)!;
    expect(upright.acrossLayers).toBeCloseTo(1, 6);
    expect(lying.acrossLayers).toBeCloseTo(0, 6);
    expect(upright.contactMm2).toBeCloseTo(Math.PI * 16, 0);
  });
  test('mark a show face that lies on the plate, and not one that looks up', () => {
    const all = standings(boxMesh([0, 0, 0], [30, 20, 10]), { show: [0, 0, 1] });
    const down = all.find((s) => Math.abs(s.turnDeg[0]) === 180 || Math.abs(s.turnDeg[1]) === 180)!;
    const up = all.find((s) => s.turnDeg.every((d) => d === 0))!;
    expect([down.isShowMarked, up.isShowMarked]).toEqual([true, false]);
  });
  test('put what falls over last', () => {
    const all = standings(boxMesh([0, 0, 0], [30, 20, 10]));
    const falls = all.map((s) => s.contactMm2 < 1);
    expect(falls).toEqual([...falls].sort((a, b) => Number(a) - Number(b)));
    expect(all.filter((s) => s.faceMm2 === null)).toHaveLength(2);
    expect(all.filter((s) => s.faceMm2 !== null).every((s) => s.standsInsideMm! > 0)).toBe(true);
  });
});
