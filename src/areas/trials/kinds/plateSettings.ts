import { lightShareAt } from '../../../core/resin/lightMap.ts';
import type { LayerMotion } from '../../../core/resin/sequence.ts';
import { motionOf } from '../../library/model/resinMotion.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';

/** Values without which no plate can be made. */
export const PLATE_NEEDS = [
  'travelXMm',
  'travelYMm',
  'travelZMm',
  'pixelMm',
  'screenPixelsX',
  'screenPixelsY',
  'resinLayerMm',
  'exposureS',
  'exposureBottomS',
  'liftFirstMm',
  'liftFirstMmPerS',
] as const;

/** What a plate is made with: the screen, and the recipe's layers and motion. */
export interface PlateSettings {
  readonly title: string;
  readonly pixelMm: readonly [x: number, y: number];
  readonly pixels: readonly [x: number, y: number];
  /** Part of the screen that the plate covers. */
  readonly roomMm: readonly [x: number, y: number, z: number];
  readonly takesSubExposures: boolean;
  readonly layerMm: number;
  readonly samples: number;
  readonly lowestGrey: number;
  readonly compensationMm: number;
  readonly exposureS: number;
  readonly bottomExposureS: number;
  readonly bottomLayers: number;
  readonly transitionLayers: number;
  readonly motion: LayerMotion;
  /** Light at a place over its mean, −1 to 1 each way, by the last light map; 1 everywhere where there is none. */
  readonly lightShare: (x: number, y: number) => number;
}

export function plateSettingsOf(v: Values, title: string, light: readonly number[] | null = null): PlateSettings {
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  const pixelMm = [n('pixelMm'), n('pixelYMm', n('pixelMm'))] as const;
  const pixels = [n('screenPixelsX'), n('screenPixelsY')] as const;
  return {
    title,
    pixelMm,
    pixels,
    roomMm: [
      Math.min(n('travelXMm'), pixels[0] * pixelMm[0]),
      Math.min(n('travelYMm'), pixels[1] * pixelMm[1]),
      n('travelZMm'),
    ],
    takesSubExposures: v['subExposures'] !== false,
    layerMm: n('resinLayerMm'),
    samples: Math.min(n('samplesPerPixel', 2), n('samplesPerPixelMost', 4)),
    lowestGrey: n('lowestGrey'),
    compensationMm: n('contourCompensationMm'),
    exposureS: n('exposureS'),
    bottomExposureS: n('exposureBottomS'),
    bottomLayers: n('bottomLayers', 4),
    transitionLayers: n('transitionLayers'),
    motion: motionOf(v),
    lightShare: (x, y) => (light ? lightShareAt(light, x, y) : 1),
  };
}
