import { difference, union, type Region, type Ring } from '../geometry/clip.ts';
import { joined, type Mesh, type MeshPart } from './mesh.ts';
import { stackedMesh, type Slab } from './slabs.ts';

/** A box or disc between two heights, mm from a middle; a cut takes material away. */
export interface Solid {
  readonly shape: 'box' | 'disc';
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly d: number;
  readonly fromMm: number;
  readonly toMm: number;
  readonly isCut?: boolean;
  /** What a box is at its upper end, where it leans or tapers. Such a box neither cuts nor is cut. */
  readonly top?: { readonly x: number; readonly y: number; readonly w: number; readonly d: number };
}

const DISC_CORNERS = 96;

/** Corners of a solid's section, against the clock. */
export function sectionOf(s: Pick<Solid, 'shape' | 'x' | 'y' | 'w' | 'd'>): Ring {
  const corners =
    s.shape === 'box'
      ? [
          [-0.5, -0.5],
          [0.5, -0.5],
          [0.5, 0.5],
          [-0.5, 0.5],
        ]
      : Array.from({ length: DISC_CORNERS }, (_, k) => {
          const a = (2 * Math.PI * k) / DISC_CORNERS;
          return [Math.cos(a) / 2, Math.sin(a) / 2];
        });
  return Float64Array.from(corners.flatMap(([cx, cy]) => [s.x + cx! * s.w, s.y + cy! * s.d]));
}

/** Solids as one mesh without inner walls; those that lean or taper are bodies of their own. */
export function meshOfSolids(solids: readonly Solid[]): Mesh {
  const upright = solids.filter((s) => !s.top);
  const levels = [...new Set(upright.flatMap((s) => [s.fromMm, s.toMm]))].sort((a, b) => a - b);
  const storeys: Slab[] = [];
  levels.slice(1).forEach((toMm, i) => {
    const fromMm = levels[i]!;
    const here = upright.filter((s) => s.fromMm < toMm && s.toMm > fromMm);
    const region = regionOf(here);
    if (region.length > 0) storeys.push({ fromMm, toMm, region });
  });
  return joined([
    ...(storeys.length > 0 ? [stackedMesh(storeys)] : []),
    ...solids.filter((s) => s.top && !s.isCut).map(leaningBox),
  ]);
}
const regionOf = (solids: readonly Solid[]): Region =>
  difference(union(solids.filter((s) => !s.isCut).map(sectionOf)), union(solids.filter((s) => s.isCut).map(sectionOf)));

/** A box whose upper end lies elsewhere or has another size. */
function leaningBox(s: Solid): Mesh {
  const lower = sectionOf(s);
  const upper = sectionOf({ shape: 'box', ...s.top! });
  const xyz = Float64Array.from(
    [0, 1, 2, 3].flatMap((k) => [
      ...[lower[2 * k]!, lower[2 * k + 1]!, s.fromMm],
      ...[upper[2 * k]!, upper[2 * k + 1]!, s.toMm],
    ]),
  );
  // prettier-ignore
  const corners = Uint32Array.from([
    0, 4, 2, 0, 6, 4,  1, 3, 5, 1, 5, 7,
    ...[0, 1, 2, 3].flatMap((k) => { const [p, q] = [2 * k, 2 * ((k + 1) % 4)]; return [p, q, q + 1, p, q + 1, p + 1]; }),
  ]);
  return { xyz, corners };
}

export const partOfSolids = (name: string, solids: readonly Solid[]): MeshPart => ({
  name,
  mesh: meshOfSolids(solids),
});
