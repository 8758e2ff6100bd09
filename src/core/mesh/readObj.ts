import { figureIn } from '../formats/figureText.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import { MOST_TRIANGLES, type MeshPart } from './mesh.ts';
import { tooMany } from './readStl.ts';

const SPACE = 32;
const MOST_CORNERS = 1024;

/** Faces of an OBJ, each fanned into triangles from its first corner; `o` begins a new part. Vertices are shared by all parts,
 *  counted from 1, or backwards from the last one below zero. What is no shape (normals, materials, lines) is passed over. */
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
  const wrong = (what: string, todo = 'write the file again') =>
    fail({ code: 'obj', what, where: `line ${line}`, todo });
  const cut = (): void => {
    if (filled > partFrom) cuts.push({ name, from: partFrom, to: filled });
    partFrom = filled;
  };
  for (let from = 0; from < bytes.length;) {
    line++;
    let end = bytes.indexOf(10, from);
    if (end < 0) end = bytes.length;
    let at = from;
    from = end + 1;
    while (at < end && bytes[at]! <= SPACE) at++;
    const kind = bytes[at];
    if (at >= end || (bytes[at + 1]! > SPACE && at + 1 < end)) continue; // empty, or a longer word such as vn, vt, mtllib
    at++;
    if (kind === 118 /* v */) {
      if (figures + 3 > xyz.length) {
        const more = new Float64Array(xyz.length * 2);
        more.set(xyz);
        xyz = more;
      }
      for (let k = 0; k < 3; k++) {
        while (at < end && bytes[at]! <= SPACE) at++;
        const begin = at;
        while (at < end && bytes[at]! > SPACE) at++;
        const figure = figureIn(bytes, begin, at);
        if (Number.isNaN(figure))
          return wrong(begin === at ? 'A vertex has fewer than three figures' : 'A vertex has a figure that is none');
        xyz[figures++] = figure;
      }
    } else if (kind === 102 /* f */) {
      let count = 0;
      for (;;) {
        while (at < end && bytes[at]! <= SPACE) at++;
        if (at >= end) break;
        const begin = at;
        while (at < end && bytes[at]! > SPACE && bytes[at] !== 47) at++;
        const index = figureIn(bytes, begin, at);
        while (at < end && bytes[at]! > SPACE) at++; // texture and normal behind the stroke
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
      for (let k = 2; k < count; k++) {
        corners[filled++] = face[0]!;
        corners[filled++] = face[k - 1]!;
        corners[filled++] = face[k]!;
      }
    } else if (kind === 111 /* o */) {
      cut();
      name = new TextDecoder().decode(bytes.subarray(at, Math.min(end, at + 80))).trim();
    }
  }
  cut();
  const all = xyz.slice(0, figures);
  return succeed(cuts.map((c) => ({ name: c.name, mesh: pick(all, corners.subarray(c.from, c.to)) })));
}

/** Triangles with only the vertices they use. */
function pick(xyz: Float64Array, corners: Uint32Array) {
  const idOf = new Int32Array(xyz.length / 3).fill(-1);
  const out = new Uint32Array(corners.length);
  const used: number[] = [];
  for (let i = 0; i < corners.length; i++) {
    const v = corners[i]!;
    if (idOf[v] === -1) idOf[v] = used.push(v) - 1;
    out[i] = idOf[v]!;
  }
  const own = new Float64Array(used.length * 3);
  used.forEach((v, i) => own.set(xyz.subarray(3 * v, 3 * v + 3), 3 * i));
  return { xyz: own, corners: out };
}
