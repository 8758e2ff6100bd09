import { Clipper, TriangulateResult, type Path64 } from 'clipper2-ts';
import { difference, type Region } from '../geometry/clip.ts';
import type { Mesh } from './mesh.ts';
import { stitched } from './stitch.ts';
import { weld } from './weld.ts';

/** A region between two heights. */
export interface Storey {
  readonly fromMm: number;
  readonly toMm: number;
  readonly region: Region;
}
/** The grid outlines lie on after clipping, parts of a millimetre. */
const PER_MM = 10_000;
const ON_EDGE_MM = 2 / PER_MM;

/** Storeys upon each other as one closed mesh: walls round each, floors and ceilings only where nothing lies behind them. */
export function stackedMesh(storeys: readonly Storey[]): Mesh {
  const xyz: number[] = [];
  const face = (...points: readonly (readonly [number, number, number])[]): void => {
    for (const p of points) xyz.push(...p);
  };
  storeys.forEach(({ fromMm, toMm, region }, i) => {
    for (const ring of region)
      for (let k = 0, before = ring.length - 2; k < ring.length; before = k, k += 2) {
        const [px, py, qx, qy] = [ring[before]!, ring[before + 1]!, ring[k]!, ring[k + 1]!];
        face([px, py, fromMm], [qx, qy, fromMm], [qx, qy, toMm]);
        face([px, py, fromMm], [qx, qy, toMm], [px, py, toMm]);
      }
    const above = storeys[i + 1]?.fromMm === toMm ? storeys[i + 1]!.region : [];
    const below = storeys[i - 1]?.toMm === fromMm ? storeys[i - 1]!.region : [];
    for (const [a, b, c] of trianglesOf(difference(region, above))) face([...a, toMm], [...b, toMm], [...c, toMm]);
    for (const [a, b, c] of trianglesOf(difference(region, below)))
      face([...a, fromMm], [...c, fromMm], [...b, fromMm]);
  });
  const corners = Uint32Array.from({ length: xyz.length / 3 }, (_, i) => i);
  return stitched(weld({ xyz: Float64Array.from(xyz), corners }), ON_EDGE_MM);
}

type Point = readonly [x: number, y: number];

/** A region in triangles against the clock. */
function trianglesOf(region: Region): (readonly [Point, Point, Point])[] {
  if (region.length === 0) return [];
  const paths = region.map((ring) => {
    const path: Path64 = [];
    for (let i = 0; i < ring.length; i += 2)
      path.push({ x: Math.round(ring[i]! * PER_MM), y: Math.round(ring[i + 1]! * PER_MM) } as Path64[number]);
    return path;
  });
  const { result, solution } = Clipper.triangulate(paths);
  if (result !== TriangulateResult.success) throw new RangeError('an outline of our own cannot be divided');
  return solution.map((triangle) => {
    const [a, b, c] = triangle.map((p): Point => [Number(p.x) / PER_MM, Number(p.y) / PER_MM]) as [Point, Point, Point];
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) > 0 ? [a, b, c] : [a, c, b];
  });
}
