import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';
import type { HeadSettings } from './programWriter.ts';
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
