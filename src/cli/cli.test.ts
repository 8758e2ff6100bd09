import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { deflateSync } from 'node:zlib';
import { describe, expect, test } from 'vitest';
import { cliFolder as folder, runCli as run } from '../../test/runCli.ts';
import { meshOfSolids } from '../core/mesh/solid.ts';
import { boxMesh } from '../core/mesh/solids.ts';
import { writeStl } from '../core/mesh/writeStl.ts';
import { writeStack } from '../core/resin/stack.ts';

const readings = (mm: string): string =>
  `side,thickness_mm\n${['front', 'right', 'back', 'left'].flatMap((s) => [`${s},${mm}`, `${s},${mm}`]).join('\n')}\n`;
const fit = ['fit', 'flow', 'FILE', '--target-mm', '0.44', '--layer-height-mm', '0.2', '--flow', '1', '--json'];

test('inspect gives the promised fields as JSON alone', () => {
  const r = run(['inspect', 'FILE', '--json'], 'M109 S210\nG28\nM83\nG1 X100 E4 F6000\n');
  expect([r.code, r.err]).toEqual([0, '']);
  expect(JSON.parse(r.out)).toMatchObject({
    kind: 'gcode',
    layers: 1,
    timeS: expect.closeTo(1 + 100 / 1100, 9),
    filamentMm: 4,
    boundsMm: { min: [0, 0, 0], max: [100, 0, 0] },
    nozzleMaxC: 210,
    bedMaxC: 0,
    retractions: 0,
    extrudingMoves: 1,
    travelMoves: 0,
    heatingS: 95,
    unknownWords: [],
  });
});
test('a file with no word is refused with exit code 2 and one line', () => {
  const r = run(['inspect', 'FILE', '--json'], '; nothing\n');
  expect([r.code, r.out, r.err.trim().split('\n').length]).toEqual([2, '', 1]);
});
test('a machine that stops at every corner has an instant speed change of 0', () => {
  const limits = path.join(folder, 'corners.json');
  const text = 'G1 X50 F6000\nG1 X100\nG1 Y50\n';
  const timeOf = (change: number): number => {
    writeFileSync(limits, JSON.stringify({ accelerationMmPerS2: 1000, instantSpeedChangeMmPerS: change }));
    return JSON.parse(run(['inspect', 'FILE', '--limits', limits, '--json'], text).out).timeS;
  };
  // straight on it does not stop, round the corner it comes to rest: 100 mm and 50 mm, each 0.1 s longer than at full speed
  expect(timeOf(0)).toBeCloseTo(1.1 + 0.6, 9);
  expect(timeOf(8)).toBeLessThan(timeOf(0));
  writeFileSync(limits, '{"instantSpeedChangeMmPerS":-1}');
  expect(run(['inspect', 'FILE', '--limits', limits, '--json'], text).err).toContain('give 0 or a positive figure');
});
test('limits change the time and an unknown field is refused', () => {
  const limits = path.join(folder, 'limits.json');
  writeFileSync(limits, '{"accelerationMmPerS2":500}');
  expect(JSON.parse(run(['inspect', 'FILE', '--limits', limits, '--json'], 'G1 X100 F6000\n').out).timeS).toBeCloseTo(
    1.2,
    9,
  );
  writeFileSync(limits, '{"speed":5}');
  expect(run(['inspect', 'FILE', '--limits', limits], 'G1 X1\n').err).toContain('unknown limit "speed"');
});
test('fit flow answers with value, both ways, interval and whether anything changed', () => {
  const r = run(fit, readings('0.44'));
  expect(JSON.parse(r.out)).toMatchObject({
    flow: expect.closeTo(1, 12),
    flowByWidth: expect.closeTo(1, 12),
    n: 8,
    measurableChange: false,
  });
});
test.each([
  ['commas as decimals', readings('0,44'), 'point, not a comma'],
  ['too few', 'side,thickness_mm\nfront,0.4\n', 'sides'],
  ['words', readings('thick'), 'line 2, column thickness_mm'],
  ['other columns', 'a,b\n1,2\n', 'columns'],
])('fit flow refuses %s and says where', (_, csv, said) => {
  const r = run(fit, csv);
  expect([r.code, r.out]).toEqual([2, '']);
  expect(r.err).toContain(said);
});
test('fit reads other kinds of trial, with their options, and a kind nobody knows is refused by name', () => {
  const strings = `distance_mm,strings\n${[0, 0.25, 0.5, 0.75, 1, 1.25, 1.5].map((d) => `${d},${(20 * Math.exp(-2.5 * d)).toFixed(6)}`).join('\n')}\n`;
  const r = run(['fit', 'retraction', 'FILE', '--accepted', '2', '--json'], strings);
  expect([r.code, r.err]).toEqual([0, '']);
  expect(JSON.parse(r.out)).toMatchObject({
    value: expect.closeTo(Math.log(10) / 2.5, 4),
    range: [expect.closeTo(Math.log(10) / 2.5, 4), 1.5],
  });
  expect(run(['fit', 'retraction', 'FILE', '--json'], 'distance_mm,strings\n0,9\n1,9\n2,9\n3,9\n4,9\n').err).toContain(
    'as many strings',
  );
  expect(run(['fit', 'colour', 'FILE'], strings)).toMatchObject({
    code: 2,
    out: '',
    err: expect.stringContaining('not "colour"'),
  });
});

const lamp = { exposureS: 2.4, resinLayerMm: 0.05, exposureBottomS: 30, bottomThicknessMm: 0.2, transitionLayers: 4 };
const both = { liftFirstMm: 7, liftFirstMmPerS: 1, returnFirstMm: 7, returnFirstMmPerS: 2.5 };
test('layer-time gives the seconds of every part, and of a whole print by its height', () => {
  const r = run(['layer-time', 'FILE', '--height', '1', '--json'], JSON.stringify({ ...lamp, ...both }));
  expect([r.code, r.err]).toEqual([0, '']);
  const out = JSON.parse(r.out) as {
    parts: { name: string; s: number }[];
    layerS: number;
    motionS: number;
    print: object;
  };
  expect(out.parts.map((p) => p.name)).toEqual(['exposure', 'lift', 'return']);
  expect(out.motionS).toBeCloseTo(9.8, 9); // 7 mm up at 60, down at 150 mm/min
  expect(out.layerS).toBeCloseTo(12.2, 9);
  expect(out.print).toMatchObject({
    layers: 20,
    bottomLayers: 4,
    transition: [24.48, 18.96, 13.44, 7.92].map((s) => expect.closeTo(s, 9)),
  });
});
test.each([
  ['a return shorter than the lift', { ...lamp, ...both, returnFirstMm: 6 }, 'are not equal'],
  ['a stage without speed', { ...lamp, ...both, liftFirstMmPerS: 0 }, 'has no speed'],
  ['a setting nobody knows', { ...lamp, ...both, lifting: 3 }, 'no resin setting "lifting"'],
  ['no exposure', both, 'exposureS is missing'],
])('layer-time refuses %s', (_, recipe, said) => {
  const r = run(['layer-time', 'FILE', '--json'], JSON.stringify(recipe));
  expect([r.code, r.out]).toEqual([2, '']);
  expect(r.err).toContain(said);
});
test('inspect reads a layer stack by its first bytes: layers, area, islands, sub-exposures and time', () => {
  const disc = (x: number, fromMm: number) => ({ shape: 'disc' as const, x, y: 0, w: 6, d: 6, fromMm, toMm: 0.5 });
  const zip = writeStack(
    {
      title: 'two discs, one begins in the air',
      pixelMm: [0.05, 0.05],
      pixels: [480, 240],
      layerMm: 0.05,
      samples: 2,
      lowestGrey: 0,
      compensationMm: 0,
      bottomLayers: 0,
      bottomExposureS: 1,
      transitionLayers: 0,
      motion: {
        pauseBeforeLiftS: 0,
        lift: [{ mm: 6, mmPerS: 1 }],
        pauseAtTopS: 0,
        return: [{ mm: 6, mmPerS: 2 }],
        pauseBeforeExposureS: 1,
      },
      fields: [
        { exposureS: 2, solids: [disc(-6, 0)] },
        { exposureS: 3, solids: [disc(6, 0.2)] },
      ],
      places: [],
    },
    { deflate: (raw) => deflateSync(raw), sha256: (bytes) => createHash('sha256').update(bytes).digest('hex') },
  );
  const r = run(['inspect', 'FILE', '--json'], zip);
  expect([r.code, r.err]).toEqual([0, '']);
  const out = JSON.parse(r.out) as Record<string, number>;
  expect(out).toMatchObject({ kind: 'stack', layers: 10, islands: 1, subExposuresMost: 2, exposures: 16 });
  expect(out['timeS']).toBeCloseTo(4 * 2 + 6 * 3 + 10 * 10, 6);
  expect(out['largestAreaMm2']! / (2 * Math.PI * 9)).toBeCloseTo(1, 2);
  expect(run(['inspect', 'FILE'], zip.subarray(0, 300)).code).toBe(2);
});

describe('by a context, without a server', () => {
  const page = readFileSync('docs/formats/context.md', 'utf8');
  const example = JSON.parse(page.slice(page.indexOf('    { "version"'), page.indexOf('\n\n- `values`'))) as Record<
    string,
    Record<string, unknown>
  >;
  const write = (name: string, content: string | Uint8Array): string => {
    const file = path.join(folder, name);
    writeFileSync(file, content);
    return file;
  };
  const context = write('context.json', JSON.stringify(example));
  const plate = write('plate.stl', writeStl(boxMesh([0, 0, 0], [100, 100, 4])));
  const out = path.join(folder, 'plate.gcode');

  test('generate lays a mesh in the middle of the plate at the scale of its role, and says what it applied', () => {
    const r = run(['generate', plate, '--recipe', context, '--out', out, '--json']);
    expect([r.code, r.err]).toEqual([0, '']);
    const { applied, notApplied, outerMm, boundsMm, nozzleMaxC } = JSON.parse(r.out) as {
      applied: Record<string, Record<string, number>>;
      notApplied: unknown[];
      outerMm: number[];
      boundsMm: { min: number[]; max: number[] };
      nozzleMaxC: number;
    };
    expect(outerMm[0]).toBeCloseTo(100.11, 2);
    expect(outerMm[1]).toBeCloseTo(100, 2);
    for (const k of [0, 1]) expect((boundsMm.min[k]! + boundsMm.max[k]!) / 2).toBeCloseTo(110, 1);
    expect([applied['part body']!['scaleXPercent'], applied['part body']!['nozzleC'], nozzleMaxC]).toEqual([
      100.11, 248, 248,
    ]);
    expect(notApplied).toEqual([]);
  });
  test('support of another material goes to its own head, with what was applied of each role', () => {
    const table = write(
      'table.stl',
      writeStl(
        meshOfSolids([
          { shape: 'box', x: 0, y: 0, w: 12, d: 12, fromMm: 0, toMm: 4 },
          { shape: 'box', x: 0, y: 0, w: 24, d: 24, fromMm: 4, toMm: 6 },
        ]),
      ),
    );
    const two = write(
      'two.json',
      JSON.stringify({
        ...example,
        machine: {
          ...example['machine'],
          mounts: [{ slots: [{ material: 'asa-natural' }] }, { values: { nozzleDiameterMm: 0.6 } }],
        },
        materials: {
          ...example['materials'],
          pva: { values: { nozzleC: 210, densityGPerCm3: 1.2, bedC: 98, standbyC: 160 } },
        },
        process: { values: { ...(example['process']!['values'] as object), supportAngleDeg: 45, purgeMm3: 20 } },
        roles: [...(example['roles'] as unknown as object[]), { role: 'support', material: 'pva', mount: 2 }],
      }),
    );
    const r = run(['generate', table, '--recipe', two, '--out', out, '--json']);
    expect([r.code, r.err]).toEqual([0, '']);
    const { applied, notApplied, heads } = JSON.parse(r.out) as {
      applied: Record<string, Record<string, number>>;
      notApplied: unknown[];
      heads: { tool: number; nozzleMaxC: number; filamentMm: number }[];
    };
    expect([applied['part body']!['nozzleC'], applied['support']!['nozzleC'], applied['support']!['standbyC']]).toEqual(
      [248, 210, 160],
    );
    expect(notApplied).toEqual([]);
    expect(heads.map((h) => [h.tool, h.nozzleMaxC])).toEqual([
      [0, 248],
      [1, 210],
    ]);
    const checked = run(['check', out, '--context', two, '--json']);
    const { findings } = JSON.parse(checked.out) as { findings: { title: string; head?: number }[] };
    expect(findings).toContainEqual(expect.objectContaining({ title: 'No material is loaded', head: 2 }));
    expect(run(['check', out, '--context', two]).out).toContain('blocker: head 2: No material is loaded');
  });
  test('bodies of one part are laid where they are drawn, each by its head; parts one after another where that is wanted', () => {
    const [lower, upper] = [boxMesh([0, 0, 0], [20, 20, 2]), boxMesh([0, 0, 2], [20, 20, 4])].map((m, i) =>
      write(`body${i + 1}.stl`, writeStl(m)),
    );
    const bodied = write(
      'bodied.json',
      JSON.stringify({
        ...example,
        machine: {
          ...example['machine'],
          mounts: [{ slots: [{ material: 'asa-natural' }] }, { values: { nozzleDiameterMm: 0.4 } }],
        },
        materials: { ...example['materials'], soft: { values: { nozzleC: 225, densityGPerCm3: 1.2, bedC: 98 } } },
        process: { values: { ...(example['process']!['values'] as object), purgeMm3: 20 } },
        roles: [...(example['roles'] as unknown as object[]), { role: 'part body 2', material: 'soft', mount: 2 }],
      }),
    );
    const r = run(['generate', lower!, upper!, '--recipe', bodied, '--out', out, '--bodies', '1,2', '--json']);
    expect([r.code, r.err]).toEqual([0, '']);
    const { applied, notApplied, heads, layers } = JSON.parse(r.out) as {
      applied: Record<string, Record<string, number>>;
      notApplied: unknown[];
      heads: { nozzleMaxC: number }[];
      layers: number;
    };
    expect([heads.map((h) => h.nozzleMaxC), layers, notApplied]).toEqual([[248, 225], 20, []]);
    expect(applied['part body 2']).toMatchObject({ nozzleC: 225, walls: 3 });
    const wrong = run(['generate', lower!, upper!, '--recipe', bodied, '--out', out, '--bodies', '1,9']);
    expect([wrong.code, wrong.err.trim()]).toEqual([
      2,
      'cantiere: --bodies takes a body from 1 to 4 for each mesh, as 1,2',
    ]);
    const small = write('small.stl', writeStl(boxMesh([0, 0, 0], [20, 20, 2])));
    const one = run(['generate', small, small, '--recipe', context, '--out', out, '--one-by-one', '--json']);
    expect(one.code).toBe(0);
    expect((JSON.parse(one.out) as { backDown: { besideMm: number } }).backDown.besideMm).toBeCloseTo(2, 6);
  });
  test('check judges the program by the same context: what a proven-only class wants is named with its hours', () => {
    const only = write('only.json', JSON.stringify({ ...example, job: { class: 'customer part' } }));
    const r = run(['check', out, '--context', only, '--json']);
    expect([r.code, r.err]).toEqual([1, '']);
    const { verdict, findings, notChecked } = JSON.parse(r.out) as {
      verdict: string;
      findings: { rule: string; fix: string }[];
      notChecked: { rule: string; needs: string }[];
    };
    expect(verdict).toBe('blocked');
    expect(findings.map((f) => f.fix)).toContainEqual(
      expect.stringMatching(/^run a temperature trial on Rifugio Esempio · mount 1 · asa-natural \(\d+ min\)$/),
    );
    expect(notChecked.find((n) => n.rule === 'scale-proven')?.needs).toContain('dimension trial');
  });
  test('several meshes stand beside each other, and too many are refused', () => {
    const small = write('small.stl', writeStl(boxMesh([0, 0, 0], [20, 20, 2])));
    const two = run(['generate', small, small, '--recipe', context, '--out', out, '--json']);
    expect([two.code, two.err]).toEqual([0, '']);
    // two of 20 mm, 5 mm apart, across or along
    const { outerMm } = JSON.parse(two.out) as { outerMm: number[] };
    expect([...outerMm.slice(0, 2)].sort((a, b) => a - b).map((mm) => Math.round(mm))).toEqual([20, 45]);
    const r = run(['generate', plate, plate, plate, plate, plate, '--recipe', context, '--out', out]);
    expect([r.code, r.out, r.err.trim()]).toEqual([
      2,
      '',
      'cantiere: 5 meshes do not fit on one plate of 220 × 220 mm; generate fewer',
    ]);
  });
  const without = (group: string, keys: readonly string[]): string =>
    write(
      'less.json',
      JSON.stringify({
        ...example,
        [group]: {
          ...example[group],
          values: Object.fromEntries(
            Object.entries(example[group]!['values'] as object).filter(([k]) => !keys.includes(k)),
          ),
        },
      }),
    );
  test.each<[string, () => string[], string]>([
    [
      'an unknown key of the context',
      () => ['--recipe', write('bad.json', JSON.stringify({ ...example, spool: 1 }))],
      'No key "spool"',
    ],
    ['a context that is no JSON', () => ['--recipe', write('no.json', '{')], 'no.json'],
    ['a context that is not there', () => ['--recipe', path.join(folder, 'none.json')], 'ENOENT'],
    [
      'a recipe without start block',
      () => ['--recipe', without('machine', ['startBlock'])],
      '“Start block” is missing, a value of the printer profile',
    ],
    [
      'a recipe without line speed',
      () => ['--recipe', without('process', ['visibleWallSpeedMmPerS'])],
      'is missing, a value of the process profile',
    ],
    ['no recipe', () => [], '--recipe is missing'],
  ])('%s is refused with exit code 2, one line, and nothing written', (_, args, said) => {
    const nothing = path.join(folder, 'nothing.gcode');
    const r = run(['generate', plate, ...args(), '--out', nothing]);
    expect([r.code, r.out, r.err.trim().split('\n').length, existsSync(nothing)]).toEqual([2, '', 1, false]);
    expect(r.err).toContain(said);
  });
  test('a context beside the name of a machine is refused', () =>
    expect(run(['check', out, '--context', context, '--machine', 'x']).err).toContain('leave --machine'));
});
