import { figureIn } from '../formats/figureText.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import { MOST_TRIANGLES, type MeshPart } from './mesh.ts';
import { Welder } from './weld.ts';

const HEADER_BYTES = 84;
const TRIANGLE_BYTES = 50;

/** Whether the bytes are a binary STL: told by their number, since the header may say anything, "solid" too. */
export const isBinaryStl = (bytes: Uint8Array): boolean =>
  bytes.length >= HEADER_BYTES && bytes.length === binaryStlBytes(bytes);
/** Bytes a binary STL with this header has. */
export const binaryStlBytes = (head: Uint8Array): number => HEADER_BYTES + TRIANGLE_BYTES * countIn(head);
const countIn = (bytes: Uint8Array): number =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(80, true);

/** Triangles of a binary STL, welded as they come: a file has every corner some six times. Some writers count none, or leave something behind the last triangle: such a
 *  file is read by what is there, and says so. */
export function readBinaryStl(bytes: Uint8Array): Result<{ readonly part: MeshPart; readonly remarks: string[] }> {
  if (bytes.length < HEADER_BYTES)
    return fail({
      code: 'short',
      what: `A binary STL begins with 84 bytes; there are ${bytes.length}`,
      where: `byte ${bytes.length}`,
      todo: AGAIN,
    });
  const counted = countIn(bytes);
  const there = Math.floor((bytes.length - HEADER_BYTES) / TRIANGLE_BYTES);
  if (counted > there)
    return fail({
      code: 'count',
      what: `The header counts ${counted} triangles, which need ${binaryStlBytes(bytes)} bytes; the file has ${bytes.length}`,
      where: 'byte 80',
      todo: AGAIN,
    });
  const count = counted === 0 ? there : counted;
  if (count > MOST_TRIANGLES) return tooMany(count, 'byte 80');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const welder = new Welder(count / 2);
  const corners = new Uint32Array(count * 3);
  for (let t = 0; t < count; t++)
    for (let k = 0; k < 3; k++) {
      const at = HEADER_BYTES + TRIANGLE_BYTES * t + 12 * (k + 1); // past the normal, which follows from the corners
      corners[3 * t + k] = welder.at(
        view.getFloat32(at, true),
        view.getFloat32(at + 4, true),
        view.getFloat32(at + 8, true),
      );
    }
  const remarks: string[] = [];
  if (counted === 0 && count > 0) remarks.push(`Its header counts no triangle; the ${count} that are there were read`);
  const behind = bytes.length - HEADER_BYTES - TRIANGLE_BYTES * count;
  if (behind > 0)
    remarks.push(
      `${behind} bytes behind the last of ${count} triangles were not read${behind < TRIANGLE_BYTES ? '' : `; ${there - count} more triangles would find room in them`}`,
    );
  return succeed({ part: { name: '', isWelded: true, mesh: { xyz: welder.positions(), corners } }, remarks });
}
function inOrder(count: number): Uint32Array {
  const out = new Uint32Array(count);
  for (let i = 0; i < count; i++) out[i] = i;
  return out;
}
const AGAIN = 'write the file again';
export const tooMany = (count: number, where: string) =>
  fail({
    code: 'tooMany',
    where,
    what: `${count} triangles; at most ${MOST_TRIANGLES} are checked`,
    todo: 'coarsen the mesh: a layer is far thicker than such triangles are long',
  });

const KEYWORDS = ['facet', 'normal', 'outer', 'loop', 'vertex', 'endloop', 'endfacet', 'solid', 'endsolid'] as const;
type Keyword = (typeof KEYWORDS)[number];

/** Triangles of an ASCII STL; several solids are several parts. */
export function readAsciiStl(bytes: Uint8Array): Result<MeshPart[]> {
  const words = new Words(bytes);
  const parts: MeshPart[] = [];
  let xyz = new Float64Array(9 * 1024);
  let size = 0;
  let name = '';
  let triangles = 0;
  const wrong = (what: string) => fail({ code: 'ascii', what, where: `line ${words.line}`, todo: AGAIN });
  const close = (): void => {
    if (size > 0)
      parts.push({
        name,
        mesh: { xyz: xyz.slice(0, size), corners: inOrder(size / 3) },
      });
    size = 0;
  };
  while (words.next()) {
    const word = words.keyword();
    if (word === 'solid') {
      close();
      name = words.restOfLine();
      continue;
    }
    if (word === 'endsolid') {
      words.restOfLine();
      close();
      continue;
    }
    if (word !== 'facet') return wrong(`"facet" is expected, not "${words.text()}"`);
    for (const wanted of ['normal', null, null, null, 'outer', 'loop'] as const) {
      if (!words.next()) return wrong('The file ends inside a facet');
      if (wanted && words.keyword() !== wanted) return wrong(`"${wanted}" is expected, not "${words.text()}"`);
    }
    if (size + 9 > xyz.length) {
      const more = new Float64Array(xyz.length * 2);
      more.set(xyz);
      xyz = more;
    }
    if (++triangles > MOST_TRIANGLES) return tooMany(triangles, `line ${words.line}`);
    for (let k = 0; k < 3; k++) {
      if (!words.next()) return wrong('The file ends inside a facet');
      if (words.keyword() !== 'vertex') return wrong(`"vertex" is expected, not "${words.text()}"`);
      for (let i = 0; i < 3; i++) {
        if (!words.next()) return wrong('The file ends inside a facet');
        const figure = figureIn(bytes, words.from, words.to);
        if (Number.isNaN(figure)) return wrong(`"${words.text()}" is no figure`);
        xyz[size++] = figure;
      }
    }
    for (const wanted of ['endloop', 'endfacet'] as const) {
      if (!words.next()) return wrong('The file ends inside a facet');
      if (words.keyword() !== wanted)
        return wrong(
          words.keyword() === 'vertex'
            ? 'A facet has more than three corners'
            : `"${wanted}" is expected, not "${words.text()}"`,
        );
    }
  }
  close();
  return succeed(parts);
}

/** Words of a text one after the other, without making strings of them. */
class Words {
  from = 0;
  to = 0;
  line = 1;
  constructor(private readonly bytes: Uint8Array) {}
  next(): boolean {
    const { bytes } = this;
    let at = this.to;
    while (at < bytes.length && bytes[at]! <= 32) if (bytes[at++] === 10) this.line++;
    this.from = at;
    while (at < bytes.length && bytes[at]! > 32) at++;
    this.to = at;
    return this.to > this.from;
  }
  /** The keyword that stands here, whatever its case; null for anything else. */
  keyword(): Keyword | null {
    for (const word of KEYWORDS) {
      if (word.length !== this.to - this.from) continue;
      let k = 0;
      while (k < word.length && (this.bytes[this.from + k]! | 32) === word.charCodeAt(k)) k++;
      if (k === word.length) return word;
    }
    return null;
  }
  text(): string {
    return textOf(this.bytes, this.from, Math.min(this.to, this.from + 24));
  }
  restOfLine(): string {
    let end = this.bytes.indexOf(10, this.to);
    if (end < 0) end = this.bytes.length;
    const text = textOf(this.bytes, this.to, Math.min(end, this.to + 80)).trim();
    this.to = end;
    return text;
  }
}
const textOf = (bytes: Uint8Array, from: number, to: number): string =>
  new TextDecoder().decode(bytes.subarray(from, to)).replace(/[\0-\x1f\x7f]/g, ' ');
