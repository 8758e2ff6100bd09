import { strToU8, zipSync } from 'fflate';
import { expect, test } from 'vitest';
import { readMesh } from '../../src/core/mesh/readMesh.ts';
import { bodies } from './bodies.ts';
import { meshXml, modelXml, packed, rels } from './written3mf.ts';

const block = bodies[0]!;
const one = `<object id="1">${meshXml(block)}</object>`;
const good = packed(modelXml(one));
const failureOf = (bytes: Uint8Array) => {
  const read = readMesh(bytes);
  return read.ok ? null : read.failure;
};

/** The same archive with something changed in every record of one kind. */
function changed(zip: Uint8Array, signature: number, change: (view: DataView, at: number) => void): Uint8Array {
  const out = zip.slice();
  const view = new DataView(out.buffer);
  for (let at = 0; at + 4 <= out.length; at++) if (view.getUint32(at, true) === signature) change(view, at);
  return out;
}
const FILE = 0x04034b50;
const ENTRY = 0x02014b50;
const END = 0x06054b50;
const stored = zipSync(
  { '_rels/.rels': strToU8(rels('/3D/a.model')), '3D/a.model': strToU8(modelXml(one)) },
  { level: 0 },
);
/** One byte of what is packed, changed: the model stays well formed. */
function oneByteOff(): Uint8Array {
  const out = stored.slice();
  const at = new TextDecoder('latin1').decode(out).indexOf('x="20"');
  out[at + 3] = '3'.charCodeAt(0);
  return out;
}
const needing = (space: string): Uint8Array =>
  packed(modelXml(one, undefined, `unit="millimeter" xmlns:q="${space}" requiredextensions="q"`));
const deep = (n: number): string => `${'<y xmlns="urn:made-up">'.repeat(n)}${'</y>'.repeat(n)}`;

test.each<[string, Uint8Array, RegExp, RegExp]>([
  ['a byte that is another than was packed', oneByteOff(), /its size or check sum is another/, /3D\/a\.model/],
  ['a password', changed(good, ENTRY, (v, at) => v.setUint16(at + 8, 1, true)), /protected by a password/, /_rels|3D/],
  [
    'LZMA',
    changed(good, ENTRY, (v, at) => v.setUint16(at + 10, 14, true)),
    /packed by LZMA, which is not read/,
    /_rels|3D/,
  ],
  [
    'a way of packing nobody knows',
    changed(good, ENTRY, (v, at) => v.setUint16(at + 10, 77, true)),
    /packed by method 77/,
    /_rels|3D/,
  ],
  [
    'a size that lies',
    changed(good, ENTRY, (v, at) => v.setUint32(at + 24, 5, true)),
    /its size or check sum/,
    /_rels|3D/,
  ],
  [
    'a file that is not where the directory says',
    changed(good, ENTRY, (v, at) => v.setUint32(at + 42, 3, true)),
    /does not begin where the directory says/,
    /_rels|3D/,
  ],
  [
    'two names for one file',
    changed(good, FILE, (v, at) => v.setUint8(at + 30, v.getUint8(at + 30) ^ 1)),
    /one name in the directory and another/,
    /_rels|3D/,
  ],
  [
    'more files than its directory has',
    changed(good, END, (v, at) => v.setUint16(at + 10, 9, true)),
    /directory ends after 3 of 9/,
    /archive/,
  ],
  [
    'as many files as there can be',
    changed(good, END, (v, at) => v.setUint16(at + 10, 60_000, true)),
    /more than 2000 files/,
    /archive/,
  ],
  [
    'a directory beyond its end',
    changed(good, END, (v, at) => v.setUint32(at + 16, 4e9, true)),
    /no zip, or cut short/,
    /archive/,
  ],
  [
    'a file that runs out',
    changed(good, ENTRY, (v, at) => v.setUint32(at + 20, 3e9, true)),
    /runs out of the archive/,
    /_rels|3D/,
  ],
  [
    'a model of another kind of document',
    packed('<model xmlns="urn:made-up" unit="millimeter"/>'),
    /first element is of another namespace/,
    /a\.model, line 1/,
  ],
  [
    'a build without a model around it',
    packed('<build xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"/>'),
    /begins with "build"/,
    /line 1/,
  ],
  [
    'slices it needs',
    needing('http://schemas.microsoft.com/3dmanufacturing/slice/2015/07'),
    /extension .* not read \(slices\)/,
    /line 1/,
  ],
  ['an extension nobody knows', needing('urn:made-up/strange'), /not read \(urn:made-up\/strange\)/, /line 1/],
  [
    'two models',
    packed(modelXml(one), {
      '_rels/.rels': strToU8(
        rels(
          '/3D/a.model',
          '<Relationship Target="/3D/b.model" Id="r9" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/>',
        ),
      ),
      '3D/b.model': strToU8(modelXml(one)),
    }),
    /2 relationships lead to models; one is printed/,
    /\.rels/,
  ],
  [
    'a model that is only somewhere else',
    packed(modelXml(one), {
      '_rels/.rels': strToU8(rels('http://example.org/a.model').replace('Id=', 'TargetMode="External" Id=')),
    }),
    /No relationship leads to a model/,
    /\.rels/,
  ],
  [
    'a model part that is not there',
    packed(
      modelXml(
        '',
        '<item objectid="1" p:path="/3D/c.model"/>',
        'xmlns:p="http://schemas.microsoft.com/3dmanufacturing/production/2015/06"',
      ),
    ),
    /model part 3D\/c\.model is not in the package/,
    /a\.model, line 1/,
  ],
  [
    'an object that holds itself by a path in other letters',
    packed(
      modelXml(
        '<object id="1"><components><component objectid="1" p:path="/3d/A.MODEL"/></components></object>',
        undefined,
        'xmlns:p="http://schemas.microsoft.com/3dmanufacturing/production/2015/06"',
      ),
    ),
    /Object 1 is a component of itself/,
    /line 1/,
  ],
  [
    'a model part that climbs out',
    packed(
      modelXml(
        '',
        '<item objectid="1" p:path="/../c.model"/>',
        'xmlns:p="http://schemas.microsoft.com/3dmanufacturing/production/2015/06"',
      ),
    ),
    /a part outside the package/,
    /a\.model, line 1/,
  ],
  [
    'a transform that flattens',
    packed(modelXml(one, '<item objectid="1" transform="1 0 0 0 1 0 0 0 0 0 0 0"/>')),
    /flattens/,
    /line 1/,
  ],
  [
    'an object of a type nobody knows',
    packed(modelXml(one.replace('id="1"', 'id="1" type="ghost"'))),
    /type "ghost"/,
    /line 1/,
  ],
  ['only supports', packed(modelXml(one.replace('id="1"', 'id="1" type="support"'))), /no triangle/, /whole file/],
  ['elements nested without end', packed(modelXml(one + deep(100_000))), /nested more than 200 deep/, /line 1/],
  [
    'an OBJ in UTF-16 whose vertex lacks figures',
    new Uint8Array([0xff, 0xfe, 0x76, 0, 0x20, 0, 0x31, 0]),
    /fewer than three figures/,
    /line 1/,
  ],
  ['an OBJ carried on without end', strToU8('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 \\\n'), /has 2 corners/, /line 4/],
  [
    'a face that names what comes later',
    strToU8('v 0 0 0\nv 1 0 0\nf 1 2 3\nv 0 1 0\n'),
    /vertex 3; there are 2/,
    /line 3/,
  ],
])('%s is refused in words, with its place', (_, bytes, what, where) => {
  const failure = failureOf(bytes)!;
  expect(failure.what).toMatch(what);
  expect(failure.where).toMatch(where);
  expect(failure.todo).not.toBe('');
});

test('what is no part of the directory is no part of the file', () => {
  // a model between the others that the directory does not list: whoever reads from the front would take it
  const hidden = zipSync({ '3D/a.model': strToU8(modelXml('', '')) });
  const end = new DataView(hidden.buffer).getUint32(hidden.length - 6, true);
  const front = hidden.subarray(0, end);
  const moved = changed(good, ENTRY, (v, at) => v.setUint32(at + 42, v.getUint32(at + 42, true) + front.length, true));
  const zip = changed(moved, END, (v, at) => v.setUint32(at + 16, v.getUint32(at + 16, true) + front.length, true));
  const both = new Uint8Array(front.length + zip.length);
  both.set(front);
  both.set(zip, front.length);
  expect(readMesh(both)).toMatchObject({
    ok: true,
    value: { format: '3mf', parts: [{ mesh: { corners: { length: 36 } } }] },
  });
});

test('no count makes room before it is seen: a header that claims four thousand million triangles is refused at once', () => {
  const bytes = new Uint8Array(200);
  bytes[0] = 0x80;
  new DataView(bytes.buffer).setUint32(80, 4_000_000_000, true);
  expect(failureOf(bytes)).toMatchObject({ code: 'count', where: 'byte 80' });
});
