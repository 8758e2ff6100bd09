import fc from 'fast-check';
import { expect, test } from 'vitest';
import { closedSolids, insideOut, movedBy, torusMesh, turned } from '../../../test/meshes/solids.ts';
import { surveyMesh } from './facts.ts';
import { joined, type Mesh } from './mesh.ts';
import { windingsAt } from './nesting.ts';
import { boxMesh, sphereMesh } from './solids.ts';
import { weld } from './weld.ts';

/** How often a closed surface winds round a point: sum of solid angles, another way to the same figure. Source: van Oosterom and
 *  Strackee, IEEE Trans. Biomed. Eng. 30 (1983) 125. */
function bySolidAngles({ xyz, corners }: Mesh, p: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < corners.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => [0, 1, 2].map((d) => xyz[3 * corners[i + k]! + d]! - p[d]!));
    const dot = (u: number[], v: number[]): number => u[0]! * v[0]! + u[1]! * v[1]! + u[2]! * v[2]!;
    const cross = [
      b![1]! * c![2]! - b![2]! * c![1]!,
      b![2]! * c![0]! - b![0]! * c![2]!,
      b![0]! * c![1]! - b![1]! * c![0]!,
    ];
    const [la, lb, lc] = [Math.hypot(...a!), Math.hypot(...b!), Math.hypot(...c!)];
    sum += 2 * Math.atan2(dot(a!, cross), la * lb * lc + dot(a!, b!) * lc + dot(b!, c!) * la + dot(c!, a!) * lb);
  }
  return Math.round(sum / (4 * Math.PI)) + 0; // −0 becomes 0
}

test('a ray finds the winding that solid angles give, inside, outside and between bodies in each other', () => {
  const nest = weld(
    joined([
      sphereMesh(20, 24),
      insideOut(sphereMesh(14, 20)),
      turned(boxMesh([-5, -5, -5], [5, 5, 5]), 0.4, 0.7),
      movedBy(torusMesh(20, 6, 20), 30, 0, 0),
    ]),
  );
  const coordinate = fc.double({ min: -60, max: 60, noNaN: true });
  fc.assert(
    fc.property(fc.array(fc.tuple(coordinate, coordinate, coordinate), { minLength: 1, maxLength: 40 }), (points) => {
      const found = windingsAt(nest, Float64Array.from(points.flat()), () => true);
      expect([...found]).toEqual(points.map((p) => bySolidAngles(nest, p)));
    }),
    { numRuns: 120, seed: 5 },
  );
});

test('a ray through edges and corners counts each surface once', () => {
  const block = weld(boxMesh([0, 0, 0], [8, 8, 8]));
  const ball = weld(closedSolids['sphere']!);
  // every point stands straight under, beside or behind corners and edges of the block, and on the ball's axes
  const grid = [-4, 0, 4, 8, 12].flatMap((x) =>
    [-4, 0, 4, 8, 12].flatMap((y) => [-3, 4, 11].map((z) => [x, y, z] as const)),
  );
  for (const list of [grid, grid.map(([x, y, z]) => [z, x, y] as const), grid.map(([x, y, z]) => [y, z, x] as const)]) {
    const inside = windingsAt(block, Float64Array.from(list.flat()), () => true);
    list.forEach((p, i) => {
      const isIn = p.every((v) => v > 0 && v < 8);
      const isOut = p.some((v) => v < 0 || v > 8);
      if (isIn || isOut) expect(inside[i], p.join()).toBe(isIn ? 1 : 0);
    });
  }
  const axis = [0, 1, 2].flatMap((k) => [-25, -6, 6, 25].map((v) => [0, 1, 2].map((d) => (d === k ? v : 0))));
  expect([...windingsAt(ball, Float64Array.from(axis.flat()), () => true)]).toEqual(
    axis.map((p) => bySolidAngles(ball, p)),
  );
});

test('rooms in a block are rooms, a body in a room is a body, and one turned inside out is found among thousands', () => {
  const rooms: Mesh[] = [boxMesh([0, 0, 0], [100, 100, 10])];
  for (let i = 0; i < 20; i++)
    for (let k = 0; k < 20; k++) {
      const room = boxMesh([5 * i + 1, 5 * k + 1, 2], [5 * i + 4, 5 * k + 4, 8]);
      rooms.push(insideOut(room));
      if (k % 2 === 0) rooms.push(boxMesh([5 * i + 2, 5 * k + 2, 3], [5 * i + 3, 5 * k + 3, 5]));
    }
  rooms.push(insideOut(boxMesh([200, 0, 0], [210, 10, 10])));
  const { shells } = surveyMesh(weld(joined(rooms))).shells;
  expect(shells.length).toBe(602);
  expect(shells.filter((s) => s.isInsideOut).map((s) => s.bounds.min[0])).toEqual([200]);
});
