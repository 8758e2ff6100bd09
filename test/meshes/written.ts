import { strToU8 } from 'fflate';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { meshOf, type Body } from './bodies.ts';
import { utf16, withBytes, type Writing } from './writing.ts';
import { threeMf } from './written3mf.ts';

const text = (lines: readonly string[], end = '\n'): Uint8Array => strToU8(lines.join(end) + end);
const binary = (body: Body): Uint8Array => writeStl(meshOf(body), 'made up');
const triangleCount = (body: Body): number => meshOf(body).corners.length / 3;

/** Facets of an ASCII STL, line by line. */
function facets(body: Body, vertex: (at: readonly number[]) => string = (at) => at.join(' ')): string[] {
  const { corners } = meshOf(body);
  const lines: string[] = [];
  for (let t = 0; t < corners.length; t += 3) {
    lines.push('facet normal 0 0 0', 'outer loop');
    for (let k = 0; k < 3; k++) lines.push(`vertex ${vertex(body.xyz[corners[t + k]!]!)}`);
    lines.push('endloop', 'endfacet');
  }
  return lines;
}
const stl: readonly Writing[] = [
  { way: 'binary', write: binary },
  {
    way: 'binary, "solid" at its beginning',
    write: (b) => withBytes(binary(b), (out) => out.set(strToU8('solid x facet'))),
  },
  {
    way: 'binary, with colours in its attribute bytes',
    write: (b) =>
      withBytes(binary(b), (_, v) => {
        for (let t = 0; t < triangleCount(b); t++) v.setUint16(84 + 50 * t + 48, 0x801f, true);
      }),
  },
  {
    way: 'binary, with normals that are none',
    write: (b) =>
      withBytes(binary(b), (_, v) => {
        for (let t = 0; t < triangleCount(b); t++) v.setFloat32(84 + 50 * t, NaN, true);
      }),
  },
  {
    way: 'binary, counting none',
    write: (b) => withBytes(binary(b), (_, v) => v.setUint32(80, 0, true)),
    remarks: [/counts no triangle/],
  },
  {
    way: 'binary, with a line end behind it',
    write: (b) => withBytes(binary(b), () => {}, 2),
    remarks: [/^2 bytes behind/],
  },
  { way: 'text', write: (b) => text(['solid made up', ...facets(b), 'endsolid made up']) },
  { way: 'text, in capitals', write: (b) => text(['SOLID X', ...facets(b).map((l) => l.toUpperCase()), 'ENDSOLID']) },
  {
    way: 'text, with the marks of an older system',
    write: (b) => text(['solid made up', ...facets(b), 'endsolid'], '\r\n'),
  },
  { way: 'text, its lines ended by returns', write: (b) => text(['solid made up', ...facets(b), 'endsolid'], '\r') },
  { way: 'text, with the mark of its encoding', write: (b) => text(['\ufeffsolid made up', ...facets(b), 'endsolid']) },
  {
    way: 'text, with exponents and tabs',
    write: (b) =>
      text([
        '  solid',
        ...facets(b, (at) => at.map((v) => v.toExponential()).join('\t')).map((l) => `\t${l}`),
        'endsolid',
      ]),
  },
  { way: 'text, without an end', write: (b) => text(['solid made up', ...facets(b)]) },
  {
    way: 'text, with normals that are none',
    write: (b) =>
      text(['solid', ...facets(b).map((l) => l.replace('normal 0 0 0', 'normal nan nan -nan')), 'endsolid']),
  },
];

const v = (b: Body): string[] => b.xyz.map((at) => `v ${at.join(' ')}`);
const f = (b: Body, name: (i: number) => string | number = (i) => i + 1): string[] =>
  b.faces.map((face) => `f ${face.map(name).join(' ')}`);
const obj: readonly Writing[] = [
  { way: 'faces of many corners', write: (b) => text([...v(b), ...f(b)]) },
  {
    way: 'triangles',
    write: (b) => {
      const { corners } = meshOf(b);
      const cut = Array.from({ length: corners.length / 3 }, (_, t) => [...corners.subarray(3 * t, 3 * t + 3)]);
      return text([...v(b), ...f({ ...b, faces: cut })]);
    },
  },
  { way: 'counted from the last vertex', write: (b) => text([...v(b), ...f(b, (i) => i - b.xyz.length)]) },
  {
    way: 'with textures and normals',
    write: (b) => text([...v(b), 'vt 0 0', 'vn 0 0 1', ...f(b, (i) => `${i + 1}/1/1`)]),
  },
  { way: 'with normals only', write: (b) => text([...v(b), 'vn 0 0 1', ...f(b, (i) => `${i + 1}//1`)]) },
  {
    way: 'with comments behind figures',
    write: (b) => text([...v(b).map((l) => `${l} # corner`), ...f(b).map((l) => `${l} # face`)]),
  },
  {
    way: 'with lines that are carried on',
    write: (b) =>
      text([...v(b).map((l) => l.replace(' ', ' \\\n ')), ...f(b).map((l) => l.replace(/ (\d+) /, ' $1 \\\n'))]),
  },
  {
    way: 'with lines that are carried on, of an older system',
    write: (b) => text([...v(b), ...f(b).map((l) => l.replace(/ (\d+) /, ' $1 \\\r\n'))], '\r\n'),
  },
  {
    way: 'behind a long header',
    write: (b) =>
      text([...Array.from({ length: 400 }, (_, i) => `# a line of its header, the ${i}th`), '', ...v(b), ...f(b)]),
  },
  {
    way: 'with materials before anything else',
    write: (b) => text(['mtllib made-up.mtl', 'usemtl grey', 's off', 'vn 0 0 1', ...v(b), 'g one', ...f(b)]),
  },
  { way: 'with the mark of its encoding', write: (b) => text([`\ufeff${v(b)[0]}`, ...v(b).slice(1), ...f(b)]) },
  { way: 'its lines ended by returns', write: (b) => text([...v(b), ...f(b)], '\r') },
  { way: 'in UTF-16', write: (b) => utf16([...v(b), ...f(b)].join('\n')) },
  { way: 'with colours behind the corners', write: (b) => text([...v(b).map((l) => `${l} 0.5 0.5 0.5`), ...f(b)]) },
  { way: 'with lines and points in it', write: (b) => text([...v(b), 'l 1 2 3', 'p 1', ...f(b)]) },
  {
    way: 'with blanks of every kind',
    write: (b) => text([...v(b), ...f(b)].map((l) => `  ${l.replaceAll(' ', ' \t ')}  `)),
  },
  {
    way: 'as two objects',
    write: (b) =>
      text([
        'o first',
        ...v(b),
        ...f(b),
        'o second',
        ...v(b).map((l) => l.replace(/^v (\S+)/, (_, x) => `v ${Number(x) + 100}`)),
        ...f(b, (i) => i + 1 + b.xyz.length),
      ]),
    copies: 2,
    parts: 2,
  },
];

export const writings: Readonly<Record<'stl' | 'obj' | '3mf', readonly Writing[]>> = { stl, obj, '3mf': threeMf };
