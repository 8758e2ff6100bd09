import { BackSide, DoubleSide, Ray, type Intersection } from 'three';
import type { Stepwise } from '../result/stepwise.ts';
import { treeOf } from './bvh.ts';
import { boundsOf, type Mesh } from './mesh.ts';

export interface ThinPlace {
  readonly mm: number;
  readonly xMm: number;
  readonly yMm: number;
  readonly zMm: number;
}
/** How thick a body is, by rays from points of its surface straight inward to where they leave it. Upright and flat surfaces apart:
 *  the ones are held against the width of a line, the others against the height of a layer. */
export interface Thickness {
  readonly samples: number;
  /** Surface one sample stands for. */
  readonly mm2PerSample: number;
  readonly thinnest: { readonly upright: ThinPlace | null; readonly flat: ThinPlace | null };
  /** Surface by thickness in steps of BIN_MM; what is thicker than the last is not counted. */
  readonly uprightMm2: readonly number[];
  readonly flatMm2: readonly number[];
}
export const BIN_MM = 0.02;
export const BINS = 200;
export const MOST_RAYS = 60_000;
const FEWEST_RAYS = 2000;
/** About so many rays on each triangle: a mesh of twelve triangles needs no sixty thousand. */
const RAYS_PER_TRIANGLE = 40;
const STEP = 2000;
/** A ray starts this deep, so that it does not meet the face it comes from. */
const SKIN_MM = 1e-4;
const FLAT_NORMAL_Z = 0.7;
/** Two sides are those of a wall where they run within 20° of each other. */
const PARALLEL = Math.cos((20 * Math.PI) / 180);
/** Fractions of the plastic number: points that fill a triangle evenly (M. Roberts, 2018; from memory). */
const [STEP_U, STEP_V] = [0.7548776662466927, 0.5698402909980532];

/** Samples are spread by area, the same for the same mesh. Where several shells lie within each other, what they share is one body: a ray
 *  ends where it has left them all, and a face inside another shell is no surface. */
export function* measuringThickness(mesh: Mesh, shells = 1, most = MOST_RAYS): Stepwise<Thickness> {
  const { corners } = mesh;
  const n = corners.length / 3;
  const rays = new InwardRays(mesh, shells);
  yield 0.3;
  const upTo = new Float64Array(n);
  let area = 0;
  for (let t = 0; t < n; t++) upTo[t] = area += rays.areaOf(t);
  const samples = Math.min(most, Math.max(FEWEST_RAYS, n * RAYS_PER_TRIANGLE));
  const mm2PerSample = area / samples;
  const upright = new Float64Array(BINS);
  const flat = new Float64Array(BINS);
  let thinUpright: ThinPlace | null = null;
  let thinFlat: ThinPlace | null = null;
  for (let i = 0, t = 0; i < samples && area > 0; i++) {
    if (i % STEP === 0) yield 0.3 + (0.7 * i) / samples;
    const wanted = (i + 0.5) * mm2PerSample;
    while (t < n - 1 && upTo[t]! < wanted) t++;
    const u = (i * STEP_U) % 1;
    const v = (i * STEP_V) % 1;
    const wall = u + v > 1 ? rays.from(t, 1 - u, 1 - v) : rays.from(t, u, v);
    if (!wall) continue;
    const { mm } = wall;
    const isFlat = Math.abs(wall.normalZ) > FLAT_NORMAL_Z;
    const bin = Math.floor(mm / BIN_MM);
    if (bin < BINS) (isFlat ? flat : upright)[bin]! += mm2PerSample;
    const least = isFlat ? thinFlat : thinUpright;
    if (least === null || mm < least.mm) {
      const place = { mm, ...wall.middle() };
      if (isFlat) thinFlat = place;
      else thinUpright = place;
    }
  }
  return {
    samples,
    mm2PerSample,
    thinnest: { upright: thinUpright, flat: thinFlat },
    uprightMm2: [...upright],
    flatMm2: [...flat],
  };
}

interface Wall {
  readonly mm: number;
  readonly normalZ: number;
  /** The place half way through it. */
  readonly middle: () => Omit<ThinPlace, 'mm'>;
}
/** Rays from points of a mesh's faces straight inward. */
class InwardRays {
  private readonly at: Float32Array;
  private readonly min: readonly [number, number, number];
  private readonly tree: ReturnType<typeof treeOf>['tree'];
  private readonly ray = new Ray();

  constructor(
    private readonly mesh: Mesh,
    private readonly shells: number,
  ) {
    this.min = boundsOf(mesh).min;
    ({ tree: this.tree, at: this.at } = treeOf(mesh, this.min));
  }

  areaOf(t: number): number {
    return faceOf(this.at, this.mesh.corners, t).area;
  }

  /** What lies behind a point of a face, by its shares of two sides; null where that is no wall. */
  from(t: number, u: number, v: number): Wall | null {
    const { at, ray } = this;
    const { corners } = this.mesh;
    const { nx, ny, nz } = faceOf(at, corners, t);
    const [a, b, c] = [corners[3 * t]! * 3, corners[3 * t + 1]! * 3, corners[3 * t + 2]! * 3];
    const along = (k: number): number => at[a + k]! + u * (at[b + k]! - at[a + k]!) + v * (at[c + k]! - at[a + k]!);
    ray.origin.set(along(0) - SKIN_MM * nx, along(1) - SKIN_MM * ny, along(2) - SKIN_MM * nz);
    ray.direction.set(-nx, -ny, -nz);
    const hit = this.shells === 1 ? this.tree.raycastFirst(ray, BackSide) : this.farSide();
    // a sharp edge is thin wherever one stands near it, and no wall
    if (!hit || hit.face!.normal.dot(ray.direction) < PARALLEL) return null;
    const mm = hit.distance + SKIN_MM;
    return {
      mm,
      normalZ: nz,
      middle: () => ({
        xMm: ray.origin.x - (nx * mm) / 2 + this.min[0],
        yMm: ray.origin.y - (ny * mm) / 2 + this.min[1],
        zMm: ray.origin.z - (nz * mm) / 2 + this.min[2],
      }),
    };
  }

  /** Where the ray has left everything it began in; null where its beginning is no surface of the whole. */
  private farSide(): Intersection | null {
    const { ray } = this;
    const hits = this.tree.raycast(ray, DoubleSide).sort((p, q) => p.distance - q.distance);
    const leaves = (h: Intersection): boolean => h.face!.normal.dot(ray.direction) > 0;
    // a closed body is left as often as it is entered, and once more for each that it began in
    let inside = hits.reduce((n, h) => n + (leaves(h) ? 1 : -1), 0);
    if (inside !== 1) return null;
    for (const h of hits) {
      inside += leaves(h) ? -1 : 1;
      if (inside === 0) return h;
    }
    return null;
  }
}

function faceOf(at: Float32Array, corners: Uint32Array, t: number) {
  const [a, b, c] = [corners[3 * t]! * 3, corners[3 * t + 1]! * 3, corners[3 * t + 2]! * 3];
  const ux = at[b]! - at[a]!;
  const uy = at[b + 1]! - at[a + 1]!;
  const uz = at[b + 2]! - at[a + 2]!;
  const vx = at[c]! - at[a]!;
  const vy = at[c + 1]! - at[a + 1]!;
  const vz = at[c + 2]! - at[a + 2]!;
  const nx = uy * vz - uz * vy;
  const ny = uz * vx - ux * vz;
  const nz = ux * vy - uy * vx;
  const double = Math.sqrt(nx * nx + ny * ny + nz * nz);
  const k = double > 0 ? 1 / double : 0;
  return { area: double / 2, nx: nx * k, ny: ny * k, nz: nz * k };
}

/** Surface thinner than so much, mm²; a thickness within a bin counts by its share. */
export function thinnerMm2(bins: readonly number[], mm: number): number {
  const whole = Math.min(bins.length, Math.floor(mm / BIN_MM));
  let sum = 0;
  for (let k = 0; k < whole; k++) sum += bins[k]!;
  return sum + (bins[whole] ?? 0) * (mm / BIN_MM - whole);
}
/** Thicknesses that much of a surface has: bins that stand out, the largest first, with the surface round them. */
export function usualThicknesses(
  bins: readonly number[],
  leastMm2: number,
): { readonly mm: number; readonly mm2: number }[] {
  const found: { mm: number; mm2: number }[] = [];
  for (let k = 0; k < bins.length; k++) {
    const here = bins[k]!;
    if (here < (bins[k - 1] ?? 0) || here <= (bins[k + 1] ?? 0) || here === 0) continue;
    const around = [-2, -1, 0, 1, 2];
    const mm2 = around.reduce((s, d) => s + (bins[k + d] ?? 0), 0);
    const mm = around.reduce((s, d) => s + (bins[k + d] ?? 0) * (k + d + 0.5) * BIN_MM, 0) / mm2;
    if (mm2 >= leastMm2) found.push({ mm, mm2 });
  }
  return found.sort((p, q) => q.mm2 - p.mm2);
}

/** Thickness at the middle of each face, mm, by one ray each; Infinity where there is no wall. For shading a picture. */
export function thicknessOfFaces(mesh: Mesh, shells: number): Float32Array {
  const rays = new InwardRays(mesh, shells);
  const out = Float32Array.from(
    { length: mesh.corners.length / 3 },
    (_, t) => rays.from(t, 1 / 3, 1 / 3)?.mm ?? Infinity,
  );
  return out;
}
