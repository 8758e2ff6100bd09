import { BufferAttribute, BufferGeometry } from 'three';
import { describe, expect, test } from 'vitest';
import { manifoldOf } from '../../../test/meshes/oracle.ts';
import { closedSolids, insideOut, loose, movedBy, rounded, torn } from '../../../test/meshes/solids.ts';
import { surveyMesh } from './facts.ts';
import { boundsOf, joined, type Mesh } from './mesh.ts';
import { boxMesh, sphereMesh } from './solids.ts';
import { momentsOf } from './moments.ts';
import { weld } from './weld.ts';

const factsOf = (m: Mesh) => surveyMesh(weld(m)).facts;
const cube = boxMesh([0, 0, 0], [10, 10, 10]);
const without = (m: Mesh, ...triangles: number[]): Mesh => ({
  xyz: m.xyz,
  corners: m.corners.filter((_, i) => !triangles.includes((i / 3) | 0)),
});
const withFaces = (m: Mesh, ...corners: number[]): Mesh => ({
  xyz: m.xyz,
  corners: Uint32Array.from([...m.corners, ...corners]),
});

describe('against an independent kernel (manifold-3d)', () => {
  test.each(Object.entries(closedSolids))('%s has the same volume, area and bounds to 1e-6', (_, mesh) => {
    const welded = weld(rounded(mesh));
    const m = manifoldOf(welded);
    const f = factsOf(rounded(mesh));
    expect(f.watertight).toBe(true);
    expect(f.volumeMm3! / m.volume()).toBeCloseTo(1, 6);
    expect(f.areaMm2 / m.surfaceArea()).toBeCloseTo(1, 6);
    expect([...f.bounds.min, ...f.bounds.max]).toEqual(
      [...m.boundingBox().min, ...m.boundingBox().max].map((v) => expect.closeTo(v, 5)),
    );
    expect(m.decompose().length).toBe(f.shells);
    m.delete();
  });
});

test('an open scanned surface has the bounds and area that three.js finds, and is not called watertight', () => {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(Float32Array.from(torn.xyz), 3));
  geometry.setIndex([...torn.corners]);
  const used = geometry.toNonIndexed(); // vertices no triangle uses are no part of the body
  used.computeBoundingBox();
  const f = factsOf(rounded(torn));
  const box = used.boundingBox!;
  expect([...f.bounds.min, ...f.bounds.max]).toEqual(
    [...box.min.toArray(), ...box.max.toArray()].map((v) => expect.closeTo(v, 5)),
  );
  let area = 0;
  const p = geometry.getAttribute('position');
  for (let t = 0; t < torn.corners.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => torn.corners[t + k]!);
    const at = (v: number) => [p.getX(v), p.getY(v), p.getZ(v)] as const;
    const [A, B, C] = [at(a!), at(b!), at(c!)];
    const sides = [dist(A, B), dist(B, C), dist(C, A)];
    const s = (sides[0]! + sides[1]! + sides[2]!) / 2;
    area += Math.sqrt(Math.max(0, s * (s - sides[0]!) * (s - sides[1]!) * (s - sides[2]!))); // Heron
  }
  expect(f.areaMm2 / area).toBeCloseTo(1, 6);
  expect(f.watertight).toBe(false);
  const count = new Map<string, number>();
  for (let h = 0; h < torn.corners.length; h++) {
    const [a, b] = [torn.corners[h]!, torn.corners[h % 3 === 2 ? h - 2 : h + 1]!];
    const key = a < b ? `${a} ${b}` : `${b} ${a}`;
    count.set(key, (count.get(key) ?? 0) + 1);
  }
  expect(f.openEdges).toBe([...count.values()].filter((n) => n === 1).length);
});
const dist = (a: readonly [number, number, number], b: readonly [number, number, number]): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

describe('a mesh is judged by its faults', () => {
  const clean = { openEdges: 0, nonManifoldEdges: 0, flippedEdges: 0, insideOutShells: 0, degenerateFaces: 0 };
  test.each<[string, Mesh, object]>([
    ['a cube', loose(cube), { ...clean, vertices: 8, triangles: 12, shells: 1, duplicateFaces: 0, watertight: true }],
    ['a cube without one triangle', without(cube, 3), { ...clean, openEdges: 3, watertight: false }],
    ['a cube without one side', without(cube, 2, 3), { ...clean, openEdges: 4 }],
    [
      'a cube inside out',
      insideOut(cube),
      { ...clean, insideOutShells: 1, watertight: true, volumeMm3: expect.closeTo(-1000, 9) },
    ],
    [
      'a cavity, which is wound inward and right so',
      joined([boxMesh([-5, -5, -5], [15, 15, 15]), insideOut(cube)]),
      { ...clean, shells: 2, volumeMm3: expect.closeTo(7000, 9) },
    ],
    [
      'a cavity beside a body instead of in it',
      joined([cube, movedBy(insideOut(cube), 20, 0, 0)]),
      { ...clean, shells: 2, insideOutShells: 1 },
    ],
    [
      'a body within a body, which only overlaps it',
      joined([boxMesh([-5, -5, -5], [15, 15, 15]), cube]),
      { ...clean, shells: 2 },
    ],
    [
      'a hollow body all inside out',
      insideOut(joined([boxMesh([-5, -5, -5], [15, 15, 15]), insideOut(cube)])),
      { ...clean, insideOutShells: 2 },
    ],
    ['a triangle that stands twice', withFaces(cube, 0, 2, 3), { ...clean, duplicateFaces: 1, nonManifoldEdges: 3 }],
    ['a triangle that stands three times', withFaces(cube, 0, 2, 3, 2, 3, 0), { duplicateFaces: 2 }],
    ['a triangle with two equal corners', withFaces(cube, 0, 0, 3), { ...clean, degenerateFaces: 1, watertight: true }],
    [
      'one triangle wound against the others',
      { xyz: cube.xyz, corners: Uint32Array.from([0, 3, 2, ...cube.corners.subarray(3)]) },
      { flippedEdges: 3, openEdges: 0 },
    ],
    [
      'two cubes that share an edge',
      joined([cube, movedBy(cube, 10, 10, 0)]),
      { ...clean, shells: 2, nonManifoldEdges: 1, watertight: false },
    ],
    [
      'two cubes that touch at a corner',
      joined([cube, movedBy(cube, 10, 10, 10)]),
      { ...clean, shells: 2, watertight: true, vertices: 15 },
    ],
    [
      'two cubes on top of each other, a wall between them',
      joined([cube, movedBy(cube, 0, 0, 10)]),
      { shells: 2, duplicateFaces: 2 },
    ],
  ])('%s', (_, mesh, expected) => expect(factsOf(mesh)).toMatchObject(expected));
});

test('positions that differ only by the sign of zero are one vertex', () => {
  const m = loose(cube);
  m.xyz.forEach((v, i) => {
    if (v === 0 && i % 2 === 0) m.xyz[i] = -0;
  });
  expect(factsOf(m)).toMatchObject({ vertices: 8, watertight: true });
});
test('volume and area do not change when a body is moved far away', () => {
  const ball = sphereMesh(10, 48);
  const far = movedBy(ball, 50_000, -70_000, 3);
  expect(factsOf(far).volumeMm3! / factsOf(ball).volumeMm3!).toBeCloseTo(1, 8);
  expect(momentsOf(ball, [0, 0, 0]).volume).toBeLessThan((4 / 3) * Math.PI * 1000);
  expect(boundsOf(far).min[0]).toBeCloseTo(49_990, 6);
});
