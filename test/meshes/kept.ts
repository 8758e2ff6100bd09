import type { MeshChoice } from '../../src/areas/checks/model/mesh.ts';
import { checkingMesh } from '../../src/areas/checks/model/meshJob.ts';
import { openPlate } from '../../src/areas/checks/model/plate.ts';
import {
  failedBeyond,
  roleFixture,
  secondRoleFixture,
  validContextFixture,
  type ContextChange,
} from '../../src/areas/rules/fixture.ts';
import type { RecipeRole } from '../../src/areas/rules/recipeInput.ts';
import { joined, type Mesh } from '../../src/core/mesh/mesh.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { fromPlateDeg, leanDeg } from '../../src/core/mesh/overhang.ts';
import { BINS, thicknessOfFaces, thinnerMm2, usualThicknesses } from '../../src/core/mesh/thickness.ts';
import { unitDoubt, unitReadings } from '../../src/core/mesh/units.ts';
import { boxMesh, cylinderMesh, sphereMesh, turnedMesh } from '../../src/core/mesh/solids.ts';
import { write3mf } from '../../src/core/mesh/write3mf.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { digest, toDigits } from '../recover/kept.ts';
import { boxSolid as box, insideOut, movedBy, solidMesh as solid, withoutTriangle } from './solids.ts';

/** Small bodies that are kept with what was measured of them. */
interface Body {
  readonly mesh: () => Mesh;
  /** Things that the same file holds beside it, which makes a package of it. */
  readonly packed?: () => readonly Mesh[];
  /** Other files on its plate, and how far from the first they stand. */
  readonly beside?: readonly (readonly [mesh: () => Mesh, dxMm: number, dyMm: number])[];
  readonly placed?: Partial<MeshChoice['placement']>;
  readonly isRepaired?: boolean;
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
/** Support that is wanted and purged for, with what a second head lays of it. */
const bySecondHead = (
  second: ContextChange['second'],
  role: RecipeRole['role'],
  more: readonly RecipeRole[] = [],
): ContextChange => ({
  values: { supportAngleDeg: 45, purgeMm3: 20 },
  second,
  roles: [roleFixture, secondRoleFixture(role), ...more],
});
const portal = (): Mesh => solid(box(-10, 0, 4, 8, 0, 6), box(10, 0, 4, 8, 0, 6), box(0, 0, 24, 8, 6, 8));
export const keptBodies: Readonly<Record<string, Body>> = {
  'a block': { mesh: () => boxMesh([0, 0, 0], [12, 9, 4]) },
  'a block turned and scaled': {
    mesh: () => boxMesh([0, 0, 0], [12, 9, 4]),
    placed: { turnDeg: [20, 35, 50], scale: [1, 1.2, 0.8] },
  },
  'a ball': { mesh: () => sphereMesh(6, 20, 6) },
  'a rod that leans by its shape': { mesh: () => cone(11) },
  'a wide cone under a steeper limit': { mesh: () => cone(15), context: { values: { supportAngleDeg: 60 } } },
  'a portal': { mesh: portal },
  'a portal with support': {
    mesh: portal,
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
  'a step over a thicker first layer': {
    mesh: () => solid(box(0, 0, 14, 10, 0, 0.5), box(0, 0, 8, 10, 0.5, 3.1)),
    context: { values: { firstLayerHeightMm: 0.3, layerHeightMm: 0.16 } },
  },
  'far too tall': {
    mesh: () => boxMesh([0, 0, 0], [2, 2, 4]),
    placed: { scale: [1, 1, 600] },
    context: { values: { firstLayerHeightMm: 0.3, layerHeightMm: 0.16 } },
  },
  'two that stand unlike firmly': {
    mesh: () => joined([boxMesh([0, 0, 0], [2, 2, 9]), boxMesh([8, 0, 0], [16, 8, 3])]),
  },
  'eaves on three sides': {
    mesh: () => solid(box(0, 0, 10, 10, 0, 5), box(-7, 0, 4, 6, 4, 5), box(7, 0, 4, 8, 4, 5), box(0, 7, 6, 4, 4, 5)),
  },
  'inside out': { mesh: () => insideOut(boxMesh([0, 0, 0], [9, 7, 5])) },
  'three files, the narrowest of them tall': {
    mesh: () => boxMesh([0, 0, 0], [10, 8, 3]),
    beside: [
      [() => boxMesh([0, 0, 0], [3, 2, 14]), 7.7, 1],
      [() => boxMesh([0, 0, 0], [6, 6, 2]), -10, 9],
    ],
  },
  'two files that touch from above': {
    mesh: () => solid(box(0, 0, 4, 6, 0, 5), box(3, 0, 10, 6, 5, 6)),
    beside: [[() => boxMesh([0, 0, 0], [4, 4, 2]), 5.2, 0]],
  },
  'two files far apart': {
    mesh: () => boxMesh([0, 0, 0], [6, 6, 3]),
    beside: [[() => boxMesh([0, 0, 0], [5, 4, 2]), 4, 12]],
  },
  'a package of three, two of them close, turned': {
    mesh: () => boxMesh([0, 0, 0], [9, 6, 3]),
    packed: () => [boxMesh([10.3, 1, 0], [14, 5, 2]), boxMesh([0, 16, 0], [5, 20, 4])],
    placed: { turnDeg: [0, 0, 30], scale: [1.1, 1, 1] },
  },
  'a package whose crumb a repair takes away': {
    mesh: () => boxMesh([0, 0, 0], [9, 6, 3]),
    packed: () => [withoutTriangle(boxMesh([10, 1, 0], [14, 5, 2]), 2), boxMesh([-6, 2, 0], [-1, 4, 2])],
    isRepaired: true,
  },
  'one over what must stay free': {
    mesh: () => solid(box(0, 0, 12, 10, 0, 2), box(-8, 0, 6, 10, 1.8, 2)),
    context: {
      machine: {
        zonesMm: [
          [166, 170, 160, 160],
          [179, 173, 190, 190],
          [10, 10, 20, 20],
        ],
      },
    },
  },
  'a mushroom whose cap alone reaches a zone': {
    mesh: () => solid(box(0, 0, 6, 6, 0, 2), box(0, 0, 14, 6, 2, 2.2)),
    context: { machine: { zonesMm: [[179, 168, 184, 174]] } },
  },
  'a flange of two layers, half-way up, that reaches a zone': {
    mesh: () => solid(box(0, 0, 6, 6, 0, 4), box(0, 0, 16, 6, 1.4, 1.8)),
    context: { machine: { zonesMm: [[180, 168, 186, 174]] } },
  },
  'one whose recipe does not say how high its layers are': {
    mesh: () => boxMesh([0, 0, 0], [6, 6, 3]),
    context: { values: {}, without: ['supportAngleDeg', 'layerHeightMm'] },
  },
  'crumbs that float, over a plate and beside it': {
    mesh: () =>
      joined([
        boxMesh([0, 0, 0], [12, 12, 2]),
        boxMesh([2, 2, 3], [2.3, 2.3, 4]),
        boxMesh([5, 5, 2.6], [7, 7, 4]),
        boxMesh([14, 4, 2], [17, 8, 5]),
      ]),
  },
  'a floor that support holds over a gap': {
    mesh: () => joined([boxMesh([0, 0, 0], [5, 12, 7]), boxMesh([8, 0, 5], [18, 12, 7])]),
    context: { values: { supportAngleDeg: 45, supportGapZMm: 0.45 } },
  },
  'a floor just above its support': {
    mesh: () => solid(box(0, 0, 6, 10, 0, 6), box(9, 0, 14, 10, 5, 6)),
    context: { values: { supportAngleDeg: 45, supportGapZMm: 0.2, layerHeightMm: 0.15 } },
  },
  'a tower with a fin, more layers than are sampled': {
    mesh: () => solid(box(0, 0, 8, 8, 0, 6), box(0, 0, 3, 3, 6, 31), box(4, 0, 6, 0.25, 6, 31)),
  },
  'two bodies sunk into each other, one of them in the air': {
    mesh: () =>
      joined([boxMesh([0, 0, 0], [10, 10, 6]), boxMesh([6, 2, 3], [16, 8, 6]), boxMesh([4, 4, 2], [6, 6, 9])]),
  },
  'an open box': { mesh: () => withoutTriangle(boxMesh([0, 0, 0], [10, 8, 5]), 0) },
  'lower than half a layer': { mesh: () => boxMesh([0, 0, 0], [10, 8, 0.05]) },
  'forty-two eaves': {
    mesh: () =>
      solid(
        ...Array.from({ length: 21 }, (_, i) => box(-30 + 3 * i, 0, 1, 1.5, 0, 0.4)),
        ...Array.from({ length: 21 }, (_, i) => box(-30 + 3 * i, 0, 1.8 + i / 100, 1.5, 0.4, 0.6)),
      ),
  },
  'two bridges, the wider above': {
    mesh: () =>
      solid(
        ...[-1, 1].flatMap((x) => [box(x * 9, 0, 6, 6, 0, 4), box(x * 11, 0, 2, 6, 4, 8)]),
        box(0, 0, 24, 6, 4, 4.6),
        box(0, 0, 24, 6, 8, 8.6),
      ),
  },
  'a window with a shelf in it': {
    mesh: () =>
      solid(
        box(-7, 0, 4, 10, 0, 5),
        box(7, 0, 4, 10, 0, 5),
        box(0, 4, 10, 2, 0, 5),
        box(0, 0, 18, 10, 5, 6),
        box(0, -7, 1.5, 4, 5, 6),
      ),
  },
  'a ledge within half the first layer': {
    mesh: () => solid(box(0, 0, 6, 6, 0, 3), box(0, 0, 12, 6, 0.13, 1)),
    context: { values: { firstLayerHeightMm: 0.3, layerHeightMm: 0.2 } },
  },
  'a ledge too small to support': {
    mesh: () => solid(box(0, 0, 8, 8, 0, 4), box(0, 0, 8.5, 8, 3, 4)),
    context: { values: { supportAngleDeg: 45 } },
  },
  'a floor that support holds over a gap of many thin layers': {
    mesh: () => joined([boxMesh([0, 0, 0], [5, 12, 7]), boxMesh([8, 0, 5], [18, 12, 7])]),
    context: { values: { supportAngleDeg: 45, supportGapZMm: 0.35, layerHeightMm: 0.1, firstLayerHeightMm: 0.4 } },
  },
  'a tower with a fin, of 241 layers': {
    mesh: () => solid(box(0, 0, 4, 4, 0, 6), box(-1, 0, 2, 2, 6, 48.2), box(1.5, 0, 1, 0.25, 6, 48.2)),
  },
  'a body on a spike': {
    mesh: () => joined([boxMesh([0, 0, 0.3], [6, 6, 2]), boxMesh([2, 2, 0], [2.00002, 2.00002, 0.35])]),
  },
  'a shelf on a machine that has laid steeper ones than there are': {
    mesh: () => solid(box(0, 0, 6, 8, 0, 6), box(6, 0, 18, 8, 6, 8)),
    context: { proofs: { steepestOverhangDeg: failedBeyond(89, 95) } },
  },
  'a roof that is hardly no ceiling': {
    mesh: () =>
      turnedMesh(
        [
          [2, 0],
          [2, 4],
          [12.2, 4.8],
          [12.2, 5.2],
        ],
        24,
      ),
  },
  'a cone half sunk into a block': { mesh: () => joined([cone(15), boxMesh([2, -12, 0], [18, 12, 9])]) },
  'a wide floor with posts in it': {
    mesh: () =>
      joined([
        boxMesh([0, 0, 0], [4, 4, 9]),
        boxMesh([-2, -2, 5], [34, 10, 7]),
        boxMesh([13.3, 2.1, 0], [18.9, 5.7, 6]),
      ]),
  },
  'a small bridge': {
    mesh: () => solid(box(-4, 0, 4, 1.5, 0, 4), box(4, 0, 4, 1.5, 0, 4), box(0, 0, 12, 1.5, 4, 5)),
  },
  'a bridge between thin posts': {
    mesh: () => solid(box(-4.5, 0, 3, 0.9, 0, 4), box(4.5, 0, 3, 0.9, 0, 4), box(0, 0, 12, 0.9, 4, 5)),
  },
  'three bridges side by side, the widest between': {
    mesh: () =>
      solid(
        ...[0, 8, 20, 30].map((x) => box(x, 0, 3, 8, 0, 3)),
        box(4, 0, 11, 8, 3, 4),
        box(14, 0, 15, 8, 3, 4),
        box(25, 0, 13, 8, 3, 4),
      ),
  },
  'a portal whose support a second head lays, whoever touches it': {
    mesh: portal,
    context: bySecondHead({ roles: ['support'] }, 'support'),
  },
  'a portal whose support a second head lays, but for what touches it': {
    mesh: portal,
    context: bySecondHead({ roles: ['support'] }, 'support', [{ ...roleFixture, role: 'support contact' }]),
  },
  'a brim that a second head lays': {
    mesh: () => boxMesh([0, 0, 0], [12, 9, 2]),
    context: { ...bySecondHead({ roles: ['raft/brim'] }, 'raft/brim'), values: { brimMm: 3, purgeMm3: 20 } },
  },
  'no room for what a second head purges': {
    mesh: portal,
    context: { ...bySecondHead({}, 'support'), machine: { travelMm: [60, 60, 300] } },
  },
  'a second head without what it needs': {
    mesh: portal,
    context: bySecondHead({ values: { densityGPerCm3: '' } }, 'support'),
  },
  'three columns, the smallest off the axis': {
    mesh: () =>
      joined([
        cylinderMesh(3, 0, 4, 24),
        movedBy(cylinderMesh(1.5, 0, 9, 24), 9, 2, 0),
        boxMesh([-9, -3, 0], [-6, 3, 2]),
      ]),
  },
};

/** What is measured of a body as it stands on the plate, and a digest of what is laid of it. */
export function measuredOf(name: string): unknown {
  const { mesh, packed, beside = [], placed, isRepaired, context = {} } = keptBodies[name]!;
  const sheet = validContextFixture({
    ...context,
    without: context.without ?? (context.values && 'supportAngleDeg' in context.values ? [] : ['supportAngleDeg']),
    job: { fileName: 'kept.stl' },
  });
  const more = beside.map(([of, dx, dy], i) => ({
    file: { sha256: `${i}`, name: `beside${i}.stl`, size: 0 },
    bytes: writeStl(of()),
    placement: asDrawn(174 + dx, 171 + dy),
  }));
  const choice: MeshChoice = {
    unit: null,
    placement: { ...asDrawn(174, 171), ...placed },
    repair: isRepaired,
    more: more.map(({ file, placement }) => ({ file, unit: null, placement })),
  };
  const file = packed
    ? write3mf(
        [mesh(), ...packed()].map((m, i) => ({ name: `thing ${i}`, mesh: m })),
        name,
      )
    : writeStl(mesh());
  const plate = openPlate(file, choice, new Map(more.map((o) => [o.file.sha256, o.bytes])));
  if (!plate.ok) return plate;
  const told: unknown[] = [];
  const steps = checkingMesh(plate.value, sheet, choice);
  let step = steps.next();
  for (; !step.done; step = steps.next()) told.push(step.value);
  const checked = step.value;
  if (!checked.ok) return checked;
  const { layers, thickness, hull, others, ...rest } = checked.value.mesh;
  return toDigits({
    ...rest,
    layers: [layers.length, digest(layers)],
    hull: digest([hull, others]),
    thickness: thickness && { ...thickness, bins: digest(thickness) },
    timeS: checked.value.report.timeS,
    told: digest(told),
  });
}

const bins = (of: (k: number) => number): number[] => Array.from({ length: BINS }, (_, k) => of(k));
/** What is worked out from figures alone, at and round its edges. */
export const keptFigures: Readonly<Record<string, () => unknown>> = {
  'leans of normals': () => [-1, -0.9, -0.5, 0, 0.3, 1, 2].map((nz) => [leanDeg(nz), fromPlateDeg(leanDeg(nz))]),
  'units a body may be drawn in': () =>
    [0.001, 0.0009, 0.05, 1.9, 2, 2.1, 25, 999, 1000, 1001, 40_000].map((size) => {
      const readings = unitReadings({ min: [0, 0, size / 3], max: [size / 2, size / 4, size * 1.25] });
      return [readings, unitDoubt(readings), unitReadings({ min: [0, 0, 0], max: [size, 1, 1] }, 'in')];
    }),
  'doubts about a unit, by the size in millimetres': () =>
    [1.99, 2, 2.01, 11.8, 11.82, 12, 999, 1000.1].map((size) =>
      unitDoubt(unitReadings({ min: [0, 1, 2], max: [size, 1.5, 2.5] })),
    ),
  'doubts about a unit where millimetres were not asked about': () => [unitDoubt([])],
  'how much is thinner': () =>
    [0, 0.01, 0.02, 0.05, 0.31, 3.99, 4, 5].map((mm) =>
      thinnerMm2(
        bins((k) => (k % 7) + 0.5),
        mm,
      ),
    ),
  'usual thicknesses': () =>
    [
      bins((k) => (k === 20 ? 30 : k === 90 ? 60 : 0)),
      bins((k) => (k === 20 || k === 21 ? 30 : 0)),
      bins((k) => Math.max(0, 12 - Math.abs(k - 60)) + Math.max(0, 20 - Math.abs(k - 130))),
      bins((k) => (k === 0 ? 9 : k === BINS - 1 ? 11 : 0.01)),
      bins(() => 1),
      bins(() => 0),
    ].map((b) => [usualThicknesses(b, 5), usualThicknesses(b, 25)]),
  'thickness face by face': () =>
    [boxMesh([0, 0, 0], [9, 4, 2]), solid(box(0, 0, 14, 0.5, 0, 5), box(0, 6, 14, 4, 0, 5))].map((m) => [
      ...thicknessOfFaces(m, 1),
    ]),
};
export const figuresOf = (name: string): unknown => toDigits(keptFigures[name]!());
