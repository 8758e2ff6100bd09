import type { Mesh } from './mesh.ts';
import type { Topology } from './topology.ts';

/** How much surface leans, and how far. */
export interface Leaning {
  readonly areaMm2: number;
  /** Lean of its steepest face from the vertical: 0 is a wall, 90 a flat ceiling. */
  readonly steepestDeg: number;
  /** Its lowest point. */
  readonly zMm: number;
}
/** A connected patch of surface that leans further from the vertical than it may. */
export interface OverhangRegion extends Leaning {
  /** What of it leans less than support takes; all of it where there is none. */
  readonly bare: Leaning;
  /** The same without its ceilings, which a bridge may hold. */
  readonly bareSlope: Leaning;
  /** The middle of its area. */
  readonly xMm: number;
  readonly yMm: number;
}

/** Lean of a downward face from the vertical, from its normal; programs that count from the plate say 90° less this. */
export const leanDeg = (normalZ: number): number => (Math.asin(Math.max(-1, Math.min(1, -normalZ))) * 180) / Math.PI;
export const fromPlateDeg = (lean: number): number => 90 - lean;

/** Lean from which a surface is a ceiling. */
export const CEILING_DEG = 85;

export interface OverhangWish {
  /** Lean beyond which a surface is looked at. */
  readonly beyondDeg: number;
  /** Height below which faces lie on the plate. */
  readonly plateMm: number;
  /** Lean beyond which support takes a surface; null where there is none. */
  readonly supportFromDeg?: number | null;
  /** Whether support takes a place of a surface that leans so much, where the lean alone does not say. */
  readonly isTaken?: ((x: number, y: number, z: number, lean: number) => boolean) | undefined;
  /** Whether a place is inside what is laid: bodies that are sunk into each other or stand on each other carry one another. */
  readonly isLaid?: ((x: number, y: number, z: number) => boolean) | undefined;
}

/** Patches that lean more than the given angle from the vertical and do not lie on the plate, the largest first. */
export function overhangsOf(
  { xyz, corners }: Mesh,
  { twins }: Topology,
  { beyondDeg, plateMm, supportFromDeg = null, isTaken, isLaid }: OverhangWish,
): OverhangRegion[] {
  const n = corners.length / 3;
  const area = new Float64Array(n);
  const untaken = new Float64Array(n);
  const supportFrom = supportFromDeg ?? 90;
  const lean = new Float64Array(n);
  const least = Math.sin((beyondDeg * Math.PI) / 180) + 1e-9;
  for (let t = 0; t < n; t++) {
    const a = corners[3 * t]! * 3;
    const b = corners[3 * t + 1]! * 3;
    const c = corners[3 * t + 2]! * 3;
    const ux = xyz[b]! - xyz[a]!;
    const uy = xyz[b + 1]! - xyz[a + 1]!;
    const uz = xyz[b + 2]! - xyz[a + 2]!;
    const vx = xyz[c]! - xyz[a]!;
    const vy = xyz[c + 1]! - xyz[a + 1]!;
    const vz = xyz[c + 2]! - xyz[a + 2]!;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const length = Math.sqrt(nx * nx + ny * ny + nz * nz);
    if (length === 0 || -nz / length <= least) continue;
    if (Math.max(xyz[a + 2]!, xyz[b + 2]!, xyz[c + 2]!) <= plateMm) continue;
    const normal = [nx / length, ny / length, nz / length] as const;
    const deg = leanDeg(normal[2]);
    area[t] = (length / 2) * (isLaid ? freeShare(xyz, a, b, c, normal, isLaid) : 1);
    lean[t] = deg;
    untaken[t] = isTaken
      ? area[t]! * freeShare(xyz, a, b, c, [0, 0, 0], (x, y, z) => isTaken(x, y, z, deg))
      : deg <= supportFrom
        ? area[t]!
        : 0;
  }
  const seen = new Uint8Array(n);
  const regions: OverhangRegion[] = [];
  for (let first = 0; first < n; first++) {
    if (area[first] === 0 || seen[first]) continue;
    const stack = [first];
    seen[first] = 1;
    const [all, bare, bareSlope] = [nothing(), nothing(), nothing()];
    let x = 0;
    let y = 0;
    while (stack.length > 0) {
      const t = stack.pop()!;
      const lowest = Math.min(...[0, 1, 2].map((k) => xyz[corners[3 * t + k]! * 3 + 2]!));
      add(all, area[t]!, lean[t]!, lowest);
      if (untaken[t]! > 0) {
        add(bare, untaken[t]!, lean[t]!, lowest);
        if (lean[t]! <= CEILING_DEG) add(bareSlope, untaken[t]!, lean[t]!, lowest);
      }
      for (let k = 0; k < 3; k++) {
        const v = corners[3 * t + k]! * 3;
        x += (area[t]! * xyz[v]!) / 3;
        y += (area[t]! * xyz[v + 1]!) / 3;
        const twin = twins[3 * t + k]!;
        const other = (twin / 3) | 0;
        if (twin >= 0 && area[other]! > 0 && !seen[other]) {
          seen[other] = 1;
          stack.push(other);
        }
      }
    }
    regions.push({
      ...all,
      bare: finite(bare),
      bareSlope: finite(bareSlope),
      xMm: x / all.areaMm2,
      yMm: y / all.areaMm2,
    });
  }
  return regions.sort((p, q) => q.areaMm2 - p.areaMm2);
}

type Sum = { -readonly [K in keyof Leaning]: number };
const nothing = (): Sum => ({ areaMm2: 0, steepestDeg: 0, zMm: Infinity });
function add(to: Sum, areaMm2: number, deg: number, zMm: number): void {
  to.areaMm2 += areaMm2;
  if (deg > to.steepestDeg) to.steepestDeg = deg;
  if (zMm < to.zMm) to.zMm = zMm;
}

/** Of nothing there is no lowest point. */
const finite = (l: Leaning): Leaning => (l.areaMm2 > 0 ? l : { ...l, zMm: 0 });

/** How far in front of a face is asked whether something is there, and how close on the face. */
const BEFORE_MM = 0.5;
const APART_MM = 1;
const MOST_ACROSS = 24;
/** Share of a face where it is not so a little in front of it, along its normal, from a grid of places over it. */
function freeShare(
  xyz: Float64Array,
  a: number,
  b: number,
  c: number,
  [nx, ny, nz]: readonly [number, number, number],
  isLaid: (x: number, y: number, z: number) => boolean,
): number {
  const side = (p: number, q: number): number =>
    Math.hypot(xyz[p]! - xyz[q]!, xyz[p + 1]! - xyz[q + 1]!, xyz[p + 2]! - xyz[q + 2]!);
  const longest = Math.max(side(a, b), side(b, c), side(c, a));
  const across = Math.max(1, Math.min(MOST_ACROSS, Math.ceil(longest / APART_MM)));
  let free = 0;
  // the middles of the small triangles that the face falls into: upright ones, and those between them
  for (let i = 0; i < across; i++)
    for (let k = 0; k < across - i; k++)
      for (const third of k < across - i - 1 ? [1 / 3, 2 / 3] : [1 / 3]) {
        const [u, v] = [(i + third) / across, (k + third) / across];
        const at = (axis: number): number =>
          xyz[a + axis]! + u * (xyz[b + axis]! - xyz[a + axis]!) + v * (xyz[c + axis]! - xyz[a + axis]!);
        if (!isLaid(at(0) + nx * BEFORE_MM, at(1) + ny * BEFORE_MM, at(2) + nz * BEFORE_MM)) free++;
      }
  return free / across ** 2;
}
