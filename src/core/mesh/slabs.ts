import { difference, GRID_MM, trianglesOf, type Region } from '../geometry/clip.ts';
import type { Mesh } from './mesh.ts';
import { stitched } from './stitch.ts';
import { weld } from './weld.ts';

/** A region between two heights. */
export interface Slab {
  readonly fromMm: number;
  readonly toMm: number;
  readonly region: Region;
}
/** Storeys upon each other as one closed mesh: walls round each, floors and ceilings only where nothing lies behind them. */
export function stackedMesh(storeys: readonly Slab[]): Mesh {
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
  return stitched(weld({ xyz: Float64Array.from(xyz), corners }), GRID_MM);
}
