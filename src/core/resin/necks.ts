import { curvatureBias } from '../fitting/bend.ts';
import { fiellerInterval, fitLine } from '../fitting/leastSquares.ts';
import { coverageFactor } from '../fitting/statistics.ts';
import { fail, succeed, type Result } from '../result/result.ts';

export interface NeckReading {
  /** Light the row had: seconds, or seconds times the share of the place. */
  readonly light: number;
  /** Thickness at which necks of the row begin to part: between the thickest that parted and the thinnest that held. */
  readonly partsMm: number;
}
export interface NeckFit {
  /** Thickness below which necks part at the light asked for, mm. */
  readonly partsMm: number;
  readonly interval: readonly [number, number];
  /** Fall of that thickness, mm per e-fold of light. */
  readonly fallPerEFold: number;
  /** Light from which a neck of the thickness asked for holds; null where the rows do not tell. */
  readonly holdsFrom: number | null;
  readonly holdsFromInterval: readonly [number, number] | null;
}
export const FEWEST_ROWS = 4;
/** How far the line may bend, mm per squared e-fold, one standard deviation. Common practice, no source; type B. */
const BEND_MM = 0.01;
const NORMAL_95 = 1.96;

/** At which thickness support necks part against ln light: a least-squares line, its value at one light with its 95 % interval (t and a
 *  bend in squares: JCGM 100:2008, 5.1.2), and the light from which a neck of one thickness holds (Fieller 1954). */
export function fitNecks(readings: readonly NeckReading[], light: number, neckMm: number): Result<NeckFit> {
  if (readings.some((r) => !(r.light > 0) || !(r.partsMm > 0) || !Number.isFinite(r.partsMm)))
    return fail({ code: 'reading', what: 'An exposure or a thickness cannot be', todo: 'look through the readings' });
  const lights = new Set(readings.map((r) => r.light)).size;
  if (lights < FEWEST_ROWS)
    return fail({
      code: 'tooFew',
      what: `${lights} exposures have a neck that parted and one that held; ${FEWEST_ROWS} are needed`,
      todo: 'pull the rows of more exposures',
    });
  const x = readings.map((r) => Math.log(r.light));
  const fit = fitLine(
    x,
    readings.map((r) => r.partsMm),
  );
  if (!fit.ok) return fit;
  const [b, slope] = fit.value.coefficients as [number, number];
  const { covariance: c, degreesOfFreedom } = fit.value;
  const factor = coverageFactor(degreesOfFreedom);
  if (slope + factor * Math.sqrt(c[1]![1]!) >= 0)
    return fail({
      code: 'noFall',
      what: 'Necks do not surely grow stronger with the exposure',
      todo: 'see that rows and exposures belong together, or spread the exposures wider',
    });
  const at = Math.log(light);
  const partsMm = b + slope * at;
  const mean = Math.sqrt(Math.max(0, c[0]![0]! + 2 * at * c[0]![1]! + at * at * c[1]![1]!));
  const half = Math.hypot(factor * mean, NORMAL_95 * BEND_MM * curvatureBias(x, at));
  const root = fiellerInterval(neckMm - b, slope, c[0]![0]!, c[1]![1]!, -c[0]![1]!, degreesOfFreedom);
  return succeed({
    partsMm,
    interval: [partsMm - half, partsMm + half],
    fallPerEFold: -slope,
    holdsFrom: root ? Math.exp((neckMm - b) / slope) : null,
    holdsFromInterval: root ? [Math.exp(root[0]), Math.exp(root[1])] : null,
  });
}
