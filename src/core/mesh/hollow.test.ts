import { describe, expect, test } from 'vitest';
import { boxMesh, sphereMesh } from './solids.ts';
import { surveyMesh } from './facts.ts';
import { hollowing } from './hollow.ts';
import { boundsOf, joined, type Mesh } from './mesh.ts';
import { topologyOf } from './topology.ts';

const PIXEL_MM = 0.05;
function hollowed(mesh: Mesh, wallMm: number) {
  const work = hollowing(mesh, topologyOf(mesh), wallMm);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}
const hollow = (mesh: Mesh, wallMm: number) => {
  const made = hollowed(mesh, wallMm);
  if (!made.ok) throw new Error(made.failure.what);
  return made.value;
};

describe('a hollowed part', () => {
  test.each([1, 1.5, 2, 3.1])('a box keeps walls of %d mm on every side', (wallMm) => {
    const { inner } = hollow(boxMesh([0, 0, 0], [20, 16, 12]), wallMm);
    const { min, max } = boundsOf(inner);
    [...min, 20 - max[0], 16 - max[1], 12 - max[2]].forEach((v) => {
      expect(Math.abs(v - wallMm)).toBeLessThan(2e-4);
    });
  });
  test.each([1, 2, 3])('a ball keeps a wall of %d mm, within a pixel', (wallMm) => {
    const ball = sphereMesh(10, 96);
    const { inner } = hollow(ball, wallMm);
    // flat facets lie inside the ball by their sag
    const sagMm = 10 * (1 - Math.cos(Math.PI / 96));
    for (let i = 0; i < inner.xyz.length; i += 3) {
      const r = Math.hypot(inner.xyz[i]!, inner.xyz[i + 1]!, inner.xyz[i + 2]!);
      expect(10 - r).toBeGreaterThan(wallMm - PIXEL_MM);
      expect(10 - r).toBeLessThan(wallMm + PIXEL_MM + 4 * sagMm);
    }
  });
  test('is closed, looks outward, and has lost what the hollow takes', () => {
    const { mesh, inner } = hollow(boxMesh([0, 0, 0], [20, 16, 12]), 2);
    const { facts } = surveyMesh(mesh);
    expect(facts).toMatchObject({ openEdges: 0, nonManifoldEdges: 0, flippedEdges: 0, watertight: true, shells: 2 });
    const within = surveyMesh(inner).facts.volumeMm3!;
    // edges inside are blunt by less than a step of the grid
    expect(Math.abs(within)).toBeGreaterThan(0.98 * 16 * 12 * 8);
    expect(Math.abs(within)).toBeLessThan(16 * 12 * 8);
    expect(facts.volumeMm3).toBeCloseTo(20 * 16 * 12 - Math.abs(within), 3);
  });
  test('of two bodies has two hollows', () => {
    const two = joined([boxMesh([0, 0, 0], [10, 10, 10]), boxMesh([20, 0, 0], [30, 10, 10])]);
    expect(surveyMesh(hollow(two, 2).inner).facts.shells).toBe(2);
  });
  test('a wall thicker than the part leaves no hollow, and is said', () => {
    const made = hollowed(boxMesh([0, 0, 0], [20, 16, 4]), 2);
    expect(made.ok ? '' : made.failure.what).toBe(
      'Nothing of the part lies deeper than 2 mm: a wall so thick leaves no hollow',
    );
  });
  test('bodies that pass through each other are refused: what they share would stay solid', () => {
    const made = hollowed(joined([boxMesh([0, 0, 0], [20, 16, 12]), boxMesh([10, 4, 4], [30, 12, 11])]), 2);
    expect(made.ok ? '' : made.failure.what).toContain('pass through each other');
  });
  test('a part with a hole in its surface is refused', () => {
    const box = boxMesh([0, 0, 0], [20, 16, 12]);
    const made = hollowed({ ...box, corners: box.corners.slice(3) }, 2);
    expect(made.ok ? '' : made.failure.what).toBe('The surface has holes, so nothing says what is inside');
  });
});
