import { figureIn } from '../formats/figureText.ts';
import { fan, trianglesOf } from '../geometry/polygon.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import { MOST_TRIANGLES, type Mesh, type MeshPart } from './mesh.ts';
import { tooMany } from './readStl.ts';

const SPACE = 32;
const STROKE = 92;
const COMMENT = 35;
const MOST_CORNERS = 1024;

/** What stands between words: blanks, and the stroke before a line's end that carries it on. */
const isBlank = (byte: number): boolean => byte <= SPACE || byte === STROKE;
/** End of the line that begins here: one with a stroke before its end goes on in the next. */
function endOfLine(bytes: Uint8Array, from: number): { readonly end: number; readonly lines: number } {
  for (let at = from, lines = 1; ; lines++) {
    const end = bytes.indexOf(10, at);
    if (end < 0) return { end: bytes.length, lines };
    const last = bytes[end - 1] === 13 ? end - 2 : end - 1;
    if (last < from || bytes[last] !== STROKE) return { end, lines };
    at = end + 1;
  }
}

/** Faces of an OBJ, each cut into triangles; `o` begins a new part. Vertices are shared by all parts, counted from 1, or backwards
 *  from the last one below zero. What is no shape (normals, materials, lines) is passed over, and so is what stands behind a `#`. */
export function readObj(bytes: Uint8Array): Result<MeshPart[]> {
  let xyz = new Float64Array(3 * 4096);
  let corners = new Uint32Array(3 * 4096);
  let figures = 0;
  let filled = 0;
  let partFrom = 0;
  let name = '';
  const cuts: { name: string; from: number; to: number }[] = [];
  const face = new Int32Array(MOST_CORNERS);
  let line = 0;
  let next = 1;
  const wrong = (what: string, todo = 'write the file again') =>
    fail({ code: 'obj', what, where: `line ${line}`, todo });
  const cut = (): void => {
    if (filled > partFrom) cuts.push({ name, from: partFrom, to: filled });
    partFrom = filled;
  };
  for (let from = 0; from < bytes.length;) {
    const { end, lines } = endOfLine(bytes, from);
    line = next;
    next += lines;
    let at = from;
    from = end + 1;
    while (at < end && isBlank(bytes[at]!)) at++;
    const kind = bytes[at];
    if (at >= end || (at + 1 < end && !isBlank(bytes[at + 1]!))) continue; // empty, or a longer word such as vn, vt, mtllib
    at++;
    if (kind === 118 /* v */) {
      if (figures + 3 > xyz.length) {
        const more = new Float64Array(xyz.length * 2);
        more.set(xyz);
        xyz = more;
      }
      for (let k = 0; k < 3; k++) {
        while (at < end && isBlank(bytes[at]!)) at++;
        const begin = at;
        while (at < end && !isBlank(bytes[at]!) && bytes[at] !== COMMENT) at++;
        const figure = figureIn(bytes, begin, at);
        if (Number.isNaN(figure))
          return wrong(begin === at ? 'A vertex has fewer than three figures' : 'A vertex has a figure that is none');
        xyz[figures++] = figure;
      }
    } else if (kind === 102 /* f */) {
      let count = 0;
      for (;;) {
        while (at < end && isBlank(bytes[at]!)) at++;
        if (at >= end || bytes[at] === COMMENT) break;
        const begin = at;
        while (at < end && !isBlank(bytes[at]!) && bytes[at] !== 47 && bytes[at] !== COMMENT) at++;
        const index = figureIn(bytes, begin, at);
        while (at < end && !isBlank(bytes[at]!) && bytes[at] !== COMMENT) at++; // texture and normal behind the stroke
        const vertices = figures / 3;
        const vertex = index < 0 ? vertices + index : index - 1;
        if (!Number.isInteger(index) || index === 0) return wrong('A face names a vertex that is no whole number');
        if (vertex < 0 || vertex >= vertices)
          return wrong(`A face names vertex ${index}; there are ${vertices} before it`);
        if (count === MOST_CORNERS) return wrong(`A face has more than ${MOST_CORNERS} corners`, 'divide it');
        face[count++] = vertex;
      }
      if (count < 3) return wrong(`A face has ${count} corners; three are needed`);
      if (filled + 3 * (count - 2) > MOST_TRIANGLES * 3) return tooMany(filled / 3 + count - 2, `line ${line}`);
      while (filled + 3 * (count - 2) > corners.length) {
        const more = new Uint32Array(corners.length * 2);
        more.set(corners);
        corners = more;
      }
      const boundary = face.subarray(0, count);
      const cut = trianglesOf(xyz, boundary);
      for (const v of cut.length > 0 ? cut : fan(boundary)) corners[filled++] = v; // a face without area still joins its neighbours
    } else if (kind === 111 /* o */) {
      cut();
      name = new TextDecoder().decode(bytes.subarray(at, Math.min(end, at + 80))).trim();
    }
  }
  cut();
  const all = xyz.subarray(0, figures);
  const idOf = new Uint32Array(figures / 3);
  return succeed(cuts.map((c) => ({ name: c.name, mesh: pick(all, corners.subarray(c.from, c.to), idOf) })));
}

/** Triangles with only the vertices they use; what is noted for it is wiped again, so that many parts share one note. */
function pick(xyz: Float64Array, corners: Uint32Array, idOf: Uint32Array): Mesh {
  const out = new Uint32Array(corners.length);
  const used: number[] = [];
  for (let i = 0; i < corners.length; i++) {
    const v = corners[i]!;
    if (idOf[v] === 0) idOf[v] = used.push(v);
    out[i] = idOf[v]! - 1;
  }
  const own = new Float64Array(used.length * 3);
  used.forEach((v, i) => {
    for (let k = 0; k < 3; k++) own[3 * i + k] = xyz[3 * v + k]!;
    idOf[v] = 0;
  });
  return { xyz: own, corners: out };
}
