import { areaMm2, intersection, type Box, type Region, type Ring } from '../geometry/clip.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';
import type { HeadSettings } from './programWriter.ts';
import type { Heads } from './heads.ts';
import type { MeshToolpathSettings } from './settings.ts';

interface Skirt {
  readonly skirtLoops: number;
  readonly skirtGapMm: number;
  /** Filament that a skirt takes at least. */
  readonly skirtLeastMm: number;
}

/** Loops of a skirt whose innermost is so long: as many as are wanted, and more until they take the least filament. None where none are
 *  wanted. */
export function skirtLoopsFor(
  { skirtLoops, skirtLeastMm, flow, filamentDiameterMm }: Skirt & Pick<HeadSettings, 'flow' | 'filamentDiameterMm'>,
  { widthMm, heightMm, loopMm }: { readonly widthMm: number; readonly heightMm: number; readonly loopMm: number },
): number {
  if (skirtLoops === 0 || !(loopMm > 0)) return 0;
  const fedMm =
    (flow * beadAreaMm2(Math.max(widthMm, heightMm), heightMm) * loopMm) / filamentAreaMm2(filamentDiameterMm);
  return Math.max(skirtLoops, Math.ceil(skirtLeastMm / fedMm - 1e-9));
}

/** How far brim, skirt and draught screen reach round something whose outline is at least so long. */
export function roundMm(s: MeshToolpathSettings, outlineMm: number): number {
  const { widthMm } = s.firstLayer;
  const screenMm = s.draughtScreenMm > 0 ? s.skirtGapMm + widthMm : 0;
  if (s.brimMm > 0) return s.brimGapMm + s.brimMm + screenMm;
  const heightMm = s.firstLayerHeightMm;
  const loops = skirtLoopsFor(s, { widthMm, heightMm, loopMm: outlineMm });
  const step = beadSpacingMm(Math.max(widthMm, heightMm), heightMm);
  return loops > 0 ? s.skirtGapMm + (loops - 1) * step + widthMm : screenMm;
}

/** The same round a part, whose raft reaches beyond it. */
export const roundPartMm = (s: MeshToolpathSettings, outlineMm: number): number =>
  (s.raftLayers > 0 ? s.raftReachMm : 0) + roundMm(s, outlineMm);

/** Between what is laid beside a part and everything else, and to the edge of the plate. */
const BESIDE_MM = 3;
export const rectangle = (x: number, y: number, w: number, d: number): Ring =>
  Float64Array.from([x - w / 2, y - d / 2, x + w / 2, y - d / 2, x + w / 2, y + d / 2, x - w / 2, y + d / 2]);

/** Middle of a free place of a size beside everything that is laid: behind it, right, left or before; null where none is. Brim or skirt
 *  goes round it too. */
export function freePlaceBeside(
  [x0, x1, y0, y1]: Box,
  [width, depth]: readonly [number, number],
  s: MeshToolpathSettings,
  { plateMm, zonesMm }: Pick<Heads, 'plateMm' | 'zonesMm'>,
): readonly [x: number, y: number] | null {
  const round = roundMm(s, 2 * (width + depth));
  const edgeMm = BESIDE_MM + round;
  const away = BESIDE_MM + (s.brimMm > 0 ? s.brimGapMm + s.brimMm : 0);
  const [middleX, middleY] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const places: readonly (readonly [number, number])[] = [
    [middleX, y1 + away + depth / 2],
    [x1 + away + width / 2, middleY],
    [x0 - away - width / 2, middleY],
    [middleX, y0 - away - depth / 2],
  ];
  const isFree = ([x, y]: readonly [number, number]): boolean => {
    if (x - width / 2 < edgeMm || x + width / 2 > plateMm[0] - edgeMm) return false;
    if (y - depth / 2 < edgeMm || y + depth / 2 > plateMm[1] - edgeMm) return false;
    const field: Region = [rectangle(x, y, width + 2 * round, depth + 2 * round)];
    return zonesMm.every(
      ([a, b, c, d]) =>
        areaMm2(intersection(field, [rectangle((a + c) / 2, (b + d) / 2, Math.abs(c - a), Math.abs(d - b))])) === 0,
    );
  };
  return places.find(isFree) ?? null;
}
