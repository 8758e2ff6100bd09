import type { Mesh } from './mesh.ts';

/** How the triangles of a welded mesh hang together. */
export interface Topology {
  /** Half-edge that runs the other way along the same edge, or -1. Half-edge 3t+k leads from corner k of triangle t to the next. */
  readonly twins: Int32Array;
  /** 1 where a triangle has lost its area because two of its corners are one vertex; it has no part in edges and shells. */
  readonly isCollapsed: Uint8Array;
  /** Edges with one face. */
  readonly openEdges: number;
  /** Edges with more than two faces. */
  readonly nonManifoldEdges: number;
  /** Edges whose two faces are wound against each other. */
  readonly flippedEdges: number;
  /** Half-edges that found no twin: where a contour would end. */
  readonly looseHalfEdges: Uint32Array;
}

/** Edges of a welded mesh, each with its faces paired. Where more than two faces meet, each is paired with the one that lies
 *  across the material between them, so that bodies touching along an edge stay two. */
export function topologyOf(mesh: Mesh): Topology {
  const { xyz, corners } = mesh;
  const halves = corners.length;
  const isCollapsed = new Uint8Array(halves / 3);
  const start = new Uint32Array(xyz.length / 3 + 1);
  for (let t = 0; t < halves; t += 3) {
    const a = corners[t]!;
    const b = corners[t + 1]!;
    const c = corners[t + 2]!;
    if (a === b || b === c || c === a) isCollapsed[t / 3] = 1;
    else {
      start[(a < b ? a : b) + 1]!++;
      start[(b < c ? b : c) + 1]!++;
      start[(c < a ? c : a) + 1]!++;
    }
  }
  for (let v = 1; v < start.length; v++) start[v]! += start[v - 1]!;
  const total = start[start.length - 1]!;
  const fill = start.slice(0, -1);
  const far = new Uint32Array(total); // the edge's higher vertex
  const half = new Uint32Array(total);
  for (let t = 0; t < halves; t += 3) {
    if (isCollapsed[t / 3]) continue;
    for (let k = 0; k < 3; k++) {
      const a = corners[t + k]!;
      const b = corners[t + (k === 2 ? 0 : k + 1)]!;
      const at = fill[a < b ? a : b]!++;
      far[at] = a < b ? b : a;
      half[at] = t + k;
    }
  }
  const twins = new Int32Array(halves).fill(-1);
  let openEdges = 0;
  let nonManifoldEdges = 0;
  let flippedEdges = 0;
  for (let v = 0; v + 1 < start.length; v++) {
    const from = start[v]!;
    const to = start[v + 1]!;
    sortRun(far, half, from, to);
    for (let i = from; i < to;) {
      let end = i + 1;
      while (end < to && far[end] === far[i]) end++;
      if (end - i === 1) openEdges++;
      else if (end - i === 2) {
        const a = half[i]!;
        const b = half[i + 1]!;
        if ((corners[a] === v) === (corners[b] === v)) flippedEdges++;
        else {
          twins[a] = b;
          twins[b] = a;
        }
      } else {
        nonManifoldEdges++;
        pairAround(mesh, v, far[i]!, half.subarray(i, end), twins);
      }
      i = end;
    }
  }
  const loose: number[] = [];
  for (let h = 0; h < halves; h++) if (twins[h] === -1 && !isCollapsed[(h / 3) | 0]) loose.push(h);
  return {
    twins,
    isCollapsed,
    openEdges,
    nonManifoldEdges,
    flippedEdges,
    looseHalfEdges: Uint32Array.from(loose),
  };
}

/** Sorts a short run of edges by their higher vertex; ties stay in order. */
function sortRun(far: Uint32Array, half: Uint32Array, from: number, to: number): void {
  if (to - from > 64) {
    const order = Array.from({ length: to - from }, (_, i) => from + i).sort((a, b) => far[a]! - far[b]! || a - b);
    const farther = order.map((i) => far[i]!);
    const halved = order.map((i) => half[i]!);
    far.set(farther, from);
    half.set(halved, from);
    return;
  }
  for (let i = from + 1; i < to; i++) {
    const f = far[i]!;
    const h = half[i]!;
    let k = i - 1;
    for (; k >= from && far[k]! > f; k--) {
      far[k + 1] = far[k]!;
      half[k + 1] = half[k]!;
    }
    far[k + 1] = f;
    half[k + 1] = h;
  }
}

/** Pairs the faces round one edge. Seen along the edge from `a` to `b`, the outside of a face that runs this way lies at the
 *  greater angle: its material ends at the next lower face, which is its other side if that runs back. */
function pairAround({ xyz, corners }: Mesh, a: number, b: number, halves: Uint32Array, twins: Int32Array): void {
  const d = [0, 1, 2].map((k) => xyz[3 * b + k]! - xyz[3 * a + k]!) as [number, number, number];
  const length = Math.hypot(...d) || 1;
  const u = d.map((v) => v / length) as [number, number, number];
  const across = (half: number): [number, number, number] => {
    const third = corners[half - (half % 3) + ((half + 2) % 3)]!;
    const w = [0, 1, 2].map((k) => xyz[3 * third + k]! - xyz[3 * a + k]!) as [number, number, number];
    const along = w[0] * u[0] + w[1] * u[1] + w[2] * u[2];
    return [w[0] - along * u[0], w[1] - along * u[1], w[2] - along * u[2]];
  };
  const first = across(halves[0]!);
  const second = [
    u[1] * first[2] - u[2] * first[1],
    u[2] * first[0] - u[0] * first[2],
    u[0] * first[1] - u[1] * first[0],
  ] as const;
  const faces = Array.from(halves, (half, order) => {
    const w = across(half);
    const x = w[0] * first[0] + w[1] * first[1] + w[2] * first[2];
    const y = w[0] * second[0] + w[1] * second[1] + w[2] * second[2];
    return { half, order, isForward: corners[half] === a, angle: order === 0 ? 0 : Math.atan2(y, x) };
  }).sort((p, q) => p.angle - q.angle || p.order - q.order);
  // Like brackets: going down in angle, a face that runs this way opens and the next that runs back closes.
  const open: number[] = [];
  for (let i = 2 * faces.length - 1; i >= 0; i--) {
    const face = faces[i % faces.length]!;
    if (twins[face.half] !== -1) continue;
    if (face.isForward) {
      if (i >= faces.length) open.push(face.half);
    } else {
      const half = open.pop();
      if (half === undefined) continue;
      twins[half] = face.half;
      twins[face.half] = half;
    }
  }
}
