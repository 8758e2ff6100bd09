import { curvatureBias } from '../fitting/bend.ts';
import { fiellerInterval, fitLine } from '../fitting/leastSquares.ts';
import { fail, succeed, type Result } from '../result/result.ts';

export interface GrowthReading {
  /** Light it had: seconds, or mJ/cm² where the light map is known. */
  readonly light: number;
  readonly feature: 'bar' | 'slot';
  readonly nominalMm: number;
  readonly measuredMm: number;
}
export interface GrowthFit {
  /** Light at which a contour stays where it was drawn. */
  readonly value: number;
  readonly interval: readonly [number, number];
  /** The same as far as the readings alone scatter, and what one standard deviation of bend moves ln light by: a bend is common to all
   *  ladders of a printer and resin. */
  readonly readingInterval: readonly [number, number];
  readonly bendShift: number;
  /** Growth of a contour, mm per e-fold of light. */
  readonly perEFold: number;
  /** Mean of bar and slot errors: what the measuring itself adds. */
  readonly biasMm: number;
  readonly points: readonly (readonly [light: number, growthMm: number])[];
  readonly bestAtEnd: 'first' | 'last' | null;
}
export const FEWEST_LIGHTS = 4;
/** Growth is a line on ln light only nearly: how far it may bend, mm per squared e-fold, one standard deviation. Common practice, no
 *  source; a type B component, which more readings do not make smaller. */
const BEND_MM = 0.003;
const NORMAL_95 = 1.96;

/** Where growth g = (bar error − slot error)/2 crosses zero on ln light: bars swell and slots close with dose, while a measuring bias
 *  moves both alike and cancels. Least-squares line, root with its 95 % interval after Fieller 1954, widened by what a bend of the
 *  growth would move it (type A and B in squares: JCGM 100:2008, 5.1.2). */
export function findZeroGrowth(readings: readonly GrowthReading[]): Result<GrowthFit> {
  if (readings.some((r) => !(r.light > 0) || !Number.isFinite(r.measuredMm) || r.measuredMm < 0))
    return fail({ code: 'reading', what: 'An exposure or a width cannot be', todo: 'look through the readings' });
  const lights = [...new Set(readings.map((r) => r.light))].sort((a, b) => a - b);
  const both = lights.filter((l) =>
    (['bar', 'slot'] as const).every((f) => readings.some((r) => r.light === l && r.feature === f)),
  );
  if (both.length < FEWEST_LIGHTS)
    return fail({
      code: 'tooFew',
      what: `${both.length} exposures have both a bar and a slot; ${FEWEST_LIGHTS} are needed`,
      todo: 'measure bars and slots at more exposures',
    });
  const meanError = (light: number, feature: 'bar' | 'slot'): number[] =>
    readings.filter((r) => r.light === light && r.feature === feature).map((r) => r.measuredMm - r.nominalMm);
  const x: number[] = [];
  const y: number[] = [];
  const points: (readonly [number, number])[] = [];
  let bias = 0;
  for (const light of both) {
    const bars = meanError(light, 'bar');
    const slots = meanError(light, 'slot');
    const pairs = Math.min(bars.length, slots.length);
    const slotMean = slots.reduce((a, b) => a + b, 0) / slots.length;
    const barMean = bars.reduce((a, b) => a + b, 0) / bars.length;
    for (let k = 0; k < pairs; k++) {
      x.push(Math.log(light));
      y.push((bars[k]! - slots[k]!) / 2);
    }
    points.push([light, (barMean - slotMean) / 2]);
    bias += (barMean + slotMean) / 2 / both.length;
  }
  const fit = fitLine(x, y);
  if (!fit.ok) return fit;
  const [b, slope] = fit.value.coefficients as [number, number];
  const { covariance: c, degreesOfFreedom } = fit.value;
  const root = fiellerInterval(-b, slope, c[0]![0]!, c[1]![1]!, -c[0]![1]!, degreesOfFreedom);
  if (!root || slope <= 0)
    return fail({
      code: 'noGrowth',
      what: 'Bars do not surely swell, or slots do not close, with the exposure',
      todo: 'see that readings and fields belong together, or spread the exposures wider',
    });
  const at = -b / slope;
  const bendShift = (BEND_MM * curvatureBias(x, at)) / slope;
  const bendAt = NORMAL_95 * Math.abs(bendShift);
  const value = Math.exp(at);
  return succeed({
    value,
    interval: [Math.exp(at - Math.hypot(at - root[0], bendAt)), Math.exp(at + Math.hypot(root[1] - at, bendAt))],
    readingInterval: [Math.exp(root[0]), Math.exp(root[1])],
    bendShift,
    perEFold: slope,
    biasMm: bias,
    points,
    bestAtEnd: value <= both[0]! ? 'first' : value >= both[both.length - 1]! ? 'last' : null,
  });
}
