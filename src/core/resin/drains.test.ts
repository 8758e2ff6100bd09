import { describe, expect, test } from 'vitest';
import { movedBy, torusMesh, turned } from '../../../test/meshes/solids.ts';
import { hollowing } from '../mesh/hollow.ts';
import { boundsOf, joined, type Mesh } from '../mesh/mesh.ts';
import { boxMesh, sphereMesh, turnedMesh } from '../mesh/solids.ts';
import { topologyOf } from '../mesh/topology.ts';
import { drillOf, pierce, Probe, proposeDrains, type Drain } from './drains.ts';
import { makingMeshStack } from './meshLayers.ts';
import type { StackReport } from './stackReport.ts';
import { plainStack } from './stackFixture.ts';

function finished<T>(work: Generator<number, T>): T {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}
function hollow(mesh: Mesh, wallMm: number) {
  const made = finished(hollowing(mesh, topologyOf(mesh), wallMm));
  if (!made.ok) throw new Error(made.failure.what);
  return made.value;
}
const layersOf = (mesh: Mesh, drills: Mesh | null): StackReport =>
  finished(makingMeshStack(mesh, topologyOf(mesh), plainStack, null, { supports: null, drills })).report;
const pierced = (probe: Probe, drain: Pick<Drain, 'at' | 'inward'>) => {
  const made = pierce(probe, drain);
  if (!made.ok) throw new Error(made.failure.what);
  return made.value;
};

describe('a hole through a wall', () => {
  const { mesh } = hollow(boxMesh([-10, -10, -10], [10, 10, 10]), 2);
  test.each([0, 15, 30, 45, 60])('that goes in %d° from upright is wall / cos long', (deg) => {
    const a = (deg * Math.PI) / 180;
    const { lengthMm, wallMm, slopeDeg } = pierced(new Probe(mesh), {
      at: [-10, 0, -3],
      inward: [Math.cos(a), 0, Math.sin(a)],
    });
    expect(lengthMm).toBeCloseTo(2 / Math.cos(a), 3);
    expect(wallMm).toBeCloseTo(2, 3);
    expect(slopeDeg).toBeCloseTo(deg, 2);
  });
  test.each([15, 30, 45])('of a wall that leans %d° is the same, level', (deg) => {
    const a = (deg * Math.PI) / 180;
    const leaning = turned(mesh, a, 0);
    // the middle of the front face, turned with it
    const at = [0, -10 * Math.cos(a), -10 * Math.sin(a)] as const;
    expect(pierced(new Probe(leaning), { at, inward: [0, 1, 0] }).lengthMm).toBeCloseTo(2 / Math.cos(a), 2);
  });
  test('that misses the part, or meets no hollow, is told with its place', () => {
    const of = (at: Drain['at'], inward: Drain['inward'], m = mesh) => {
      const made = pierce(new Probe(m), { at, inward });
      return made.ok ? '' : `${made.failure.what}: ${made.failure.where}`;
    };
    expect(of([-14, 0, 0], [1, 0, 0])).toBe('The hole does not meet the part: at -14.0, 0.0, 0.0 mm');
    expect(of([-10, 0, 0], [1, 0, 0], boxMesh([-10, -10, -10], [10, 10, 10]))).toBe('');
    expect(of([-10, 0, 0], [-1, 0, 0])).toBe('The hole does not meet the part: at -10.0, 0.0, 0.0 mm');
  });
});

const onPlate = (m: Mesh): Mesh => movedBy(m, 0, 0, 5 - boundsOf(m).min[2]);
/** A bell with a waist, standing on its wide end. */
const bell = turnedMesh(
  Array.from(
    { length: 20 },
    (_, i) => [9 - 3.4 * Math.sin((i / 19) * Math.PI * 0.9) - i * 0.12, (30 * i) / 19] as const,
  ),
  48,
);
describe('a hollow with holes', () => {
  test.each([
    ['a bell that leans', onPlate(turned(bell, 0.5, 0))],
    ['a ring that lies, hollow all round,', onPlate(torusMesh(12, 5, 48))],
    ['a box', boxMesh([-8, -6, 0], [8, 6, 14])],
    ['a ball', movedBy(sphereMesh(9, 64), 0, 0, 9)],
  ] as const)('%s keeps its resin without them, and drains and breathes through those that are proposed', (_, body) => {
    const { mesh, inner } = hollow(movedBy(body, 20, 20, 0), 1.5);
    const bare = layersOf(mesh, null);
    expect(bare.rooms.filter((r) => r.isSealed)).toHaveLength(1);
    const probe = new Probe(mesh);
    const drains = proposeDrains(probe, inner, 2.4);
    expect(drains).toHaveLength(2);
    expect(drains[1]!.at[2]).toBeGreaterThan(drains[0]!.at[2] + 5);
    const drills = joined(drains.map((d) => drillOf(d, pierced(probe, d).lengthMm)));
    const open = layersOf(mesh, drills);
    expect(open.rooms.filter((r) => r.isSealed)).toEqual([]);
    // until the lower hole is reached the film closes what lies below it
    expect(Math.max(0, ...open.rooms.map((r) => r.toLayer - r.fromLayer))).toBeLessThan(2.8 / plainStack.layerMm);
    const missing = bare.volumeMm3 - open.volumeMm3;
    const holes = drains.reduce((s, d) => s + pierced(probe, d).lengthMm * Math.PI * 1.2 ** 2, 0);
    expect(missing).toBeGreaterThan(0.9 * holes);
    expect(missing).toBeLessThan(1.5 * holes);
  });
});
