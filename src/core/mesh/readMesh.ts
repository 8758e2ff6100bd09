import { encodingOf } from '../formats/bytes.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import { FURTHEST, triangleCount, type MeshFile, type MeshPart } from './mesh.ts';
import { read3mf } from './read3mf.ts';
import { readObj } from './readObj.ts';
import { binaryStlBytes, isBinaryStl, readAsciiStl, readBinaryStl } from './readStl.ts';

const HEAD = 4096;

/** A mesh file, told by what is in it and not by its name. */
export function readMesh(bytes: Uint8Array): Result<MeshFile> {
  const file = readParts(bytes);
  if (!file.ok) return file;
  const refusal = firstImpossible(file.value.parts);
  if (refusal) return refusal;
  if (file.value.parts.every((p) => triangleCount(p.mesh) === 0))
    return fail({
      code: 'empty',
      what: 'The file holds no triangle',
      where: 'the whole file',
      todo: 'export the part again',
    });
  return file;
}

function readParts(bytes: Uint8Array): Result<MeshFile> {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    const file = read3mf(bytes);
    return file.ok ? succeed({ format: '3mf', ...file.value }) : file;
  }
  if (isBinaryStl(bytes)) return readBinary(bytes);
  const text = asText(bytes);
  if (!text) return readBinary(bytes); // or says why it is none
  const kind = kindOfText(text);
  if (kind === null)
    return fail({
      code: 'unknown',
      what: 'This text is neither an STL (it would begin with "solid") nor an OBJ (it has no vertices at its beginning)',
      where: `line ${lineOf(text)}`,
      todo: 'give an STL, 3MF or OBJ file',
    });
  const parts = kind === 'stl' ? readAsciiStl(text) : readObj(text);
  return parts.ok ? succeed({ format: kind, unit: null, parts: parts.value, remarks: [] }) : parts;
}
function readBinary(bytes: Uint8Array): Result<MeshFile> {
  const read = readBinaryStl(bytes);
  if (!read.ok) return read;
  const { part, remarks } = read.value;
  return succeed({ format: 'stl', unit: null, parts: [part], remarks });
}

const LINE_FEED = 10;
const RETURN = 13;
/** The bytes of a text in UTF-8 without the mark of its encoding, its lines ended by line feeds; null where it is no text. */
function asText(bytes: Uint8Array): Uint8Array | null {
  const encoding = encodingOf(bytes);
  if (encoding !== 'utf-8') return asText(new TextEncoder().encode(new TextDecoder(encoding).decode(bytes)));
  const head = bytes.subarray(0, HEAD);
  if (head.includes(0)) return null;
  const text = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? bytes.subarray(3) : bytes;
  if (!head.includes(RETURN) || text.includes(LINE_FEED)) return text;
  return text.map((byte) => (byte === RETURN ? LINE_FEED : byte));
}

/** Where the first line stands that is neither empty nor a comment. */
function beginning(text: Uint8Array): number {
  let at = 0;
  for (;;) {
    while (at < text.length && text[at]! <= 32) at++;
    if (text[at] !== 35 /* # */) return at;
    const end = text.indexOf(LINE_FEED, at);
    if (end < 0) return text.length;
    at = end;
  }
}
const lineOf = (text: Uint8Array): number =>
  text.subarray(0, beginning(text)).reduce((n, byte) => n + Number(byte === LINE_FEED), 1);
/** What a text is, by the first word that is no comment. Words of OBJ: B1 of Wavefront's "Object files" (version 3.0). */
function kindOfText(text: Uint8Array): 'stl' | 'obj' | null {
  const from = beginning(text);
  const first = new TextDecoder().decode(text.subarray(from, from + 24)).split(/\s/, 1)[0]!;
  if (/^solid$/i.test(first)) return 'stl';
  return /^(v|vt|vn|vp|f|o|g|s|l|p|mtllib|usemtl|mg|cstype|deg|bmat|step|call|csh|lod|shadow_obj|trace_obj|maplib|usemap)$/.test(
    first,
  )
    ? 'obj'
    : null;
}

/** The first corner that is no place in the world. */
function firstImpossible(parts: readonly MeshPart[]) {
  for (const { name, mesh } of parts)
    for (let i = 0; i < mesh.xyz.length; i++)
      if (!(Math.abs(mesh.xyz[i]!) <= FURTHEST)) {
        const corner = mesh.corners.indexOf((i / 3) | 0);
        return fail({
          code: 'impossible',
          what: `A corner has ${'xyz'[i % 3]} = ${String(mesh.xyz[i])}`,
          where: `triangle ${((corner / 3) | 0) + 1}${name ? ` of ${name}` : ''}`,
          todo: 'write the file again',
        });
      }
  return null;
}

/** Whether a name ends like a mesh's: then a file that is none is refused as a mesh, with the reason. */
export const isNamedLikeMesh = (name: string): boolean => /\.(stl|3mf|obj)$/i.test(name);
/** Bytes of a file's beginning that tell whether it is a mesh. */
export const TELLING_BYTES = HEAD;
/** Whether a file is a mesh, by its first bytes and its size and not by its name. Of zips, a layer stack is none: it begins with
 *  its manifest or a picture, and a 3MF has neither at its root. */
export function looksLikeMesh(head: Uint8Array, sizeBytes: number): boolean {
  if (head[0] === 0x50 && head[1] === 0x4b) {
    const first = new TextDecoder().decode(head.subarray(30, 30 + (head[26] ?? 0)));
    return !/^(manifest\.json|[^/]+\.png)$/i.test(first);
  }
  if (head.length >= 84 && sizeBytes === binaryStlBytes(head)) return true;
  if (head.includes(0)) return false;
  return /^\s*solid\b|^[ \t]*v[ \t]+[-+.\d]/im.test(new TextDecoder().decode(head));
}
