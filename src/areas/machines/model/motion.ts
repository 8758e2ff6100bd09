import { readOutline, readRectangles } from '../../../core/gcode/bed.ts';
import { readMacros, type ProgramReading } from '../../../core/gcode/reading.ts';
import { exampleLimits, type MotionLimits, type WarmingRates } from '../../../core/motion/limits.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';

/** Motion limits of a machine from its printer profile's values. */
export function motionLimitsOf(v: Values): MotionLimits {
  const n = (key: string, fallback: number) => numberOf(v, key) ?? fallback;
  const acceleration = n('accelerationMmPerS2', exampleLimits.accelerationMmPerS2);
  const feed = exampleLimits.maxFeedMmPerS;
  const most = exampleLimits.maxAccelerationMmPerS2;
  return {
    accelerationMmPerS2: acceleration,
    travelAccelerationMmPerS2: n('travelAccelerationMmPerS2', acceleration),
    instantSpeedChangeMmPerS: n('instantSpeedChangeMmPerS', exampleLimits.instantSpeedChangeMmPerS),
    junctionDeviationMm: null,
    maxFeedMmPerS: [
      n('maxFeedXMmPerS', feed[0]),
      n('maxFeedYMmPerS', feed[1]),
      n('maxFeedZMmPerS', feed[2]),
      n('maxFeedEMmPerS', feed[3]),
    ],
    maxAccelerationMmPerS2: [
      n('maxAccelerationXMmPerS2', most[0]),
      n('maxAccelerationYMmPerS2', most[1]),
      n('maxAccelerationZMmPerS2', most[2]),
      n('maxAccelerationEMmPerS2', most[3]),
    ],
    filamentDiameterMm: n('diameterMm', 1.75),
    ...warmingOf(v),
    ...readingOf(v),
  };
}

function warmingOf(v: Values): { warms?: WarmingRates } {
  const [nozzle, bed, chamber] = ['nozzleWarmsCPerS', 'bedWarmsCPerS', 'chamberWarmsCPerS'].map((key) =>
    numberOf(v, key),
  );
  const warms: WarmingRates = {
    ...(nozzle && { nozzleCPerS: nozzle }),
    ...(bed && { bedCPerS: bed }),
    ...(chamber && { chamberCPerS: chamber }),
  };
  return Object.keys(warms).length > 0 ? { warms } : {};
}

/** How its controller reads programs, where that differs from the plain one. */
function readingOf(v: Values): { reads?: ProgramReading } {
  const n = (key: string) => numberOf(v, key);
  const [w, d, own] = [n('travelXMm'), n('travelYMm'), n('ownRetractionMm')];
  const text = (key: string): string => (typeof v[key] === 'string' ? v[key] : '');
  const words = readMacros(text('controllerWords')).macros;
  const outline = readOutline(text('bedOutline')).found;
  const purgePlaces = readRectangles(text('purgePlaces')).found;
  const zones = readRectangles(text('unprintableZones')).found;
  const reads: ProgramReading = {
    ...(v['volumetricFilament'] === true && { filamentIn: 'mm³' }),
    ...(v['speedLimitsPerMinute'] === true && { areFeedLimitsPerMinute: true }),
    ...(own !== null && { ownRetraction: { mm: own, mmPerS: n('ownRetractionMmPerS') ?? 0 } }),
    ...(Object.keys(words).length > 0 && { macros: words }),
    ...(v['bedShape'] === 'round' &&
      w !== null &&
      d !== null && {
        roundBed: {
          x: (n('lowestXMm') ?? 0) + w / 2,
          y: (n('lowestYMm') ?? 0) + d / 2,
          radiusMm: Math.min(w, d) / 2,
        },
      }),
    ...(v['bedShape'] === 'outline' && outline.length >= 3 && { bedOutline: outline }),
    ...(purgePlaces.length > 0 && { purgePlaces }),
    ...(zones.length > 0 && { zones }),
  };
  return Object.keys(reads).length > 0 ? { reads } : {};
}
