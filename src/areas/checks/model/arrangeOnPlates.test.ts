import { expect, test } from 'vitest';
import { asDrawn } from '../../../core/mesh/placement.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { writeStl } from '../../../core/mesh/writeStl.ts';
import { checkJob } from '../../rules/run.ts';
import { validContextFixture } from '../../rules/fixture.ts';
import type { FileRef } from '../../requests/model/file.ts';
import type { MeshChoice } from './mesh.ts';
import { checkMesh } from './meshJob.ts';
import { edgeOf, isReadAlike, arrangeOnPlates, thingsOf, type PlannedPlate } from './arrangeOnPlates.ts';

const ref = (n: string): FileRef => ({ sha256: n.repeat(64), name: `${n}.stl`, size: 684 });
const plain = validContextFixture({
  values: {
    travelXMm: 220,
    travelYMm: 220,
    travelZMm: 240,
    lowestLayerTimeS: 8,
    minimumLayerTimeS: 12,
    family: 'PLA',
    allowedFamilies: 'PLA',
  },
});
const own = ref('a');
const other = ref('b');
const files = { a: writeStl(boxMesh([0, 0, 0], [60, 40, 8])), b: writeStl(boxMesh([0, 0, 0], [30, 30, 12])) };
const both: MeshChoice = {
  unit: null,
  placement: asDrawn(110, 110),
  more: [{ file: other, unit: null, placement: asDrawn(110, 110) }],
};
const square = (w: number, d: number) => [[0, 0], [w, 0], [w, d], [0, d]] as const; // prettier-ignore
const hulls = [square(60, 40), square(30, 30)];
const room = { gapMm: 4, edgeMm: edgeOf(plain) };
const one = (choice: MeshChoice): PlannedPlate => ({ file: null, choice, pieces: 1 + (choice.more?.length ?? 0) });
const count = (a: number, b: number) =>
  thingsOf(both, hulls, [one(both)]).map((t) => ({ ...t, count: t.file ? b : a }));

test('what lies on the plates is told by file, with its count on all of them and the room it takes', () => {
  const twice = { ...both, more: [...both.more!, { file: null, unit: null, placement: asDrawn(10, 10) }] };
  expect(thingsOf(both, hulls, [one(twice)])).toMatchObject([
    { file: null, widthMm: 60, depthMm: 40, count: 2 },
    { file: other, widthMm: 30, depthMm: 30, count: 1 },
  ]);
});
test('arranged again with more room, nothing that went on further plates is lost', () => {
  const { plates } = arrangeOnPlates(count(8, 30), both, own, [220, 220], room);
  const again = thingsOf(both, hulls, plates);
  expect(again.map((t) => [t.file?.name ?? 'own', t.count])).toEqual([
    ['own', 8],
    ['b.stl', 30],
  ]);
  const wider = arrangeOnPlates(again, plates[0]!.choice, own, [220, 220], { ...room, gapMm: 12 });
  expect(wider.plates.reduce((n, p) => n + p.pieces, 0)).toBe(38);
});
test('what a part was found to measure holds for a quarter turn on the plate, and for nothing else', () => {
  const as = (over: Partial<MeshChoice>, turnDeg: [number, number, number] = [0, 0, 0]): MeshChoice => ({
    ...both,
    ...over,
    placement: { ...both.placement, turnDeg },
  });
  expect([
    isReadAlike(both, as({}, [0, 0, 90])),
    isReadAlike(both, as({}, [90, 0, 0])),
    isReadAlike(both, as({ unit: 'in' })),
    isReadAlike(both, as({ repair: true })),
  ]).toEqual([true, false, false, false]);
});
test('arranged, the parts stand apart and within the plate with their skirt: the check says so', () => {
  const { plates, tooLarge } = arrangeOnPlates(count(3, 4), both, own, [220, 220], room);
  expect([plates.length, plates[0]!.pieces, tooLarge]).toEqual([1, 7, []]);
  const { choice } = plates[0]!;
  const checked = checkMesh(files.a, choice, plain, new Map([[other.sha256, files.b]]));
  if (!checked.ok) throw new Error(checked.failure.what);
  const { mesh, report } = checked.value;
  expect([mesh.parts, mesh.others.length, mesh.nearest]).toEqual([7, 6, null]);
  expect(mesh.facts.volumeMm3).toBeCloseTo(3 * 60 * 40 * 8 + 4 * 30 * 30 * 12, 3);
  expect(checkJob({ mesh, report, context: plain }).findings.map((f) => f.rule)).toEqual([]);
});
test('side by side without a gap, the parts are told to touch', () => {
  const touching = { ...both, more: [{ file: null, unit: null, placement: asDrawn(170.5, 110) }] };
  const checked = checkMesh(files.a, touching, plain);
  if (!checked.ok) throw new Error(checked.failure.what);
  expect(checked.value.mesh.nearest!.gapMm).toBeCloseTo(0.5, 1);
  expect(checkJob({ ...checked.value, context: plain }).findings.map((f) => f.rule)).toEqual(['parts-apart']);
});
test('what is too much for one plate goes on the next, each with its own file first', () => {
  const { plates } = arrangeOnPlates(count(8, 30), both, own, [220, 220], room);
  expect(plates.length).toBeGreaterThan(1);
  const on = (file: FileRef | null): number =>
    plates.reduce(
      (n, p) =>
        n +
        [{ file: null }, ...p.choice.more!].filter((m) => (m.file ?? p.file ?? own).sha256 === (file ?? own).sha256)
          .length,
      0,
    );
  expect([on(null), on(other), plates.reduce((n, p) => n + p.pieces, 0)]).toEqual([8, 30, 38]);
});
test('what no plate holds is named, and a file nobody has sent is missed by name', () => {
  const huge = [{ ...count(1, 0)[0]!, widthMm: 400 }];
  expect(arrangeOnPlates(huge, both, own, [220, 220], room)).toMatchObject({
    plates: [],
    tooLarge: [{ widthMm: 400 }],
  });
  const checked = checkMesh(files.a, both, plain);
  expect(checked.ok ? '' : checked.failure.what).toBe('b.stl is not there');
});
test('what each thing is of, and in which order all is laid, goes with it onto every plate; boxes for support stay behind', () => {
  const told: MeshChoice = {
    ...both,
    isOneByOne: true,
    bodies: [1, 2],
    boxes: [{ kind: 'always', minMm: [0, 0, 0], maxMm: [1, 1, 1] }],
    more: [{ ...both.more![0]!, body: 2 }],
  };
  const counted = thingsOf(told, hulls, [one(told)]).map((t) => ({ ...t, count: t.file ? 24 : 8 }));
  const { plates } = arrangeOnPlates(counted, told, own, [220, 220], room);
  expect(plates.length).toBeGreaterThan(1);
  for (const { file, choice } of plates) {
    expect([choice.isOneByOne, choice.boxes]).toEqual([true, undefined]);
    expect(choice.bodies).toEqual(file ? [2] : [1, 2]);
    for (const m of choice.more ?? []) if (m.file?.sha256 === other.sha256) expect(m.body).toBe(2);
  }
});
