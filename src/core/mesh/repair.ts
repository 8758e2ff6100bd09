import { trianglesOf } from '../geometry/polygon.ts';
import { surveyMesh, type MeshFacts, type Surveyed } from './facts.ts';
import type { Mesh } from './mesh.ts';
import { outward } from './outward.ts';
import { shellsOf } from './shells.ts';
import { stitched } from './stitch.ts';
import { topologyOf } from './topology.ts';
import { weld } from './weld.ts';

/** What a repair did, and what it had to leave. */
export interface Repair {
  /** Triangles without area, and copies of others, left out. */
  readonly droppedFlat: number;
  readonly droppedCopies: number;
  /** Triangles divided where an edge ran past the corners of others. */
  readonly divided: number;
  /** Triangles turned over to face as their neighbours do, and bodies turned as a whole. */
  readonly turnedFaces: number;
  readonly turnedBodies: number;
  /** Holes closed, by so many triangles, with so much new surface. */
  readonly closedHoles: number;
  readonly addedFaces: number;
  readonly addedMm2: number;
  /** What is still wrong. */
  readonly leftOpenEdges: number;
  readonly leftNonManifoldEdges: number;
  /** Faults before and after; where it would leave more than it found, the mesh is given back as it came. */
  readonly faultsBefore: number;
  readonly faultsAfter: number;
}
/** Whether a repair was taken back, since it would have left more faults than there were. */
export const isTakenBack = (r: Repair): boolean => r.faultsAfter > r.faultsBefore;

/** Edges that lie this close to a corner are divided there. */
const TOUCHES_MM = 1e-3;
/** A rim longer than this is no hole but the end of a surface: a sheet without a back. */
const LONGEST_RIM = 4000;

/** A welded mesh put in order as far as that can be done without guessing: what has no area or stands twice is left out, faces are
 *  turned to agree, holes with one plain rim are closed. Vertices stay where they are. */
export function repaired(mesh: Mesh): { readonly mesh: Mesh; readonly survey: Surveyed; readonly repair: Repair } {
  const before = surveyMesh(mesh);
  const { faults } = before;
  const spare = new Set([...faults.degenerate, ...faults.duplicate]);
  const kept = spare.size === 0 ? mesh : without(mesh, spare);
  // faces that agree leave only true openings to be stitched, and what was stitched has new neighbours to agree with
  const first = consistentOrientation(kept);
  const whole = stitched(first.mesh, TOUCHES_MM);
  const again = whole.corners === first.mesh.corners ? { mesh: whole, turned: 0 } : consistentOrientation(whole);
  const closed = withHolesClosed(again.mesh);
  const { shells, shellOf } = shellsOf(closed.mesh, topologyOf(closed.mesh));
  const turnedBodies = shells.filter((s) => s.isInsideOut).length;
  const done = weld(outward(closed.mesh, { shells, shellOf }));
  const after = surveyMesh(done);
  const [faultsBefore, faultsAfter] = [faultsIn(before.facts), faultsIn(after.facts)];
  return {
    ...(faultsAfter > faultsBefore ? { mesh, survey: before } : { mesh: done, survey: after }),
    repair: {
      faultsBefore,
      faultsAfter,
      droppedFlat: faults.degenerate.length,
      droppedCopies: faults.duplicate.length,
      divided: (whole.corners.length - kept.corners.length) / 3,
      turnedFaces: first.turned + again.turned,
      turnedBodies,
      closedHoles: closed.holes,
      addedFaces: closed.added,
      addedMm2: closed.addedMm2,
      leftOpenEdges: after.facts.openEdges,
      leftNonManifoldEdges: after.facts.nonManifoldEdges,
    },
  };
}

/** Everything that a repair is there to mend, counted together. */
const faultsIn = (f: MeshFacts): number =>
  f.openEdges + f.nonManifoldEdges + f.flippedEdges + f.insideOutShells + f.degenerateFaces + f.duplicateFaces;

function without(mesh: Mesh, triangles: ReadonlySet<number>): Mesh {
  return { xyz: mesh.xyz, corners: mesh.corners.filter((_, i) => !triangles.has((i / 3) | 0)) };
}

const next = (half: number): number => (half % 3 === 2 ? half - 2 : half + 1);

/** Faces turned over until both faces of every plain edge run it in opposite ways; the larger part of each body keeps its way. */
function consistentOrientation(mesh: Mesh): { readonly mesh: Mesh; readonly turned: number } {
  const { corners } = mesh;
  const halves = corners.length;
  const byEdge = new Map<number, number[]>();
  const vertices = mesh.xyz.length / 3;
  for (let h = 0; h < halves; h++) {
    const [a, b] = [corners[h]!, corners[next(h)]!];
    if (a === b) continue;
    const key = Math.min(a, b) * vertices + Math.max(a, b);
    const list = byEdge.get(key);
    if (list) list.push(h);
    else byEdge.set(key, [h]);
  }
  /** The one other face along each half-edge, where there is just one. */
  const across = new Int32Array(halves).fill(-1);
  for (const list of byEdge.values())
    if (list.length === 2) [across[list[0]!], across[list[1]!]] = [list[1]!, list[0]!];
  const n = halves / 3;
  const side = new Int8Array(n); // 0 not seen, 1 as it is, -1 turned
  const flipped: number[] = [];
  for (let first = 0; first < n; first++) {
    if (side[first] !== 0) continue;
    side[first] = 1;
    const body = [first];
    for (let i = 0; i < body.length; i++) {
      const t = body[i]!;
      for (let k = 0; k < 3; k++) {
        const other = across[3 * t + k]!;
        if (other < 0) continue;
        const u = (other / 3) | 0;
        if (side[u] !== 0) continue;
        const runsAlike = corners[3 * t + k] === corners[other];
        side[u] = runsAlike ? -side[t]! : side[t]!;
        body.push(u);
      }
    }
    const turned = body.filter((t) => side[t] === -1);
    for (const t of turned.length * 2 <= body.length ? turned : body.filter((t) => side[t] === 1)) flipped.push(t);
  }
  if (flipped.length === 0) return { mesh, turned: 0 };
  const out = corners.slice();
  for (const t of flipped) [out[3 * t + 1], out[3 * t + 2]] = [corners[3 * t + 2]!, corners[3 * t + 1]!];
  return { mesh: { xyz: mesh.xyz, corners: out }, turned: flipped.length };
}

/** Rims of holes as chains of vertices, against the way the faces beside them run. */
function rimsOf(mesh: Mesh): number[][] {
  const { corners } = mesh;
  const { looseHalfEdges } = topologyOf(mesh);
  const from = new Map<number, number[]>();
  for (const h of looseHalfEdges) {
    // the missing face would run the edge the other way
    const [a, b] = [corners[next(h)]!, corners[h]!];
    const list = from.get(a);
    if (list) list.push(b);
    else from.set(a, [b]);
  }
  const rims: number[][] = [];
  for (const start of from.keys()) {
    for (;;) {
      const boundaryLoop: number[] = [];
      const at = new Map<number, number>();
      let v = start;
      while (!at.has(v)) {
        const ends = from.get(v);
        if (!ends || ends.length === 0) break;
        at.set(v, boundaryLoop.length);
        boundaryLoop.push(v);
        v = ends.pop()!;
      }
      const begins = at.get(v);
      if (begins !== undefined) {
        const loop = boundaryLoop.slice(begins);
        if (loop.length >= 3 && loop.length <= LONGEST_RIM) rims.push(loop);
        // two rims may touch in a corner: the way that led to this one belongs to the other
        for (let i = 0; i < begins; i++) from.get(boundaryLoop[i]!)!.push(boundaryLoop[i + 1]!);
      }
      if (boundaryLoop.length === 0) break;
    }
  }
  return rims;
}

function withHolesClosed(mesh: Mesh): {
  readonly mesh: Mesh;
  readonly holes: number;
  readonly added: number;
  readonly addedMm2: number;
} {
  const rims = rimsOf(mesh);
  const added: number[] = [];
  let holes = 0;
  // a lid that lies on a face that is there would be the back of a sheet, not the closing of a hole
  const onRim = new Set(rims.flat());
  const there = new Set<string>();
  for (let i = 0; i < mesh.corners.length; i += 3) {
    const face = mesh.corners.subarray(i, i + 3);
    if (face.every((v) => onRim.has(v))) there.add(keyOf(face));
  }
  for (const boundaryLoop of rims) {
    const cap = trianglesOf(mesh.xyz, boundaryLoop);
    if (cap.length === 0) continue;
    const keys = Array.from({ length: cap.length / 3 }, (_, i) => keyOf(cap.slice(3 * i, 3 * i + 3)));
    if (keys.some((k) => there.has(k))) continue;
    for (const k of keys) there.add(k);
    holes++;
    for (const v of cap) added.push(v);
  }
  if (holes === 0) return { mesh, holes: 0, added: 0, addedMm2: 0 };
  const corners = new Uint32Array(mesh.corners.length + added.length);
  corners.set(mesh.corners);
  corners.set(added, mesh.corners.length);
  let addedMm2 = 0;
  for (let i = 0; i < added.length; i += 3) addedMm2 += areaOf(mesh.xyz, added[i]!, added[i + 1]!, added[i + 2]!);
  return { mesh: { xyz: mesh.xyz, corners }, holes, added: added.length / 3, addedMm2 };
}

const keyOf = (face: ArrayLike<number>): string =>
  Array.from(face)
    .sort((p, q) => p - q)
    .join();

function areaOf(xyz: Float64Array, a: number, b: number, c: number): number {
  const d = (v: number, k: number): number => xyz[3 * v + k]! - xyz[3 * a + k]!;
  return (
    Math.hypot(
      d(b, 1) * d(c, 2) - d(b, 2) * d(c, 1),
      d(b, 2) * d(c, 0) - d(b, 0) * d(c, 2),
      d(b, 0) * d(c, 1) - d(b, 1) * d(c, 0),
    ) / 2
  );
}

const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;
/** What a repair did, for people; empty where nothing was to be done. */
export function repairText(r: Repair): string[] {
  if (isTakenBack(r))
    return [`left as it was: a repair would leave ${r.faultsAfter} faults where there are ${r.faultsBefore}`];
  return [
    r.droppedFlat > 0 && `${count(r.droppedFlat, 'triangle', 'triangles')} without area left out`,
    r.droppedCopies > 0 && `${count(r.droppedCopies, 'triangle that stood', 'triangles that stood')} twice left out`,
    r.divided > 0 && `${count(r.divided, 'triangle', 'triangles')} added where an edge ran past corners`,
    r.turnedFaces > 0 && `${count(r.turnedFaces, 'triangle', 'triangles')} turned to face as the others`,
    r.turnedBodies > 0 && `${count(r.turnedBodies, 'body', 'bodies')} turned to look outward`,
    r.closedHoles > 0 &&
      `${count(r.closedHoles, 'hole', 'holes')} closed by ${count(r.addedFaces, 'triangle', 'triangles')}, ${r.addedMm2.toFixed(1)} mm² of new surface`,
    r.leftOpenEdges > 0 && `${count(r.leftOpenEdges, 'open edge is', 'open edges are')} left`,
    r.leftNonManifoldEdges > 0 &&
      `${count(r.leftNonManifoldEdges, 'edge', 'edges')} with more than two faces left as they are: bodies that touch stay two`,
  ].filter((t) => t !== false);
}
