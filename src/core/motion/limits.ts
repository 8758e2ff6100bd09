/** What a machine's controller holds a program to. Axes are X, Y, Z, E. */
export interface MotionLimits {
  readonly accelerationMmPerS2: number;
  readonly travelAccelerationMmPerS2?: number;
  readonly instantSpeedChangeMmPerS: number;
  readonly junctionDeviationMm: number | null;
  readonly maxFeedMmPerS: readonly [number, number, number, number];
  readonly maxAccelerationMmPerS2: readonly [number, number, number, number];
  readonly filamentDiameterMm: number;
}

/** Example limits for a report without a machine; they belong to no real one. */
export const exampleLimits: MotionLimits = {
  accelerationMmPerS2: 1000,
  instantSpeedChangeMmPerS: 8,
  junctionDeviationMm: null,
  maxFeedMmPerS: [500, 500, 12, 120],
  maxAccelerationMmPerS2: [3000, 3000, 100, 10000],
  filamentDiameterMm: 1.75,
};
