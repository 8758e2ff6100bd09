import type { LayerMotion } from './sequence.ts';

/** How layers are shown: the screen, and light and motion of each. */
export interface StackSettings {
  readonly title: string;
  readonly pixelMm: readonly [x: number, y: number];
  readonly pixels: readonly [x: number, y: number];
  readonly layerMm: number;
  readonly samples: number;
  readonly lowestGrey: number;
  /** Every outline is moved inward by so much. */
  readonly compensationMm: number;
  readonly exposureS: number;
  readonly bottomExposureS: number;
  readonly bottomLayers: number;
  readonly transitionLayers: number;
  readonly motion: LayerMotion;
}
