import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { manifoldOf } from '../../../test/meshes/oracle.ts';
import { closedSolids, insideOut, movedBy, rounded, torn, torusMesh, turned } from '../../../test/meshes/solids.ts';
import { boundsOf, joined, type Mesh } from '../mesh/mesh.ts';
import { boxMesh, sphereMesh, turnedMesh } from '../mesh/solids.ts';
import { topologyOf } from '../mesh/topology.ts';
import { weld } from '../mesh/weld.ts';
import { layersOf, type Layer } from './layers.ts';
import { layerPlanes } from './slice.ts';

const sliced = (m: Mesh, h: number): Layer[] => {
  const welded = weld(m);
  return [...layersOf(welded, topologyOf(welded), h)];
};

describe('against an independent kernel (manifold-3d)', () => {
  test.each(Object.entries(closedSolids))('layers of the %s have the same area to 1e-6', (_, mesh) => {
    const m = manifoldOf(weld(rounded(mesh)));
    const layers = sliced(rounded(mesh), 0.37);
    expect(layers.length).toBeGreaterThan(10);
    for (const layer of layers) {
      const section = m.slice(layer.zMm);
      const wanted = section.area();
      if (wanted > 0.01) expect(layer.areaMm2 / wanted).toBeCloseTo(1, 6);
      section.delete();
    }
    m.delete();
  });
});

describe('against closed forms', () => {
  const SIDES = 720;
  const polygon = (SIDES / 2) * Math.sin((2 * Math.PI) / SIDES); // area of the inscribed polygon of radius 1
  test('a cone has circles that shrink with height', () => {
    const cone = turnedMesh([[12, 0], [0, 30]], SIDES); // prettier-ignore
    for (const { zMm, areaMm2, islands } of sliced(cone, 0.5)) {
      expect(areaMm2 / (polygon * (12 * (1 - zMm / 30)) ** 2)).toBeCloseTo(1, 7);
      expect(islands).toBe(1);
    }
  });
  test('a ball has circles of r² − z²', () => {
    for (const { zMm, areaMm2 } of sliced(sphereMesh(20, SIDES), 0.5))
      if (Math.abs(zMm) < 19) expect(areaMm2 / (Math.PI * (400 - zMm * zMm))).toBeCloseTo(1, 3);
  });
  test('a ring lying down has rings: one island with a hole, of area 4πR√(r² − z²)', () => {
    for (const { zMm, areaMm2, islands, region } of sliced(torusMesh(20, 6, 256), 0.5)) {
      if (Math.abs(zMm) < 5.5) expect(areaMm2 / (4 * Math.PI * 20 * Math.sqrt(36 - zMm * zMm))).toBeCloseTo(1, 2);
      expect([islands, region.length]).toEqual([1, 2]);
    }
  });
  test('a cube on its corner has triangles, then hexagons, then triangles', () => {
    const a = 20;
    const onCorner = turned(turned(boxMesh([0, 0, 0], [a, a, a]), 0, Math.PI / 4), Math.atan(Math.SQRT2), 0);
    const height = a * Math.sqrt(3);
    const [low] = [boundsOf(onCorner).min[2]];
    expect(boundsOf(onCorner).max[2] - low).toBeCloseTo(height, 9);
    for (const { zMm, areaMm2 } of sliced(onCorner, 0.41)) {
      const z = zMm - low;
      const corner = (h: number): number => (h > 0 ? ((3 * Math.sqrt(3)) / 2) * h * h : 0);
      const wanted = corner(z) - 3 * corner(z - height / 3) + 3 * corner(z - (2 * height) / 3);
      expect(areaMm2).toBeCloseTo(wanted, 6);
    }
  });
});

test('planes lie in the middle of layers from the lowest point, and none lies at or above the top', () => {
  expect([...layerPlanes(0, 1, 0.25)]).toEqual([0.125, 0.375, 0.625, 0.875]);
  expect([...layerPlanes(-3, -2, 0.4)]).toEqual([-2.8, expect.closeTo(-2.4, 12)]);
  expect(layerPlanes(0, 0.6, 0.4)).toHaveLength(1); // the second would lie at the top itself
  expect(layerPlanes(0, 0.61, 0.4)).toHaveLength(2);
  expect(layerPlanes(0, 0.1, 0.4)).toHaveLength(0);
});
test('vertices and faces that lie on a plane neither break a contour nor count twice', () => {
  const steps = joined([boxMesh([0, 0, 0], [10, 10, 1.5]), boxMesh([20, 0, 0], [30, 10, 2.5])]);
  const layers = sliced(steps, 1); // planes at 0.5, 1.5 (the top of the lower box) and 2.5 would be the top
  expect(layers.map((l) => [l.areaMm2, l.islands, l.gaps])).toEqual([
    [200, 2, 0],
    [200, 2, 0], // a vertex on the plane is above it: the box still reaches the plane that runs through its top
  ]);
});
test('bodies that overlap are one, and one inside out is still there', () => {
  const box = boxMesh([0, 0, 0], [10, 10, 4]);
  expect(sliced(joined([box, movedBy(box, 5, 0, 0)]), 1)[1]).toMatchObject({
    areaMm2: expect.closeTo(150, 6),
    perimeterMm: expect.closeTo(50, 6),
    islands: 1,
  });
  expect(sliced(insideOut(box), 1)[0]).toMatchObject({ areaMm2: expect.closeTo(100, 6), islands: 1 });
});
test('every contour of a closed body closes, at any height and turn', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 6.28, noNaN: true }),
      fc.double({ min: 0, max: 6.28, noNaN: true }),
      fc.double({ min: 0.05, max: 3, noNaN: true }),
      (x, z, h) => {
        for (const solid of [torusMesh(20, 6, 24), boxMesh([0, 0, 0], [7, 11, 13])])
          for (const layer of sliced(turned(solid, x, z), h)) expect(layer.gaps).toBe(0);
      },
    ),
    { numRuns: 60, seed: 5 },
  );
});
test('a volume is the sum of its layers, the better the thinner they are', () => {
  const ball = sphereMesh(15, 96);
  const volume = (h: number): number => sliced(ball, h).reduce((s, l) => s + l.areaMm2 * h, 0);
  expect(volume(0.1) / ((4 / 3) * Math.PI * 15 ** 3)).toBeCloseTo(1, 2);
});
test('an open surface is cut too, and says in how many places it had to be closed', () => {
  const layers = sliced(turned(torn, Math.PI / 2, 0), 2);
  expect(layers.length).toBeGreaterThan(20);
  expect(layers.some((l) => l.gaps > 0)).toBe(true);
  expect(layers.every((l) => l.areaMm2 >= 0)).toBe(true);
});
