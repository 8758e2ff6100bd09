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
  if (isBinaryStl(bytes)) return asStl(readBinaryStl(bytes));
  const head = new TextDecoder().decode(bytes.subarray(0, HEAD));
  const isText = !bytes.subarray(0, HEAD).includes(0);
  if (isText && /^\s*solid\b/i.test(head)) {
    const parts = readAsciiStl(bytes);
    return parts.ok ? succeed({ format: 'stl', unit: null, parts: parts.value }) : parts;
  }
  if (isText && /^[ \t]*(v|f|o)[ \t]/m.test(head)) {
    const parts = readObj(bytes);
    return parts.ok ? succeed({ format: 'obj', unit: null, parts: parts.value }) : parts;
  }
  if (isText)
    return fail({
      code: 'unknown',
      what: 'This text is neither an STL (it would begin with "solid") nor an OBJ (it has no vertices at its beginning)',
      where: 'line 1',
      todo: 'give an STL, 3MF or OBJ file',
    });
  return asStl(readBinaryStl(bytes)); // says why it is none
}
const asStl = (part: Result<MeshPart>): Result<MeshFile> =>
  part.ok ? succeed({ format: 'stl', unit: null, parts: [part.value] }) : part;

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
