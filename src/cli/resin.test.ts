import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { zipSync } from 'fflate';
import { beforeAll, expect, test } from 'vitest';
import { cliFolder as folder, runCli as run } from '../../test/runCli.ts';
import { insideOut, movedBy } from '../../test/meshes/solids.ts';
import { joined, type Mesh } from '../core/mesh/mesh.ts';
import { boxMesh, sphereMesh } from '../core/mesh/solids.ts';
import { readStack } from '../core/resin/readStack.ts';
import { sha256 } from '../platform/files/stackTools.ts';
import { writeStl } from '../core/mesh/writeStl.ts';

const at = (name: string): string => path.join(folder, name);
const [context, stack, mesh] = [at('resin.json'), at('stack.zip'), at('part.stl')];
const machine = {
  travelXMm: 60,
  travelYMm: 40,
  travelZMm: 120,
  pixelMm: 0.05,
  screenPixelsX: 1200,
  screenPixelsY: 800,
};
const process = {
  ...{ resinLayerMm: 0.05, exposureS: 2.6, exposureBottomS: 26, bottomThicknessMm: 0.2, transitionLayers: 4 },
  ...{ liftFirstMm: 3, liftFirstMmPerS: 1, liftSecondMm: 4, returnFirstMm: 4, returnSecondMm: 3 },
  samplesPerPixel: 2,
};
const file = (over: object = {}) => ({
  technology: 'resin',
  machine: {
    name: 'Lucerna',
    values: { ...machine, highestLiftMmPerS: 5 },
    resinC: 24,
    mounts: [{ slots: [{ material: 'grey', remainingG: 400 }] }],
  },
  process: { values: process },
  materials: { grey: { values: { workingRangeC: [20, 30], pricePerLitre: 40 } } },
  proofs: [
    {
      setting: 'exposureS',
      value: 2.6,
      min: 2.3,
      max: 3,
      trial: 'T-0001',
      conditions: { layerHeightMm: 0.05, resinC: 24 },
    },
  ],
  ...over,
});
const writeMesh = (m: Mesh): string => {
  writeFileSync(mesh, writeStl(m));
  return mesh;
};
type Answer = Record<string, unknown> & { findings: { rule: string; severity: string; figure: string }[] };
const json = (args: string[], code = 0): Answer => {
  const r = run([...args, '--json']);
  expect([r.code, r.err]).toEqual([code, '']);
  return JSON.parse(r.out) as Answer;
};
const generated = (m: Mesh): Answer => json(['generate', writeMesh(m), '--recipe', context, '--out', stack]);
const checked = (code: number): string[] =>
  json(['check', stack, '--context', context], code).findings.map((f) => `${f.severity} ${f.rule}`);

beforeAll(() => writeFileSync(context, JSON.stringify(file())));

test('a mesh becomes a layer stack whose area, volume and time are those of the recipe, and inspect reads the same of it', () => {
  const made = generated(boxMesh([0, 0, 0], [20, 10, 4]));
  expect(made).toMatchObject({
    kind: 'stack',
    layers: 80,
    bottomLayers: 4,
    bottomS: 26,
    transitionLayers: 4,
    normalS: 2.6,
    islands: 0,
    cups: [],
    closedRooms: [],
    boundsMm: [20, 15, 40, 25].map((v) => expect.closeTo(v, 6) as number),
    volumeMm3: expect.closeTo(800, 6) as number,
    applied: { 'part body': { exposureS: 2.6, resinLayerMm: 0.05 } },
  });
  // bottom, four steps of an even fall, and the rest; 7 mm up in stages, 7 mm down, two pauses
  const light = 4 * 26 + 4 * ((26 + 2.6) / 2) + 72 * 2.6;
  expect(made['exposureS']).toBeCloseTo(light, 4);
  const { applied, notApplied, holes, ...told } = made;
  expect(holes).toEqual([]);
  void applied;
  void notApplied;
  expect(json(['inspect', stack])).toEqual(told);
  expect(checked(0)).toEqual([]);
});
test('equal layers share a picture', () =>
  expect(generated(joined([boxMesh([0, 0, 0], [20, 10, 2]), boxMesh([0, 0, 2], [6, 10, 4])]))['images']).toBe(2));
test('what begins in mid-air blocks, as a mesh and as a stack alike', () => {
  const m = joined([boxMesh([0, 0, 0], [20, 10, 4]), boxMesh([24, 0, 2], [30, 10, 4])]);
  expect(generated(m)['islandsAt']).toMatchObject([
    { layer: 41, areaMm2: expect.closeTo(60, 6) as number, heldFrom: null },
  ]);
  expect(checked(1)).toEqual(['blocker islands-held']);
  const asMesh = json(['check', mesh, '--context', context], 1);
  expect(asMesh.findings.map((f) => `${f.severity} ${f.rule}`)).toEqual(['blocker islands-held']);
});
test('a hollow ball keeps its resin, and a bowl upside down sucks', () => {
  generated(joined([movedBy(sphereMesh(9, 48), 0, 0, 9), movedBy(insideOut(sphereMesh(6, 48)), 0, 0, 9)]));
  expect(checked(1)).toEqual(expect.arrayContaining(['caution rooms-drain', 'blocker cups-vented']));
});
const prepared = (m: Mesh, ...options: string[]): Answer =>
  json(['generate', writeMesh(m), '--recipe', context, '--out', stack, ...options]);
test('what begins in mid-air is held by supports, and nothing blocks any more', () => {
  const m = joined([boxMesh([0, 0, 0], [20, 10, 4]), boxMesh([24, 0, 2], [30, 10, 4])]);
  const made = prepared(m, '--supports', '3');
  expect(made).toMatchObject({ islands: 0, noPlace: [], applied: { 'part body': { supportTipMm: 0.4 } } });
  expect(made['tipCount']).toBe(made['supports']);
  expect(checked(0).filter((f) => f.startsWith('blocker'))).toEqual([]);
});
test('a ball hollowed, bored and held above the plate keeps no resin and hangs nowhere', () => {
  const made = prepared(
    sphereMesh(9, 48),
    ...['--hollow', '2', '--drains', '2.5', '--raise', '3', '--supports', '3', '--supports-on-part'],
  );
  expect(made).toMatchObject({ islands: 0, closedRooms: [], holes: 2, noPlace: [] });
  const solid = (4 / 3) * Math.PI * 9 ** 3;
  const shell = solid - (4 / 3) * Math.PI * 7 ** 3;
  expect(made['volumeMm3']).toBeGreaterThan(shell);
  expect(made['volumeMm3']).toBeLessThan(1.3 * shell);
  expect(checked(0)).not.toContain('caution rooms-drain');
});
test('a wall thicker than the part, and a length that is none, are refused in one line', () => {
  const m = writeMesh(boxMesh([0, 0, 0], [20, 10, 4]));
  const said = (...options: string[]): string =>
    run(['generate', m, '--recipe', context, '--out', stack, ...options]).err;
  expect(said('--hollow', '2')).toContain('Nothing of the part lies deeper than 2 mm');
  expect(said('--supports', 'x')).toContain('--supports "x" is not a positive figure');
});
test.each([
  [
    'another screen',
    { machine: { ...file().machine, values: { ...machine, pixelMm: 0.047 } } },
    1,
    'blocker layers-for-screen',
  ],
  [
    'a vat with too little in it',
    { machine: { ...file().machine, mounts: [{ slots: [{ material: 'grey', remainingG: 0.5 }] }] } },
    1,
    'blocker resin-enough',
  ],
  ['cold resin', { machine: { ...file().machine, resinC: 16 } }, 0, 'caution resin-warm-enough'],
  [
    'a proof of less light',
    { proofs: [{ ...file().proofs[0], value: 2, min: 1.8, max: 2.2, maxEnd: 'failedBeyond' }] },
    1,
    'blocker exposure-proven',
  ],
])('a stack on %s is told', (_, over, code, finds) => {
  generated(boxMesh([0, 0, 0], [20, 10, 4]));
  writeFileSync(context, JSON.stringify(file(over)));
  const said = checked(code);
  writeFileSync(context, JSON.stringify(file()));
  expect(said).toContain(finds);
});
test.each([
  [
    'a part larger than the screen',
    boxMesh([0, 0, 0], [70, 10, 4]),
    'reaches 5.00 mm beyond the screen of 60.0 × 40.0 mm',
  ],
  ['a part thinner than half a layer', boxMesh([0, 0, 0], [7, 10, 0.02]), 'lower than half a layer'],
])('%s is refused, and nothing is written', (_, m, said) => {
  const r = run(['generate', writeMesh(m), '--recipe', context, '--out', at('none.zip'), '--json']);
  expect([r.code, r.out]).toEqual([2, '']);
  expect(r.err).toContain(said);
  expect(run(['inspect', at('none.zip')]).code).toBe(2);
});
test('a recipe without a lift is refused with the name of what is missing', () => {
  const { liftFirstMm, ...without } = process;
  void liftFirstMm;
  writeFileSync(at('short.json'), JSON.stringify(file({ process: { values: without } })));
  const r = run([
    'generate',
    writeMesh(boxMesh([0, 0, 0], [7, 10, 2])),
    '--recipe',
    at('short.json'),
    '--out',
    at('none.zip'),
  ]);
  expect([r.code, r.err]).toEqual([
    2,
    expect.stringContaining('“Lift, first stage” is missing, a value of the process profile'),
  ]);
});
test('a stack in the surroundings of a filament machine, and a program in those of a resin machine, are refused', () => {
  generated(boxMesh([0, 0, 0], [20, 10, 4]));
  writeFileSync(
    at('filament.json'),
    JSON.stringify({ machine: { values: { travelXMm: 200, travelYMm: 200, travelZMm: 200 } }, materials: { pla: {} } }),
  );
  expect(run(['check', stack, '--context', at('filament.json')]).err).toContain('give the context of a resin machine');
  expect(run(['check', 'FILE', '--context', context], 'G28\nG1 X1 E1 F600\n').err).toContain(
    'neither a mesh nor a layer stack',
  );
});

test('numbered pictures of a stack, in a folder or a zip, are that stack again; one that is missing is named', () => {
  generated(boxMesh([0, 0, 0], [20, 10, 1]));
  const { rows: _, ...told } = json(['inspect', stack]);
  const read = readStack(readFileSync(stack), sha256);
  if (!read.ok) throw new Error(read.failure.what);
  const { manifest, images } = read.value;
  const pictures = Object.fromEntries(
    manifest.layers.map((l, i) => [`layer-${i + 1}.png`, images.get(l.exposures[0]!.image)!]),
  );
  const [folder, zip, again] = [at('pictures'), at('pictures.zip'), at('again.zip')];
  mkdirSync(folder, { recursive: true });
  for (const [name, png] of Object.entries(pictures)) writeFileSync(path.join(folder, name), png);
  writeFileSync(zip, zipSync(pictures));
  for (const from of [folder, zip]) {
    expect(run(['stack', from, '--recipe', context, '--out', again])).toMatchObject({ code: 0, err: '' });
    expect(json(['inspect', again])).toEqual({ ...told, title: path.basename(from) });
  }
  rmSync(path.join(folder, 'layer-7.png'));
  const gap = run(['stack', folder, '--recipe', context, '--out', again]);
  expect([gap.code, gap.err]).toEqual([
    2,
    expect.stringContaining('Picture 7 is missing after this one; at layer-6.png') as string,
  ]);
});
