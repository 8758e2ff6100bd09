import { DoubleSide, Ray, Vector3 } from 'three';
import { treeOf } from '../mesh/bvh.ts';
import type { Mesh } from '../mesh/mesh.ts';
import { meshBetween } from '../mesh/tube.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import type { Place } from './supports.ts';

/** A round hole into a part: where its axis meets the surface, the way it goes in, and how wide it is. */
export interface Drain {
  readonly at: Place;
  readonly inward: readonly [number, number, number];
  readonly diameterMm: number;
}
/** What a hole goes through. */
export interface Pierced {
  /** Along its axis, from the surface to the hollow. */
  readonly lengthMm: number;
  /** Upright to the surface it begins on. */
  readonly wallMm: number;
  /** Between its axis and the surface's upright. */
  readonly slopeDeg: number;
}
/** Holes reach out of the surface and into the hollow by so much. */
const OVER_MM = 0.4;
const SIDES = 32;
/** A hole begins on the surface within this of where it is said to. */
const BESIDE_MM = 0.5;

/** Rays through a part. */
export class Probe {
  private readonly tree: ReturnType<typeof treeOf>['tree'];
  private readonly ray = new Ray();

  constructor(mesh: Mesh) {
    this.tree = treeOf(mesh).tree;
  }
  /** Where a ray meets surfaces, nearest first, and how each looks along it: above zero it leaves the part there. */
  hits(from: Place, way: readonly [number, number, number]): { readonly mm: number; readonly out: number }[] {
    this.ray.origin.set(...from);
    this.ray.direction.set(...way).normalize();
    const found = this.tree
      .raycast(this.ray, DoubleSide)
      .map((h) => ({ mm: h.distance, out: h.face!.normal.dot(this.ray.direction) }))
      .sort((a, b) => a.mm - b.mm);
    // faces that share an edge are met once
    return found.filter((h, i) => i === 0 || h.mm - found[i - 1]!.mm > 1e-4 || h.out * found[i - 1]!.out < 0);
  }
}

/** What a hole pierces on its way from the surface into the hollow behind it. */
export function pierce(probe: Probe, { at, inward }: Pick<Drain, 'at' | 'inward'>): Result<Pierced> {
  const way = new Vector3(...inward).normalize();
  const from: Place = [at[0] - way.x * BESIDE_MM, at[1] - way.y * BESIDE_MM, at[2] - way.z * BESIDE_MM];
  const hits = probe.hits(from, [way.x, way.y, way.z]);
  const into = hits.findIndex((h) => h.out < 0 && h.mm < 2 * BESIDE_MM);
  const where = `at ${at.map((v) => v.toFixed(1)).join(', ')} mm`;
  if (into < 0)
    return fail({ code: 'misses', what: 'The hole does not meet the part', where, todo: 'set it on the surface' });
  const out = hits.slice(into + 1).find((h) => h.out > 0);
  if (!out) return fail({ code: 'noRoom', what: 'The hole meets no hollow', where, todo: 'point it at the hollow' });
  const lengthMm = out.mm - hits[into]!.mm;
  const cos = -hits[into]!.out;
  return succeed({ lengthMm, wallMm: lengthMm * cos, slopeDeg: (Math.acos(Math.min(1, cos)) * 180) / Math.PI });
}

/** The hole as a closed body, from outside the surface to inside the hollow; a little wider than its circle's corners, so that its area is
 *  that of the circle. */
export function drillOf({ at, inward, diameterMm }: Drain, lengthMm: number): Mesh {
  const way = new Vector3(...inward).normalize();
  const across = new Vector3(...(Math.abs(way.z) < 0.9 ? [0, 0, 1] : [1, 0, 0])).cross(way).normalize();
  const up = way.clone().cross(across);
  const over = OVER_MM + diameterMm;
  const r = (diameterMm / 2) * Math.sqrt((2 * Math.PI) / SIDES / Math.sin((2 * Math.PI) / SIDES));
  const place = (alongMm: number, c: number, u: number): Place => [
    at[0] + alongMm * way.x + c * across.x + u * up.x,
    at[1] + alongMm * way.y + c * across.y + u * up.y,
    at[2] + alongMm * way.z + c * across.z + u * up.z,
  ];
  const ring = (alongMm: number): Place[] =>
    Array.from({ length: SIDES }, (_, k) => {
      const a = (2 * Math.PI * k) / SIDES;
      return place(alongMm, r * Math.cos(a), r * Math.sin(a));
    });
  const [from, to] = [-over, lengthMm + over];
  return meshBetween(ring(from), place(from, 0, 0), ring(to), place(to, 0, 0));
}

/** Ways out of a hollow that are looked at: level and half away, all round, and straight away; towards the plate or from it. */
const waysOut = (up: 1 | -1): (readonly [number, number, number])[] => [
  [0, 0, up],
  ...[0, up].flatMap((z) =>
    Array.from({ length: 16 }, (_, k) => [Math.cos((Math.PI * k) / 8), Math.sin((Math.PI * k) / 8), z] as const),
  ),
];

/** Places inside a hollow from which ways out are looked for, at each of its ends. */
const MOST_PLACES = 24;
/** Two holes for each hollow: one where it is lowest as it hangs, which is furthest from the plate, and one nearest to it; each where it
 *  leaves the hollow near its end and through a thin wall. */
export function proposeDrains(probe: Probe, hollow: Mesh, diameterMm: number): Drain[] {
  const { xyz } = hollow;
  const ends = [Infinity, -Infinity];
  for (let i = 2; i < xyz.length; i += 3) {
    ends[0] = Math.min(ends[0]!, xyz[i]!);
    ends[1] = Math.max(ends[1]!, xyz[i]!);
  }
  return ends.flatMap((end, k): Drain[] => {
    const [middle, ...beside] = placesNear(hollow, end, k === 0 ? 1 : -1, diameterMm);
    const ways = waysOut(k === 0 ? -1 : 1);
    const best = bestOut(probe, [middle], ways, end, diameterMm) ?? bestOut(probe, beside, ways, end, diameterMm);
    return best ? [best] : [];
  });
}
/** The way out nearest to the end of a hollow through the thinnest wall. */
function bestOut(
  probe: Probe,
  places: readonly Place[],
  ways: ReturnType<typeof waysOut>,
  endMm: number,
  diameterMm: number,
): Drain | null {
  let best: { readonly cost: number; readonly drain: Drain } | null = null;
  for (const from of places)
    for (const way of ways) {
      const length = Math.hypot(...way);
      const to = way.map((v) => v / length) as [number, number, number];
      const hits = probe.hits(from, to);
      // from the hollow into one wall and out of it
      if (hits.length !== 2 || hits[0]!.out >= 0 || hits[1]!.out <= 0) continue;
      const wallMm = hits[1]!.mm - hits[0]!.mm;
      const at = from.map((v, i) => v + to[i]! * hits[1]!.mm) as [number, number, number];
      const inward = to.map((v) => (v === 0 ? 0 : -v)) as [number, number, number];
      const cost = wallMm + Math.abs(from[2] + to[2] * hits[0]!.mm - endMm);
      // what opens onto the plate is shut by it
      if (at[2] < diameterMm / 2 || (best && cost >= best.cost)) continue;
      best = { cost, drain: { at, inward, diameterMm } };
    }
  return best && best.drain;
}
/** The middle of a hollow's surface near its end, and places half a hole off that surface, nearest to the end first: where the end is a
 *  ring or has two tips, nothing of the hollow is in the middle. */
function placesNear(
  { xyz, corners }: Mesh,
  endMm: number,
  inward: 1 | -1,
  diameterMm: number,
): [middle: Place, ...beside: Place[]] {
  const middleMm = endMm + inward * (diameterMm / 2);
  const faces: { readonly offMm: number; readonly place: Place }[] = [];
  const sum = new Vector3();
  let near = 0;
  const [a, b, c] = [new Vector3(), new Vector3(), new Vector3()];
  for (let i = 0; i < corners.length; i += 3) {
    for (const [k, v] of [a, b, c].entries()) v.fromArray(xyz, 3 * corners[i + k]!);
    const middle = a.clone().add(b).add(c).divideScalar(3);
    if (Math.abs(middle.z - middleMm) > diameterMm) continue;
    sum.add(middle);
    near++;
    // the surface of a hollow looks into it
    const off = b
      .sub(a)
      .cross(c.sub(a))
      .setLength(diameterMm / 2);
    const { x, y, z } = middle.add(off);
    faces.push({ offMm: Math.abs(z - endMm), place: [x, y, z] });
  }
  faces.sort((p, q) => p.offMm - q.offMm);
  const every = Math.max(1, Math.ceil(faces.length / MOST_PLACES));
  return [[sum.x / near, sum.y / near, middleMm], ...faces.filter((_, i) => i % every === 0).map((f) => f.place)];
}
