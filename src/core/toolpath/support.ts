import { areaMm2, difference, intersection, offset, union, type Region } from '../geometry/clip.ts';
import type { Stepwise } from '../result/stepwise.ts';
import type { ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';

const SMALLEST_SUPPORT_MM2 = 2;

/** Columns from the plate, or from the part below, up to what leans too far; a gap is left below it. */
export function* buildingSupport(
  layers: readonly ToolpathLayer[],
  s: MeshToolpathSettings,
  angleDeg: number,
): Stepwise<Region[]> {
  const reach = Math.tan((Math.min(89, angleDeg) * Math.PI) / 180);
  const gapLayers = Math.max(1, Math.ceil(s.supportGapZMm / s.layerHeightMm - 1e-6));
  const out: Region[] = layers.map(() => []);
  let column: Region = [];
  for (let k = layers.length - 1; k >= 0; k--) {
    const above = layers[k + gapLayers];
    if (above && k + gapLayers > 0) {
      const below = layers[k + gapLayers - 1]!;
      const hanging =
        above.region === below.region ? [] : difference(above.region, offset(below.region, above.heightMm * reach));
      const grown = hanging.filter((ring) => ring.length >= 6);
      if (areaMm2(grown) > SMALLEST_SUPPORT_MM2 / 4) column = union(column, grown);
    }
    yield 1 - k / layers.length;
    if (column.length === 0) continue;
    const free = difference(column, offset(layers[k]!.region, s.supportGapXYMm));
    column = areaMm2(free) > SMALLEST_SUPPORT_MM2 ? free : [];
    out[k] = column;
  }
  if (s.supportOnPlateOnly)
    for (let k = 1; k < out.length; k++)
      if (out[k] !== out[k - 1]) {
        const held = out[k]!.length === 0 ? [] : intersection(out[k]!, out[k - 1]!);
        out[k] = areaMm2(held) > SMALLEST_SUPPORT_MM2 ? held : [];
      }
  return out;
}

export interface SupportParts {
  readonly column: Region;
  readonly contact: Region;
}
/** Support of a layer: what is close below the part, so many layers deep, and the columns under that. The first layer has none of the
 *  former. */
export function supportParts(supports: readonly Region[], k: number, contactLayers: number): SupportParts {
  const here = supports[k]!;
  const contact = k === 0 || here.length === 0 ? [] : difference(here, supports[k + contactLayers] ?? []);
  return { contact, column: contact.length === 0 ? here : difference(here, contact) };
}
