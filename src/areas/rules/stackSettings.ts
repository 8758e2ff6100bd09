import type { SupportShape } from '../../core/resin/supports.ts';
import type { StackSettings } from '../../core/resin/stackSettings.ts';
import { motionMissing, motionOf } from '../library/model/resinMotion.ts';
import { askedFor, missingText } from './askedFor.ts';
import { findSetting } from '../library/settings/catalogue.ts';
import { numberOf, type Values } from '../library/settings/define.ts';
import type { NotApplied } from './applied.ts';

/** Without these no layers can be made. */
export const STACK_NEEDS = [
  'pixelMm',
  'screenPixelsX',
  'screenPixelsY',
  'resinLayerMm',
  'exposureS',
  'exposureBottomS',
  'liftFirstMm',
  'liftFirstMmPerS',
] as const;

/** What is missing for layers, in words; null where nothing is. */
export function stackWants(v: Values): string | null {
  const missing = STACK_NEEDS.find((key) => numberOf(v, key) === null);
  if (missing) return missingText(missing);
  return motionMissing(motionOf(v));
}

const DEFAULT_TIP_MM = 0.4;

/** Supports as the recipe has their tips; the rest grows with them (common practice, no source). */
export function supportShapeOf(v: Values): SupportShape {
  const tipMm = numberOf(v, 'supportTipMm') ?? DEFAULT_TIP_MM;
  return { tipMm, shaftMm: Math.max(0.9, 2 * tipMm), footMm: Math.max(3, 6 * tipMm), coneMm: 2, depthMm: 0.2 };
}

/** Effective values that layers made here hold. */
export const appliedToLayers = (v: Values, hasSupports: boolean): Values =>
  askedFor(v, (watched) => {
    stackSettingsOf(watched, '');
    if (hasSupports) supportShapeOf(watched);
  });
/** What of the recipe they do not hold, and why. */
export const notAppliedToLayers = (v: Values, hasSupports: boolean): readonly NotApplied[] =>
  (
    [
      ...(hasSupports ? [] : [['supportTipMm', 'no supports are made'] as const]),
      ['importedDelayS', 'pauses and stages of the recipe are used instead of a single delay'],
    ] as const
  ).flatMap(([key, why]) => (key in v ? [{ setting: key, label: findSetting(key)!.label, why }] : []));

/** How layers are shown under a recipe's effective values. */
export function stackSettingsOf(v: Values, title: string): StackSettings {
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  return {
    title,
    pixelMm: [n('pixelMm'), n('pixelYMm', n('pixelMm'))],
    pixels: [n('screenPixelsX'), n('screenPixelsY')],
    layerMm: n('resinLayerMm'),
    samples: Math.min(n('samplesPerPixel', 2), n('samplesPerPixelMost', 4)),
    lowestGrey: n('lowestGrey'),
    compensationMm: n('contourCompensationMm'),
    exposureS: n('exposureS'),
    bottomExposureS: n('exposureBottomS'),
    bottomLayers: n('bottomLayers', 4),
    transitionLayers: n('transitionLayers'),
    motion: motionOf(v),
  };
}
