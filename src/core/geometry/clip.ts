import {
  Clipper,
  Clipper64,
  ClipType,
  EndType,
  FillRule,
  JoinType,
  TriangulateResult,
  type Path64,
  type Paths64,
} from 'clipper2-ts';
import { convexOffset } from './convexOffset.ts';
import type { Contours } from '../slicing/slice.ts';

/** A closed outline, x and y by turns; outer ones run against the clock, holes with it. */
export type Ring = Float64Array;
/** Outlines that do not cross: what lies to their left. */
export type Region = readonly Ring[];

/** Units a millimetre: a tenth of a micrometre, far below what any machine resolves. */
const PER_MM = 10_000;
/** What two places that ought to be one may lie apart once rounded so, mm. */
export const GRID_MM = 2 / PER_MM;
const MITRE_LIMIT = 2;
/** A sharper corner is longer than the limit allows. */
const SHARPEST_COS = 2 / MITRE_LIMIT ** 2 - 1;
/** More outlines than this are not held against each other one by one. */
const MOST_APART = 12;
/** An arc of an offset leaves its circle by at most this, mm. */
const ARC_MM = 0.005;

function toClip(region: Region): Paths64 {
  return region.map((ring) => {
    const path: Path64 = [];
    for (let i = 0; i < ring.length; i += 2)
      path.push({ x: Math.round(ring[i]! * PER_MM), y: Math.round(ring[i + 1]! * PER_MM) });
    return path;
  });
}
const fromClip = (paths: Paths64): Region =>
  paths.map((path) => {
    const ring = new Float64Array(2 * path.length);
    path.forEach((p, i) => {
      ring[2 * i] = Number(p.x) / PER_MM;
      ring[2 * i + 1] = Number(p.y) / PER_MM;
    });
    return ring;
  });

/** Everything some outline winds round, as outlines that do not cross. */
export const union = (region: Region, other: Region = []): Region =>
  fromClip(Clipper.booleanOp(ClipType.Union, toClip(region), toClip(other), FillRule.NonZero));
/** What lies in the first and not in the second. */
export const difference = (region: Region, other: Region): Region =>
  other.length === 0
    ? region
    : fromClip(Clipper.booleanOp(ClipType.Difference, toClip(region), toClip(other), FillRule.NonZero));
export const intersection = (region: Region, other: Region): Region =>
  fromClip(Clipper.booleanOp(ClipType.Intersection, toClip(region), toClip(other), FillRule.NonZero));

/** The region grown by so much on every side, or shrunk where that is below zero. Corners stay sharp unless they should be round. */
export function offset(region: Region, byMm: number, isRound = false): Region {
  if (region.length === 0) return region;
  if (byMm < 0 || (region.length === 1 && !isRound)) {
    const quick = convexOffsets(region, byMm);
    if (quick) return quick;
  }
  return fromClip(
    Clipper.inflatePaths(
      toClip(region),
      byMm * PER_MM,
      isRound ? JoinType.Round : JoinType.Miter,
      EndType.Polygon,
      MITRE_LIMIT,
      isRound ? ARC_MM * PER_MM : 0,
    ),
  );
}
/** The same where all outlines are convex and do not meet: most walls are so. Null where that is not sure. */
function convexOffsets(region: Region, byMm: number): Region | null {
  const out: Ring[] = [];
  for (const ring of region) {
    const isHole = ringAreaMm2(ring) < 0;
    if (isHole && (byMm > 0 || region.length > MOST_APART)) return null;
    // what shrinks keeps a corner of whatever angle
    const moved = isHole
      ? convexOffset(backwards(ring), -byMm, SHARPEST_COS)
      : convexOffset(ring, byMm, byMm < 0 ? -0.99 : SHARPEST_COS);
    if (!moved) return null;
    for (let i = 0; i < moved.length; i++) moved[i] = Math.round(moved[i]! * PER_MM) / PER_MM;
    out.push(isHole ? backwards(moved) : moved);
  }
  return region.some((ring) => ringAreaMm2(ring) < 0) && !areApart(out) ? null : out;
}
/** The same outline the other way round. */
function backwards(ring: Ring): Ring {
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    out[i] = ring[ring.length - 2 - i]!;
    out[i + 1] = ring[ring.length - 1 - i]!;
  }
  return out;
}
/** Whether one convex outline holds all others, and no two of those come near each other. */
function areApart(region: Region): boolean {
  const [first, ...holes] = region as [Ring, ...Ring[]];
  if (ringAreaMm2(first) < 0 || holes.some((h) => ringAreaMm2(h) > 0 || !liesWithin(h, first))) return false;
  const boxes = holes.map((h) => boxOf(h));
  return boxes.every((box, i) => boxes.slice(0, i).every((other) => boxGapMm(box, other) > 0));
}
function liesWithin(ring: Ring, convex: Ring): boolean {
  for (let i = 0, k = convex.length - 2; i < convex.length; k = i, i += 2) {
    const [x, y] = [convex[k]!, convex[k + 1]!];
    const [dx, dy] = [convex[i]! - x, convex[i + 1]! - y];
    for (let j = 0; j < ring.length; j += 2) if (dx * (ring[j + 1]! - y) - dy * (ring[j]! - x) <= 0) return false;
  }
  return true;
}

/** Open lines, x and y by turns, as far as they lie inside a region. */
export function clipLines(lines: readonly (readonly number[])[], region: Region): readonly Float64Array[] {
  if (region.length === 0 || lines.length === 0) return [];
  const clipper = new Clipper64();
  clipper.addOpenSubject(toClip(lines.map((l) => Float64Array.from(l))));
  clipper.addClip(toClip(region));
  const [closed, open]: [Paths64, Paths64] = [[], []];
  clipper.execute(ClipType.Intersection, FillRule.NonZero, closed, open);
  return fromClip(open);
}

/** Smallest box round outlines: from and to in x, from and to in y. */
export type Box = readonly [x0: number, x1: number, y0: number, y1: number];
export function boxOf(...rings: readonly Ring[]): Box {
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const x = ring[i]!;
      const y = ring[i + 1]!;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
    }
  return [x0, x1, y0, y1];
}
/** How far boxes lie apart along the axis that parts them most; below zero where they overlap. */
export const boxGapMm = (a: Box, b: Box): number => Math.max(a[0] - b[1], b[0] - a[1], a[2] - b[3], b[2] - a[3]);
/** The box round boxes. */
export const boxOfBoxes = (boxes: readonly Box[]): Box =>
  boxes.reduce(
    (a, b) => [Math.min(a[0], b[0]), Math.max(a[1], b[1]), Math.min(a[2], b[2]), Math.max(a[3], b[3])],
    [Infinity, -Infinity, Infinity, -Infinity],
  );

export type Point = readonly [x: number, y: number];
/** A region in triangles against the clock. Its outlines must not cross. */
export function trianglesOf(region: Region): (readonly [Point, Point, Point])[] {
  if (region.length === 0) return [];
  const { result, solution } = Clipper.triangulate(toClip(region));
  if (result !== TriangulateResult.success) throw new RangeError('an outline of our own cannot be divided');
  return fromClip(solution).map((t) => {
    const [a, b, c] = [0, 2, 4].map((i): Point => [t[i]!, t[i + 1]!]) as [Point, Point, Point];
    return ringAreaMm2(t) > 0 ? [a, b, c] : [a, c, b];
  });
}

/** Leaves out points that lie nearer than so much to the line between their neighbours. */
export const simplify = (region: Region, toleranceMm: number): Region =>
  fromClip(Clipper.simplifyPaths(toClip(region), toleranceMm * PER_MM, true));

/** Contours of a layer one by one. */
export const ringsOf = ({ points, starts }: Contours): Region =>
  Array.from({ length: starts.length - 1 }, (_, i) => points.subarray(starts[i], starts[i + 1]));

/** Twice-signed-area formula: above zero against the clock. */
export function ringAreaMm2(ring: Ring): number {
  const n = ring.length;
  if (n < 6) return 0;
  const ox = ring[0]!;
  const oy = ring[1]!;
  let double = 0;
  for (let i = 2; i + 3 < n; i += 2)
    double += (ring[i]! - ox) * (ring[i + 3]! - oy) - (ring[i + 2]! - ox) * (ring[i + 1]! - oy);
  return double / 2;
}
export const areaMm2 = (region: Region): number => region.reduce((s, ring) => s + ringAreaMm2(ring), 0);

export function ringLengthMm(ring: Ring): number {
  let sum = 0;
  for (let i = 0, k = ring.length - 2; i < ring.length; k = i, i += 2)
    sum += Math.hypot(ring[i]! - ring[k]!, ring[i + 1]! - ring[k + 1]!);
  return sum;
}
export const perimeterMm = (region: Region): number => region.reduce((s, ring) => s + ringLengthMm(ring), 0);

/** Whether a point lies in a region: crossings counted even-odd. */
export function contains(region: Region, x: number, y: number): boolean {
  let isInside = false;
  for (const ring of region)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [yi, yj] = [ring[i + 1]!, ring[j + 1]!];
      if (yi > y !== yj > y && x < ring[i]! + ((y - yi) / (yj - yi)) * (ring[j]! - ring[i]!)) isInside = !isInside;
    }
  return isInside;
}
