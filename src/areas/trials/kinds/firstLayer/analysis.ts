import { fitPlane } from '../../../../core/fitting/leastSquares.ts';
import { combineUncertainty, coverageFactor } from '../../../../core/fitting/statistics.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';

export const FIRST_LAYER_METHOD = { name: 'plane through the thickness of patches', version: 1 } as const;
export const FEWEST_PLACES = 5;
export interface Patch {
  readonly xMm: number;
  readonly yMm: number;
  readonly thicknessMm: number;
}
/** `offsetMm` is what to add to the height; a tilt is positive where patches grow thicker along the axis. */
export interface PlaneFit {
  readonly offsetMm: number;
  readonly offsetInterval: readonly [number, number];
  readonly tiltX: number;
  readonly tiltXInterval: readonly [number, number];
  readonly tiltY: number;
  readonly tiltYInterval: readonly [number, number];
  readonly flatnessMm: number;
  readonly leanMm: number;
}

/** Height offset in the middle of the measured places, lean per axis in mm per 100 mm with 95 % intervals, flatness as the span of
 *  what the plane leaves. The instrument's own error is common to all readings: it moves the height and no lean (JCGM 100, type B). */
export function analyseFirstLayer(patches: readonly Patch[], wantedMm: number, calibrationUMm = 0): Result<PlaneFit> {
  if (patches.some((p) => !(p.thicknessMm > 0)))
    return fail({ code: 'negative', what: 'A thickness is not above zero', todo: 'look through the readings' });
  const places = new Set(patches.map((p) => `${p.xMm}/${p.yMm}`)).size;
  if (places < FEWEST_PLACES)
    return fail({
      code: 'tooFew',
      what: `${places} places are measured of at least ${FEWEST_PLACES}`,
      todo: 'measure the others',
    });
  const odd = patches.find((p) => p.thicknessMm > 4 * wantedMm);
  if (odd)
    return fail({
      code: 'absurd',
      what: `${odd.thicknessMm} mm read where ${wantedMm} mm were laid`,
      todo: 'check the unit',
    });
  const cx = mean(patches.map((p) => p.xMm));
  const cy = mean(patches.map((p) => p.yMm));
  const fit = fitPlane(
    patches.map((p) => (p.xMm - cx) / 100),
    patches.map((p) => (p.yMm - cy) / 100),
    patches.map((p) => p.thicknessMm),
  );
  if (!fit.ok)
    return fail({
      ...fit.failure,
      what: 'The places lie on one line; a plane cannot be told',
      todo: 'measure places across the bed',
    });
  const [c, a, b] = fit.value.coefficients as [number, number, number];
  const t = coverageFactor(fit.value.degreesOfFreedom);
  const [, ha, hb] = fit.value.standardErrors.map((s) => t * s) as [number, number, number];
  const height = combineUncertainty([
    { u: fit.value.standardErrors[0]!, degreesOfFreedom: fit.value.degreesOfFreedom },
    { u: calibrationUMm, degreesOfFreedom: Infinity },
  ]);
  const hc = height.u * coverageFactor(height.degreesOfFreedom);
  const span = (v: readonly number[]): number => (Math.max(...v) - Math.min(...v)) / 100;
  return succeed({
    offsetMm: wantedMm - c,
    offsetInterval: [wantedMm - c - hc, wantedMm - c + hc],
    tiltX: a,
    tiltXInterval: [a - ha, a + ha],
    tiltY: b,
    tiltYInterval: [b - hb, b + hb],
    flatnessMm: Math.max(...fit.value.residuals) - Math.min(...fit.value.residuals),
    leanMm: Math.abs(a) * span(patches.map((p) => p.xMm)) + Math.abs(b) * span(patches.map((p) => p.yMm)),
  });
}
const mean = (v: readonly number[]): number => v.reduce((s, x) => s + x, 0) / v.length;
