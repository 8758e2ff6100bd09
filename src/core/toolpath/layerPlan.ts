import { boundsOf, type Mesh } from '../mesh/mesh.ts';
import type { MeshToolpathSettings } from './settings.ts';

/** A layer before it is cut. */
export interface PlannedLayer {
  readonly zMm: number;
  readonly heightMm: number;
  /** Where the part is cut for it, by its own height; null where it is raft. */
  readonly cutMm: number | null;
}
type Plan = Pick<
  MeshToolpathSettings,
  'layerHeightMm' | 'firstLayerHeightMm' | 'minimumLayerHeightMm' | 'cuspMm' | 'raftLayers' | 'raftGapMm'
>;

/** Slopes are looked up in steps of this height; layers are as high as a whole number of them. */
const STEP_MM = 0.01;
/** What is flatter than this is a top or an underside: a layer ends there, and its edge stands out from nothing. */
const LEVEL = Math.cos((3 * Math.PI) / 180);

/** How high a part stands above the plate: on its raft, with the gap between. */
export const liftMm = ({ raftLayers, raftGapMm, firstLayerHeightMm, layerHeightMm }: Plan): number =>
  raftLayers > 0 ? round(firstLayerHeightMm + (raftLayers - 1) * layerHeightMm + raftGapMm) : 0;

/** Layers of parts that stand at height 0: those of their raft, and their own above. */
export function planLayers(meshes: readonly Mesh[], s: Plan): PlannedLayer[] {
  const raft = Array.from({ length: s.raftLayers }, (_, k): PlannedLayer => ({
    zMm: round(s.firstLayerHeightMm + k * s.layerHeightMm),
    heightMm: k === 0 ? s.firstLayerHeightMm : s.layerHeightMm,
    cutMm: null,
  }));
  const lift = liftMm(s);
  const first = s.raftLayers > 0 ? s.layerHeightMm : s.firstLayerHeightMm;
  const heightOf = s.cuspMm > 0 ? heightsBySlope(meshes, s) : () => s.layerHeightMm;
  const highest = Math.max(...meshes.map((m) => boundsOf(m).max[2]));
  return [...raft, ...layerHeights(highest, first, heightOf).map((l) => ({ ...l, zMm: round(l.zMm + lift) }))];
}

/** Tops, heights and cutting planes from height 0; a layer whose middle lies above the part is none. */
export function layerHeights(
  partMm: number,
  firstMm: number,
  heightOf: (fromMm: number) => number,
): (PlannedLayer & { readonly cutMm: number })[] {
  const out: (PlannedLayer & { readonly cutMm: number })[] = [];
  for (let from = 0; ; from = out.at(-1)!.zMm) {
    const heightMm = out.length === 0 ? firstMm : heightOf(from);
    const zMm = round(from + heightMm);
    const cutMm = zMm - heightMm / 2;
    if (cutMm >= partMm - 1e-9) return out;
    out.push({ zMm, heightMm, cutMm });
  }
}

/** How high a layer from a height on may be: its edge stands out from a slope by its height times the cosine of the slope's angle from
 *  level, and by no more than the cusp height wherever there is one. */
function heightsBySlope(
  meshes: readonly Mesh[],
  { layerHeightMm, minimumLayerHeightMm, cuspMm }: Plan,
): (fromMm: number) => number {
  const most = levelest(meshes, cuspMm / layerHeightMm);
  const thinnest = Math.min(minimumLayerHeightMm, layerHeightMm);
  return (from) => {
    let height = layerHeightMm;
    for (let at = Math.floor(from / STEP_MM + 1e-6); at * STEP_MM < from + height - 1e-9; at++) {
      const allowed = cuspMm / Math.max(1e-9, most[at] ?? 0);
      if (allowed < height) height = Math.max(thinnest, Math.floor(allowed / STEP_MM + 1e-6) * STEP_MM);
      if (height <= thinnest) return thinnest;
    }
    return round(height);
  };
}
/** For each step of height the most level slope in it, as the vertical share of its normal; 0 where none is above `from`. */
function levelest(meshes: readonly Mesh[], from: number): Float32Array {
  const highest = Math.max(...meshes.map((m) => boundsOf(m).max[2]));
  const out = new Float32Array(Math.ceil(highest / STEP_MM) + 1);
  for (const { xyz, corners } of meshes)
    for (let t = 0; t < corners.length; t += 3) {
      const [a, b, c] = [3 * corners[t]!, 3 * corners[t + 1]!, 3 * corners[t + 2]!];
      const [ux, uy, uz] = [xyz[b]! - xyz[a]!, xyz[b + 1]! - xyz[a + 1]!, xyz[b + 2]! - xyz[a + 2]!];
      const [vx, vy, vz] = [xyz[c]! - xyz[a]!, xyz[c + 1]! - xyz[a + 1]!, xyz[c + 2]! - xyz[a + 2]!];
      const nz = Math.abs(ux * vy - uy * vx);
      const share = nz / Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, nz);
      if (!(share > from) || share > LEVEL) continue;
      const [za, zb, zc] = [xyz[a + 2]!, xyz[b + 2]!, xyz[c + 2]!];
      const high = Math.floor(Math.max(za, zb, zc) / STEP_MM);
      for (let k = Math.max(0, Math.floor(Math.min(za, zb, zc) / STEP_MM)); k <= high; k++)
        if (share > out[k]!) out[k] = share;
    }
  return out;
}
const round = (v: number): number => Number(v.toFixed(6));
