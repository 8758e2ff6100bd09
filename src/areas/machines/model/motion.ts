import { exampleLimits, type MotionLimits } from '../../../core/motion/limits.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';

/** Motion limits of a machine from its printer profile's values. */
export function motionLimitsOf(v: Values): MotionLimits {
  const n = (key: string, fallback: number) => numberOf(v, key) ?? fallback;
  const acceleration = n('accelerationMmPerS2', exampleLimits.accelerationMmPerS2);
  const feed = exampleLimits.maxFeedMmPerS;
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
    maxAccelerationMmPerS2: exampleLimits.maxAccelerationMmPerS2,
    filamentDiameterMm: n('diameterMm', 1.75),
  };
}
