import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { seededRandom } from '../../src/core/formats/random.ts';
import { surveyMesh } from '../../src/core/mesh/facts.ts';
import { boundsOf, joined } from '../../src/core/mesh/mesh.ts';
import { meshOfSolids } from '../../src/core/mesh/solid.ts';
import { readMesh } from '../../src/core/mesh/readMesh.ts';
import { weld } from '../../src/core/mesh/weld.ts';
import { write3mf } from '../../src/core/mesh/write3mf.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { Slicer } from '../../src/core/slicing/slice.ts';

// Child process of the fuzz run: `FORMAT FROM COUNT`. Each case is told by its number alone, so that one that fails can be run again.
const PLANES = 12;
const LONGEST_MS = 5000;
const [format = '', from = '0', count = '0'] = process.argv.slice(2);

const mesh = meshOfSolids([
  { shape: 'box', x: 0, y: 0, w: 20, d: 14, fromMm: 0, toMm: 4 },
  { shape: 'disc', x: 2, y: 0, w: 6, d: 6, fromMm: 0, toMm: 4, isCut: true },
]);
const figures = (v: number): string => [...mesh.xyz.subarray(3 * v, 3 * v + 3)].join(' ');
const text = (lines: readonly string[]): Uint8Array => strToU8(`${lines.join('\n')}\n`);
const triangles = Array.from({ length: mesh.corners.length / 3 }, (_, t) => [
  ...mesh.corners.subarray(3 * t, 3 * t + 3),
]);
const seeds: Record<string, Uint8Array> = {
  stl: writeStl(mesh, 'made up'),
  ascii: text([
    'solid made up',
    ...triangles.flatMap((t) => [
      'facet normal 0 0 0',
      'outer loop',
      ...t.map((v) => `vertex ${figures(v)}`),
      'endloop',
      'endfacet',
    ]),
    'endsolid made up',
  ]),
  obj: text([
    'o made up',
    ...Array.from({ length: mesh.xyz.length / 3 }, (_, v) => `v ${figures(v)}`),
    ...triangles.map((t) => `f ${t.map((v) => v + 1).join(' ')}`),
  ]),
  '3mf': write3mf([{ name: 'made up', mesh }], 'made up'),
  model: unzipSync(write3mf([{ name: 'made up', mesh }], 'made up'))['3D/3dmodel.model']!,
};
const RELATIONSHIPS = unzipSync(write3mf([{ name: 'x', mesh }], ''))['_rels/.rels']!;
const WORDS = [
  'NaN',
  '1e999',
  '-1',
  '99999999999',
  '',
  ' ',
  '\0',
  '&x;',
  '<',
  '"',
  'inf',
  '0x10',
  '1e-320',
  '<!DOCTYPE a>',
  '<y>'.repeat(300),
  '4294967295',
  ' \\\n',
  '#',
  '/',
];

function mutated(random: () => number): Uint8Array {
  let bytes: Uint8Array = seeds[format]!.slice();
  const pick = (n: number): number => Math.floor(random() * n);
  for (let k = 1 + pick(4); k > 0; k--) {
    const at = pick(bytes.length);
    const span = pick(Math.min(200, bytes.length - at));
    const kind = pick(6);
    if (kind === 0) bytes[at] = pick(256);
    else if (kind === 1) bytes = bytes.slice(0, Math.max(1, at));
    else if (kind === 2) bytes = splice(bytes, at, span, new Uint8Array());
    else if (kind === 3) bytes = splice(bytes, at, 0, bytes.slice(at, at + span));
    else if (kind === 4) bytes = splice(bytes, at, pick(8), strToU8(WORDS[pick(WORDS.length)]!));
    else for (let i = 0; i < 4 && at + i < bytes.length; i++) bytes[at + i] = [0, 255, 127, 128][pick(4)]!;
    if (bytes.length === 0) bytes = new Uint8Array(1);
  }
  return format === 'model'
    ? zipSync({ '_rels/.rels': RELATIONSHIPS, '3D/3dmodel.model': bytes }, { level: 1 })
    : bytes;
}
function splice(bytes: Uint8Array, at: number, without: number, put: Uint8Array): Uint8Array {
  const out = new Uint8Array(bytes.length - Math.min(without, bytes.length - at) + put.length);
  out.set(bytes.subarray(0, at));
  out.set(put, at);
  out.set(bytes.subarray(at + Math.min(without, bytes.length - at)), at + put.length);
  return out;
}

let accepted = 0;
let refused = 0;
for (let i = Number(from); i < Number(from) + Number(count); i++) {
  process.stdout.write(`at ${i}\n`);
  const bytes = mutated(seededRandom(i * 2654435761 + format.length));
  const t = performance.now();
  const read = readMesh(bytes);
  if (!read.ok) {
    const { what, where, todo } = read.failure;
    if (!what || !where || !todo)
      throw new Error(`case ${i}: a refusal without its place: ${JSON.stringify(read.failure)}`);
    refused++;
  } else {
    const welded = weld(joined(read.value.parts.map((p) => p.mesh)));
    const { facts, topology } = surveyMesh(welded);
    if ((facts.volumeMm3 !== null && !Number.isFinite(facts.volumeMm3)) || !Number.isFinite(facts.areaMm2))
      throw new Error(`case ${i}: no volume`);
    const { min, max } = boundsOf(welded);
    const planes = Float64Array.from({ length: PLANES }, (_, k) => min[2] + ((k + 0.5) * (max[2] - min[2])) / PLANES);
    const slicer = new Slicer(welded, topology, planes);
    for (let k = 0; k < PLANES; k++)
      if (slicer.layer(k).points.some((v) => !Number.isFinite(v))) throw new Error(`case ${i}: a point is none`);
    accepted++;
  }
  const took = performance.now() - t;
  if (took > LONGEST_MS)
    throw new Error(`case ${i}: took ${took.toFixed(0)} ms (${strFromU8(bytes.subarray(0, 40), true)})`);
}
process.stdout.write(`${JSON.stringify({ accepted, refused })}\n`);
