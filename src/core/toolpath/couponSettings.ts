import { type Dialect } from '../gcode/write.ts';
import type { MotionLimits } from '../motion/limits.ts';

/** What any coupon is laid with: effective values of one recipe on one machine. */
export interface CouponSettings {
  readonly title: string;
  readonly dialect: Dialect;
  readonly startBlock: string;
  readonly endBlock: string;
  readonly travelMm: readonly [number, number, number];
  readonly bedShape: 'rectangle' | 'round';
  /** Rectangles where nothing can be printed, mm. */
  readonly zonesMm: readonly (readonly [x0: number, y0: number, x1: number, y1: number])[];
  readonly filamentDiameterMm: number;
  readonly nozzleC: number;
  readonly nozzleFirstC: number;
  readonly bedC: number;
  /** Null where the machine cannot heat its chamber, or the recipe does not ask for it. */
  readonly chamberC: number | null;
  readonly fanPercent: number;
  readonly layerHeightMm: number;
  readonly firstLayerHeightMm: number;
  readonly lineWidthMm: number;
  readonly flow: number;
  readonly wallSpeedMmPerS: number;
  readonly fillSpeedMmPerS: number;
  readonly bridgeSpeedMmPerS: number;
  readonly firstLayerSpeedMmPerS: number;
  readonly travelSpeedMmPerS: number;
  /** Null leaves the machine's own. */
  readonly accelerationMmPerS2: number | null;
  readonly retractionMm: number;
  readonly retractionMmPerS: number;
  readonly liftMm: number;
  readonly refillMm: number;
  readonly lowestLayerTimeS: number;
  readonly skirtLoops: number;
  readonly skirtGapMm: number;
  /** Added to every height: what a first-layer trial proved. */
  readonly zOffsetMm: number;
  readonly motion: MotionLimits;
  /** The machine's own command that sets the pressure factor, with {value}; null where it has none. */
  readonly pressureCommand: string | null;
  /** Factor in force where a coupon does not try one. */
  readonly pressureS: number;
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
