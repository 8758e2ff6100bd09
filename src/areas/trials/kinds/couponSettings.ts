import type { CouponSettings } from '../../../core/toolpath/couponSettings.ts';
import { bedEdgeOf, dialectOf, pressureCommandOf, plateZonesOf } from '../../machines/model/dialect.ts';
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
    dialect: dialectOf(v),
    travelMm: [n('travelXMm'), n('travelYMm'), n('travelZMm')],
    bedShape: v['bedShape'] === 'round' ? 'round' : 'rectangle',
    ...bedEdgeOf(v),
    zonesMm: plateZonesOf(v),
    filamentDiameterMm: n('diameterMm', 1.75),
    nozzleC,
    nozzleFirstC: Math.min(n('nozzleFirstC', nozzleC), hot),
    bedC: Math.min(n('bedC'), n('bedMaxC', Infinity)),
    chamberC: numberOf(v, 'chamberMaxC') === null ? null : numberOf(v, 'chamberC'),
    standbyC: numberOf(v, 'standbyC'),
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
    accelerationMmPerS2: numberOf(v, 'accelerationMmPerS2'),
    retractionMm: n('retractionMm'),
    retractionMmPerS: n('retractionMmPerS', 35),
    liftMm: n('liftMm'),
    refillMm: n('refillMm'),
    lowestLayerTimeS: n('lowestLayerTimeS', 10),
    skirtLoops: n('skirtLoops', 1),
    skirtGapMm: n('skirtGapMm', 5),
    skirtLeastMm: n('skirtLeastMm', 10),
    zOffsetMm: n('zOffsetMm'),
    motion: motionLimitsOf(v),
    pressureCommand: pressureCommandOf(v),
    pressureS: n('pressureS'),
    heads: n('heads', 1),
    headOffsetMm: [n('headOffsetXMm'), n('headOffsetYMm')],
  };
}
