import type { CouponSettings } from '../../../core/toolpath/couponPath.ts';
import { motionLimitsOf } from '../../machines/model/motion.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';

/** Values without which no coupon can be laid. */
export const COUPON_NEEDS = [
  'travelXMm',
  'travelYMm',
  'travelZMm',
  'nozzleC',
  'bedC',
  'layerHeightMm',
  'lineWidthMm',
  'visibleWallSpeedMmPerS',
  'densityGPerCm3',
] as const;
/** Longest bridge speed a coupon uses is the recipe's; where there is none, that of the wall. */
const ARCS = { 'by centre': 'ij', 'by radius': 'r' } as const;

/** Settings of a coupon from the effective values of a recipe, heat kept within what tool and printer bear. */
export function couponSettingsOf(v: Values, title: string): CouponSettings {
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  const wall = n('visibleWallSpeedMmPerS', 40);
  const hot = n('hotEndMaxC', Infinity);
  const nozzleC = Math.min(n('nozzleC'), hot);
  return {
    title,
    startBlock: String(v['startBlock']),
    endBlock: typeof v['endBlock'] === 'string' ? v['endBlock'] : 'M104 S0\nM140 S0',
    dialect: {
      relativeE: v['relativeFilament'] !== false,
      volumetricE: v['volumetricFilament'] === true,
      arcs: ARCS[v['arcs'] as 'by centre'] ?? 'none',
      firmwareRetract: v['firmwareRetract'] === true,
      lineLength: 96,
    },
    travelMm: [n('travelXMm'), n('travelYMm'), n('travelZMm')],
    bedShape: v['bedShape'] === 'round' ? 'round' : 'rectangle',
    zonesMm: zonesOf(typeof v['unprintableZones'] === 'string' ? v['unprintableZones'] : ''),
    filamentDiameterMm: n('diameterMm', 1.75),
    nozzleC,
    nozzleFirstC: Math.min(n('nozzleFirstC', nozzleC), hot),
    bedC: Math.min(n('bedC'), n('bedMaxC', Infinity)),
    fanPercent: n('fanPercent'),
    layerHeightMm: n('layerHeightMm'),
    firstLayerHeightMm: n('firstLayerHeightMm', n('layerHeightMm')),
    lineWidthMm: n('lineWidthMm'),
    flow: n('flow', 1),
    wallSpeedMmPerS: wall,
    fillSpeedMmPerS: n('solidFillSpeedMmPerS', wall),
    bridgeSpeedMmPerS: n('bridgeSpeedMmPerS', wall),
    firstLayerSpeedMmPerS: n('firstLayerSpeedMmPerS', 20),
    travelSpeedMmPerS: n('travelSpeedMmPerS', 130),
    retractionMm: n('retractionMm'),
    retractionMmPerS: n('retractionMmPerS', 35),
    liftMm: n('liftMm'),
    refillMm: n('refillMm'),
    lowestLayerTimeS: n('lowestLayerTimeS', 10),
    skirtLoops: n('skirtLoops', 1),
    skirtGapMm: n('skirtGapMm', 5),
    zOffsetMm: n('zOffsetMm'),
    motion: motionLimitsOf(v),
    pressureCommand:
      typeof v['pressureCommand'] === 'string' && v['pressureCommand'].includes('{value}')
        ? v['pressureCommand']
        : null,
    pressureS: n('pressureS'),
    heads: n('heads', 1),
    headOffsetMm: [n('headOffsetXMm'), n('headOffsetYMm')],
  };
}

/** Zones as they are typed, "0 0 30 12; 200 0 230 12"; what is not four figures is left out. */
export const zonesOf = (text: string): (readonly [number, number, number, number])[] =>
  text
    .split(';')
    .map((z) => z.trim().split(/\s+/).map(Number))
    .filter((z) => z.length === 4 && z.every(Number.isFinite))
    .map((z) => [z[0]!, z[1]!, z[2]!, z[3]!]);
