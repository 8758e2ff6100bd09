import type { Lay, ToolpathSettings } from '../../../core/toolpath/referencePart.ts';
import { findSetting } from '../settings/catalogue.ts';
import { numberOf, type Setting, type Values } from '../settings/define.ts';

const SOLID_LAYERS = 4; // common practice, no source: at least four where a part is sanded
const NEEDED = [
  'layerHeightMm',
  'firstLayerHeightMm',
  'walls',
  'infillPercent',
  'travelSpeedMmPerS',
  'visibleWallSpeedMmPerS',
  'lineWidthMm',
  'densityGPerCm3',
] as const;

/** The first setting without which nothing can be laid; null where nothing is missing. */
export const layWants = (v: Values): Setting | null => {
  const key = NEEDED.find((k) => numberOf(v, k) === null);
  return key ? findSetting(key)! : null;
};
/** The same, as a person calls it. */
export const layMissing = (v: Values): string | null => layWants(v)?.label.toLowerCase() ?? null;

/** How one kind of line is laid. */
export const layOf = (v: Values, kind: string): Lay => {
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  return {
    widthMm: n(`${kind}WidthMm`, n('lineWidthMm')),
    speedMmPerS: n(`${kind}SpeedMmPerS`, n('visibleWallSpeedMmPerS')),
    accelerationMmPerS2: n(`${kind}AccelerationMmPerS2`, n('accelerationMmPerS2', 1000)),
  };
};

/** How a part is laid under effective values. */
export function laySettingsOf(v: Values): ToolpathSettings {
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  return {
    layerHeightMm: n('layerHeightMm'),
    firstLayerHeightMm: n('firstLayerHeightMm'),
    walls: n('walls'),
    solidLayers: n('solidLayers', SOLID_LAYERS),
    infillPercent: n('infillPercent'),
    travelSpeedMmPerS: n('travelSpeedMmPerS'),
    retractionMm: n('retractionMm'),
    retractionMmPerS: n('retractionMmPerS', 35),
    flow: n('flow', 1),
    filamentDiameterMm: n('diameterMm', 1.75),
    nozzleC: n('nozzleC'),
    bedC: n('bedC'),
    visibleWall: layOf(v, 'visibleWall'),
    hiddenWall: layOf(v, 'hiddenWall'),
    fill: layOf(v, 'fill'),
    solidFill: layOf(v, 'solidFill'),
    topSurface: layOf(v, 'topSurface'),
    firstLayer: layOf(v, 'firstLayer'),
  };
}
