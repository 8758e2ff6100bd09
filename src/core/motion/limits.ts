import type { ProgramReading } from '../gcode/reading.ts';

/** What a machine's controller holds a program to. Axes are X, Y, Z, E. */
export interface MotionLimits {
  readonly accelerationMmPerS2: number;
  readonly travelAccelerationMmPerS2?: number;
  readonly instantSpeedChangeMmPerS: number;
  readonly junctionDeviationMm: number | null;
  readonly maxFeedMmPerS: readonly [number, number, number, number];
  readonly maxAccelerationMmPerS2: readonly [number, number, number, number];
  readonly filamentDiameterMm: number;
  /** How fast it warms, where somebody has measured it. */
  readonly warms?: WarmingRates;
  /** How it reads programs; as plainly as can be where nothing is said. */
  readonly reads?: ProgramReading;
}

/** How fast a machine warms on the way to a printing temperature, °C/s. */
export interface WarmingRates {
  readonly nozzleCPerS?: number;
  readonly bedCPerS?: number;
  readonly chamberCPerS?: number;
}

/** Limits for a report without a machine, and where a printer profile states none: neutral figures of our own that belong to no machine. */
export const exampleLimits: MotionLimits = {
  accelerationMmPerS2: 1100,
  instantSpeedChangeMmPerS: 7,
  junctionDeviationMm: null,
  maxFeedMmPerS: [280, 280, 9, 70],
  maxAccelerationMmPerS2: [2400, 2400, 180, 4200],
  filamentDiameterMm: 1.75,
};
