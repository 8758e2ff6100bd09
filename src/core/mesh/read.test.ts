import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { closedSolids, loose, rounded } from '../../../test/meshes/solids.ts';
import { figureIn } from '../formats/figureText.ts';
import { surveyMesh } from './facts.ts';
import { joined, MOST_TRIANGLES, type Mesh } from './mesh.ts';
import { read3mf } from './read3mf.ts';
import { looksLikeMesh, readMesh } from './readMesh.ts';
import { boxMesh } from './solids.ts';
import { unitDoubt, unitReadings } from './units.ts';
import { weld } from './weld.ts';
import { write3mf } from './write3mf.ts';
import { writeStl } from './writeStl.ts';

const text = (s: string): Uint8Array => new TextEncoder().encode(s);
const cube = boxMesh([0, 0, 0], [10, 20, 30]);
const read = (bytes: Uint8Array) => {
  const file = readMesh(bytes);
  if (!file.ok) throw new Error(JSON.stringify(file.failure));
  return file.value;
};
const failureOf = (bytes: Uint8Array) => {
  const file = readMesh(bytes);
  return file.ok ? null : file.failure;
};
const asciiStl = ({ xyz, corners }: Mesh): string =>
  `solid made up\n${Array.from({ length: corners.length / 3 }, (_, t) => `facet normal 0 0 0\n outer loop\n${[0, 1, 2].map((k) => `  vertex ${[0, 1, 2].map((a) => xyz[corners[3 * t + k]! * 3 + a]!.toExponential()).join(' ')}`).join('\n')}\n endloop\nendfacet`).join('\n')}\nendsolid made up\n`;
const asObj = ({ xyz, corners }: Mesh): string =>
  [
    '# made up',
    ...Array.from({ length: xyz.length / 3 }, (_, v) => `v ${[...xyz.subarray(3 * v, 3 * v + 3)].join(' ')}`),
    ...Array.from(
      { length: corners.length / 3 },
      (_, t) => `f ${[0, 1, 2].map((k) => corners[3 * t + k]! + 1).join(' ')}`,
    ),
  ].join('\n');
const threeMf = (model: string, rels?: string): Uint8Array =>
  zipSync({
    '_rels/.rels': strToU8(
      rels ??
        '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/a.model" Id="a" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
    ),
    '3D/a.model': strToU8(model),
  });
const tetra =
  '<mesh><vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex x="0" y="1" z="0"/><vertex x="0" y="0" z="1"/></vertices><triangles><triangle v1="0" v2="2" v3="1"/><triangle v1="0" v2="1" v3="3"/><triangle v1="1" v2="2" v3="3"/><triangle v1="2" v2="0" v3="3"/></triangles></mesh>';
const model = (objects: string, items = '<item objectid="1"/>', attributes = 'unit="millimeter"'): string =>
  `<?xml version="1.0"?><model ${attributes} xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources>${objects}</resources><build>${items}</build></model>`;
const one = `<object id="1">${tetra}</object>`;
const factsOf = (bytes: Uint8Array) => surveyMesh(weld(joined(read(bytes).parts.map((p) => p.mesh)))).facts;

describe('what is written is read again', () => {
  test.each(Object.entries(closedSolids))('%s through every format', (_, solid) => {
    const mesh = rounded(solid);
    const facts = surveyMesh(weld(mesh)).facts;
    for (const bytes of [
      writeStl(mesh),
      text(asciiStl(loose(mesh))),
      text(asObj(mesh)),
      write3mf([{ name: 'a <part> & "more"', mesh }], 'made up'),
    ])
      expect(factsOf(bytes)).toEqual(facts);
  });
  test('a 3MF is the same bytes every time and keeps its names', () => {
    const parts = [{ name: 'a <part> & "more"', mesh: cube }];
    expect(write3mf(parts, 'x')).toEqual(write3mf(parts, 'x'));
    expect(read(write3mf(parts, 'x'))).toMatchObject({
      format: '3mf',
      unit: 'mm',
      parts: [{ name: 'a <part> & "more"' }],
    });
  });
  test('a figure is read to the bit as the language reads it', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.double({ noNaN: true, noDefaultInfinity: true }), fc.integer()),
        fc.boolean(),
        (v, isExponent) => {
          const written = text(isExponent ? v.toExponential() : String(v));
          expect(figureIn(written, 0, written.length)).toBe(Number(isExponent ? v.toExponential() : String(v)));
        },
      ),
      { numRuns: 3000, seed: 3 },
    );
    for (const no of ['', '-', '.', '1e', '1,5', 'nan', 'inf', '0x10', '1 ', '--1'])
      expect(figureIn(text(no), 0, no.length), no).toBeNaN();
  });
});

describe('a format is told by what is in the file', () => {
  test('a binary STL whose header begins with "solid" is binary', () => {
    const bytes = writeStl(cube);
    bytes.set(text('solid but not text'), 0);
    expect(read(bytes)).toMatchObject({ format: 'stl', unit: null });
    expect(looksLikeMesh(bytes.subarray(0, 4096), bytes.length)).toBe(true);
  });
  test.each<[string, Uint8Array, boolean]>([
    ['a program for a machine', text('G28\nG1 X10 F600\n'), false],
    ['an OBJ', text('# a\nv 1 2 3\n'), true],
    ['an ASCII STL', text('solid x\n'), true],
    ['a 3MF', threeMf(model(one)), true],
    ['a layer stack', zipSync({ 'manifest.json': strToU8('{}') }), false],
  ])('%s', (_, bytes, isMesh) => expect(looksLikeMesh(bytes, bytes.length)).toBe(isMesh));
});

describe('STL: every refusal says where', () => {
  const binary = writeStl(cube);
  const wrong = (change: (b: Uint8Array, v: DataView) => void): Uint8Array => {
    const b = binary.slice();
    change(b, new DataView(b.buffer));
    return b;
  };
  const ascii = asciiStl(loose(cube));
  test.each<[string, Uint8Array, RegExp]>([
    [
      'a count that lies upward',
      wrong((_, v) => v.setUint32(80, 4_000_000_000, true)),
      /counts 4000000000 triangles.*684/,
    ],
    ['a file cut short', binary.subarray(0, 600), /need 684 bytes; the file has 600/],
    ['a header cut short', binary.subarray(0, 40), /begins with 84 bytes/],
    ['a corner that is no number', wrong((_, v) => v.setFloat32(84 + 50 * 2 + 16, NaN, true)), /y = NaN/],
    ['a corner without end', wrong((_, v) => v.setFloat32(84 + 12, Infinity, true)), /x = Infinity/],
    ['a corner out of the world', wrong((_, v) => v.setFloat32(84 + 12, 3e9, true)), /x = 3000000000/],
    ['no triangles', new Uint8Array(84), /no triangle/],
    ['text that is none of ours', text('hello\n'), /neither an STL/],
    ['an ASCII facet that ends', text(ascii.slice(0, 200)), /ends inside a facet/],
    ['a word for a figure', text(ascii.replace('vertex 0', 'vertex nought')), /is no figure/],
    ['four corners', text(ascii.replace('endloop', 'vertex 0 0 0\nendloop')), /more than three corners/],
    ['a missing word', text(ascii.replace('outer loop', 'loop')), /"outer" is expected/],
    ['binary that claims to be text', text(`solid x\n\0\0\0${'\x01'.repeat(200)}`), /counts \d+ triangles/],
    ['text with nothing in it', text('solid x\nendsolid x\n'), /no triangle/],
  ])('%s', (_, bytes, said) => {
    const failure = failureOf(bytes)!;
    expect(failure.what).toMatch(said);
    expect(failure.todo).toBeTruthy();
  });
  test('a corner’s triangle and a text’s line are named', () => {
    expect(failureOf(wrong((_, v) => v.setFloat32(84 + 50 * 2 + 16, NaN, true)))!.where).toBe('triangle 3');
    expect(failureOf(text(ascii.replace('outer loop', 'loop')))!.where).toBe('line 3');
  });
});

describe('OBJ', () => {
  const corners = 'v 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nv 0 0 1\n';
  test('faces of many corners are fanned, counted backwards too, with textures and normals passed over', () => {
    const file = read(text(`${corners}vn 0 0 1\nvt 0 0\no first\nf 1/1/1 2//1 3/1 4\no second\nf -5 -4 -1\n`));
    expect(file.parts.map((p) => [p.name, p.mesh.corners.length / 3])).toEqual([
      ['first', 2],
      ['second', 1],
    ]);
    expect([...file.parts[1]!.mesh.xyz]).toEqual([0, 0, 0, 1, 0, 0, 0, 0, 1]);
  });
  test.each([
    ['a vertex that comes later', `f 1 2 3\n${corners}`, /vertex 1; there are 0/, 'line 1'],
    ['a vertex beyond the last', `${corners}f 1 2 9\n`, /vertex 9; there are 5/, 'line 6'],
    ['a vertex before the first', `${corners}f -6 1 2\n`, /vertex -6/, 'line 6'],
    ['vertex 0', `${corners}f 0 1 2\n`, /no whole number/, 'line 6'],
    ['half a vertex', `${corners}f 1.5 1 2\n`, /no whole number/, 'line 6'],
    ['two corners', `${corners}f 1 2\n`, /2 corners/, 'line 6'],
    ['a vertex of two figures', 'v 1 2\n', /fewer than three/, 'line 1'],
    ['a word for a figure', 'v 1 two 3\n', /figure that is none/, 'line 1'],
  ])('%s is refused with its line', (_, obj, said, where) => {
    const failure = failureOf(text(obj))!;
    expect(failure.what).toMatch(said);
    expect(failure.where).toBe(where);
  });
});

describe('3MF', () => {
  test('units, several items, components and their transforms are taken as the format means them', () => {
    const bytes = threeMf(
      model(
        `${one}<object id="2"><components><component objectid="1"/><component objectid="1" transform="2 0 0 0 2 0 0 0 2 10 0 0"/></components></object>`,
        '<item objectid="2" transform="1 0 0 0 1 0 0 0 1 0 5 0"/><item objectid="1"/>',
        'unit="inch"',
      ),
    );
    const file = read(bytes);
    expect([file.unit, file.parts.length]).toEqual(['in', 2]);
    const facts = surveyMesh(weld(file.parts[0]!.mesh)).facts;
    expect(facts.volumeMm3).toBeCloseTo(1 / 6 + 8 / 6, 12);
    expect([...facts.bounds.min, ...facts.bounds.max]).toEqual([0, 5, 0, 12, 7, 2]);
  });
  test('a mirrored component keeps its outside outside', () =>
    expect(factsOf(threeMf(model(one, '<item objectid="1" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/>')))).toMatchObject({
      volumeMm3: expect.closeTo(1 / 6, 12),
      insideOutShells: 0,
    }));
  test('prefixes, single quotes and comments are read like any other', () =>
    expect(
      factsOf(
        threeMf(model(one).replaceAll('"', "'").replace('<resources>', '<!-- <item objectid="9"/> --><resources>')),
      ),
    ).toMatchObject({ triangles: 4 }));
  const loop =
    '<object id="1"><components><component objectid="2"/></components></object><object id="2"><components><component objectid="1"/></components></object>';
  const chain = Array.from(
    { length: 40 },
    (_, i) => `<object id="${i + 1}"><components>${`<component objectid="${i + 2}"/>`.repeat(2)}</components></object>`,
  ).join('');
  test.each<[string, Uint8Array, RegExp]>([
    ['no relationships', zipSync({ 'a.model': strToU8(model(one)) }), /no relationships/],
    [
      'a relationship to nothing',
      threeMf(
        model(one),
        '<Relationships><Relationship Target="/3D/b.model" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
      ),
      /not in it/,
    ],
    [
      'a relationship of another type',
      threeMf(model(one), '<Relationships><Relationship Target="/3D/a.model" Type="thumbnail"/></Relationships>'),
      /No relationship leads/,
    ],
    [
      'a relationship that climbs out',
      threeMf(
        model(one),
        '<Relationships><Relationship Target="/../../etc/a.model" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
      ),
      /leads out/,
    ],
    ['a name that climbs out', zipSync({ '../a.model': strToU8(model(one)) }), /name that cannot be/],
    [
      'an external entity',
      threeMf(
        `<!DOCTYPE model [<!ENTITY x SYSTEM "file:///etc/hostname">]>${model(`<object id="1" name="&x;">${tetra}</object>`)}`,
      ),
      /entities of its own/,
    ],
    [
      'entities that multiply',
      threeMf(`<!DOCTYPE m [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]>${model(one)}`),
      /entities of its own/,
    ],
    ['a component of itself', threeMf(model(loop)), /component of itself/],
    [
      'components that multiply',
      threeMf(model(`${chain}<object id="41">${tetra}</object>`)),
      /nested more than|placed/,
    ],
    [
      'a component that is not there',
      threeMf(model('<object id="1"><components><component objectid="7"/></components></object>')),
      /Object 7 is not in the file/,
    ],
    [
      'a huge transform',
      threeMf(model(one, '<item objectid="1" transform="1e300 0 0 0 1 0 0 0 1 0 0 0"/>')),
      /transform/,
    ],
    ['a transform of three figures', threeMf(model(one, '<item objectid="1" transform="1 2 3"/>')), /transform/],
    ['a vertex that is not there', threeMf(model(one.replace('v1="2"', 'v1="9"'))), /vertex "9" of 4/],
    ['a vertex that is no number', threeMf(model(one.replace('x="1"', 'x="NaN"'))), /x "NaN"/],
    ['a vertex without z', threeMf(model(one.replace(' z="1"', ''))), /z "undefined"/],
    ['an unknown unit', threeMf(model(one, undefined, 'unit="cubit"')), /cubit/],
    [
      'an extension it needs and does not declare',
      threeMf(model(one, undefined, 'unit="millimeter" requiredextensions="q"')),
      /an extension "q" that it does not declare/,
    ],
    ['no build item', threeMf(model(one, '')), /no item/],
    ['text cut short', threeMf(model(one).slice(0, 300)), /not well formed/],
    ['no text at all', threeMf('\ufffd'), /not well formed/],
    ['a zip cut short', threeMf(model(one)).subarray(0, 120), /./],
    ['a zip of nothing', text('PK'), /no zip|cut short/],
  ])('%s is refused', (_, bytes, said) => {
    const failure = failureOf(bytes)!;
    expect(failure.what).toMatch(said);
    expect(failure.todo).toBeTruthy();
  });
  test('a zip that unpacks to more than it may is stopped on the way', () => {
    const huge = zipSync({ '_rels/.rels': new Uint8Array(20 * 1024 * 1024) }, { level: 9 });
    expect(read3mf(huge, 4 * 1024 * 1024)).toMatchObject({
      ok: false,
      failure: { code: 'zip', what: 'It unpacks to more than 4 MB' },
    });
  });
});

test('more triangles than are checked are refused before they are read', () => {
  const bytes = new Uint8Array(84 + 50 * (MOST_TRIANGLES + 1));
  new DataView(bytes.buffer).setUint32(80, MOST_TRIANGLES + 1, true);
  expect(failureOf(bytes)).toMatchObject({ code: 'tooMany', todo: expect.stringContaining('coarsen') });
});

test.each([
  [[0.5, 0.4, 0.3], 'impossible', ['in', 'cm', 'm']],
  [[2, 1, 1], 'unusual', null],
  [[2.5, 2, 3], 'unusual', null],
  [[11, 2, 3], 'unusual', null],
  [[12, 2, 3], null, null],
  [[25, 20, 30], null, null],
  [[0.05, 0.02, 0.01], 'impossible', ['m']],
  [[120, 40, 10], null, null],
  [[1e5, 1, 1], null, null],
])('a part of %o units: its unit is %s', (size, asked, plausible) => {
  const readings = unitReadings({ min: [0, 0, 0], max: size as [number, number, number] });
  expect(unitDoubt(readings)).toBe(asked);
  if (plausible) expect(readings.filter((r) => r.isPlausible).map((r) => r.unit)).toEqual(plausible);
});
