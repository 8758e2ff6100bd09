import type { Corner } from '../gcode/bed.ts';
import type { MotionLimits } from '../motion/limits.ts';
import type { HeadSettings, ProgramSettings } from './programWriter.ts';

/** What any coupon is laid with: effective values of one recipe on one machine. */
export interface CouponSettings extends HeadSettings, ProgramSettings {
  readonly travelMm: readonly [number, number, number];
  readonly bedShape: 'rectangle' | 'round';
  /** Corners of a plate of another shape, as it lies within the travel. */
  readonly bedOutline?: readonly Corner[];
  /** Rectangles where nothing can be printed, mm. */
  readonly zonesMm: readonly (readonly [x0: number, y0: number, x1: number, y1: number])[];
  readonly layerHeightMm: number;
  readonly firstLayerHeightMm: number;
  readonly wallSpeedMmPerS: number;
  readonly fillSpeedMmPerS: number;
  readonly bridgeSpeedMmPerS: number;
  readonly firstLayerSpeedMmPerS: number;
  /** Null leaves the machine's own. */
  readonly accelerationMmPerS2: number | null;
  readonly lowestLayerTimeS: number;
  readonly skirtLoops: number;
  readonly skirtGapMm: number;
  readonly skirtLeastMm: number;
  readonly motion: MotionLimits;
  readonly heads: number;
  /** Added to places printed by the second head. */
  readonly headOffsetMm: Point;
  /** Whether it is laid after another in the same program: the filament is pulled back when it begins. */
  readonly isContinued?: boolean;
  /** Whether another is laid after it in the same program: the chamber stays warm. */
  readonly isFollowed?: boolean;
  /** Place it should stand nearest to; the middle of the bed if not said. */
  readonly nearMm?: Point;
}
export type Point = readonly [number, number];
