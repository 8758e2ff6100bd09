import type { StackSettings } from './stackSettings.ts';

/** A screen of 40 × 40 mm and plain light, for tests. */
export const plainStack: StackSettings = {
  title: 'plain',
  pixelMm: [0.05, 0.05],
  pixels: [800, 800],
  layerMm: 0.05,
  samples: 1,
  lowestGrey: 0,
  compensationMm: 0,
  exposureS: 2.5,
  bottomExposureS: 25,
  bottomLayers: 5,
  transitionLayers: 5,
  motion: {
    lift: [{ mm: 6, mmPerS: 1 }],
    return: [{ mm: 6, mmPerS: 2 }],
    pauseBeforeLiftS: 0.5,
    pauseAtTopS: 0,
    pauseBeforeExposureS: 1,
  },
};
