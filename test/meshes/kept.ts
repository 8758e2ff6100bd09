import type { MeshChoice } from '../../src/areas/checks/model/mesh.ts';
import { checkMesh } from '../../src/areas/checks/model/meshJob.ts';
import { validContextFixture, type ContextChange } from '../../src/areas/rules/fixture.ts';
import { joined, type Mesh } from '../../src/core/mesh/mesh.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh, cylinderMesh, sphereMesh, turnedMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { digest, toDigits } from '../recover/kept.ts';
import { boxSolid as box, insideOut, movedBy, solidMesh as solid } from './solids.ts';

/** Small bodies that are kept with what was measured of them. */
interface Body {
  readonly mesh: () => Mesh;
  readonly placed?: Partial<MeshChoice['placement']>;
  readonly context?: ContextChange;
}
const cone = (topMm: number): Mesh =>
  turnedMesh(
    [
      [4, 0],
      [topMm, 8],
      [topMm, 9],
    ],
    24,
  );
export const keptBodies: Readonly<Record<string, Body>> = {
  'a block': { mesh: () => boxMesh([0, 0, 0], [12, 9, 4]) },
  'a block turned and scaled': {
    mesh: () => boxMesh([0, 0, 0], [12, 9, 4]),
    placed: { turnDeg: [20, 35, 50], scale: [1, 1.2, 0.8] },
  },
  'a ball': { mesh: () => sphereMesh(6, 20, 6) },
  'a rod that leans by its shape': { mesh: () => cone(11) },
  'a wide cone under a steeper limit': { mesh: () => cone(15), context: { values: { supportAngleDeg: 60 } } },
  'a portal': { mesh: () => solid(box(-10, 0, 4, 8, 0, 6), box(10, 0, 4, 8, 0, 6), box(0, 0, 24, 8, 6, 8)) },
  'a portal with support': {
    mesh: () => solid(box(-10, 0, 4, 8, 0, 6), box(10, 0, 4, 8, 0, 6), box(0, 0, 24, 8, 6, 8)),
    context: { values: { supportAngleDeg: 45 } },
  },
  'a table on four legs': {
    mesh: () =>
      solid(...[-1, 1].flatMap((x) => [-1, 1].map((y) => box(x * 8, y * 8, 2, 2, 0, 5))), box(0, 0, 18, 18, 5, 6)),
  },
  'a shelf held at one side': { mesh: () => solid(box(0, 0, 6, 8, 0, 6), box(6, 0, 18, 8, 6, 8)) },
  'a thin wall beside a thick one': { mesh: () => solid(box(0, 0, 14, 0.5, 0, 5), box(0, 6, 14, 4, 0, 5)) },
  'a fin on a plate': { mesh: () => solid(box(0, 0, 14, 14, 0, 2), box(0, 0, 10, 0.3, 2, 6)) },
  'a tall post off its middle': { mesh: () => solid(box(0, 0, 8, 8, 0, 2), box(3, 0, 2, 8, 2, 24)) },
  'two bodies': { mesh: () => joined([boxMesh([0, 0, 0], [8, 8, 5]), boxMesh([12, 3, 0], [18, 9, 9])]) },
  'one that floats': { mesh: () => joined([boxMesh([0, 0, 0], [8, 8, 5]), boxMesh([10, 2, 4], [14, 6, 7])]) },
  'a room inside': {
    mesh: () => joined([boxMesh([0, 0, 0], [14, 12, 10]), movedBy(insideOut(sphereMesh(3, 16)), 7, 6, 5)]),
  },
  'a tube': {
    mesh: () => joined([cylinderMesh(6, 0, 8, 32), insideOut(cylinderMesh(4.5, 0, 8, 32))]),
  },
  'a crumb, drawn in another unit': {
    mesh: () => boxMesh([0, 0, 0], [0.5, 0.4, 0.3]),
    placed: { scale: [10, 10, 10] },
  },
  'over the edge': { mesh: () => boxMesh([0, 0, 0], [20, 20, 3]), placed: { xMm: 3, yMm: 340 } },
  'inside out': { mesh: () => insideOut(boxMesh([0, 0, 0], [9, 7, 5])) },
};

/** What is measured of a body as it stands on the plate, and a digest of what is laid of it. */
export function measuredOf(name: string): unknown {
  const { mesh, placed, context = {} } = keptBodies[name]!;
  const sheet = validContextFixture({
    ...context,
    ...(!context.values && { without: ['supportAngleDeg'] }),
    job: { fileName: 'kept.stl' },
  });
  const choice: MeshChoice = { unit: null, placement: { ...asDrawn(174, 171), ...placed } };
  const checked = checkMesh(writeStl(mesh()), choice, sheet);
  if (!checked.ok) return checked;
  const { layers, thickness, hull, others, ...rest } = checked.value.mesh;
  return toDigits({
    ...rest,
    layers: [layers.length, digest(layers)],
    hull: digest([hull, others]),
    thickness: thickness && { ...thickness, bins: digest(thickness) },
    timeS: checked.value.report.timeS,
  });
}
