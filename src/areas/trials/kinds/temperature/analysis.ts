import { desirabilityOf, overallDesirability } from '../../../../core/fitting/desirability.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';
import type { AllowedRange } from '../../../library/model/records.ts';

export const TEMPERATURE_METHOD = { name: 'overall desirability per band, middle of its plateau', version: 1 } as const;
export const FEWEST_BANDS = 3;
export interface TemperatureBand {
  readonly nozzleC: number;
  readonly strings: number;
  readonly sagMm: number;
  readonly strengthN: number;
  readonly surface?: number | undefined;
}
export interface TemperatureFit {
  readonly value: number;
  readonly interval: readonly [number, number];
  readonly range: AllowedRange;
  readonly desirability: readonly (readonly [nozzleC: number, d: number])[];
  readonly plateau: readonly [number, number];
  readonly bestAtEnd: 'first' | 'last' | null;
}
export interface Weights {
  readonly strings: number;
  readonly sag: number;
  readonly strength: number;
  readonly surface: number;
}
export const EQUAL_WEIGHTS: Weights = { strings: 1, sag: 1, strength: 1, surface: 1 };
/** Where a response is no longer acceptable and where more is no gain. Common practice, no source. Strength is judged against the strongest band. */
export const AIMS = {
  strings: { bad: 12, good: 0 },
  sagMm: { bad: 1.2, good: 0.1 },
  strengthShare: { bad: 0.55, good: 0.95 },
  surface: { bad: 1, good: 5 },
} as const;
const PLATEAU = 0.9;
const ACCEPTABLE = 0.4;

/** Desirability of every band; the value is the middle of the plateau round the best band, the range the bands round it that are
 *  still acceptable. Source: Derringer & Suich 1980. */
export function analyseTemperature(
  bands: readonly TemperatureBand[],
  weights: Weights = EQUAL_WEIGHTS,
): Result<TemperatureFit> {
  const sorted = [...bands].sort((a, b) => a.nozzleC - b.nozzleC);
  if (sorted.length < FEWEST_BANDS)
    return fail({
      code: 'tooFew',
      what: `${sorted.length} bands are fully read; ${FEWEST_BANDS} are needed`,
      todo: 'read strings, sag and strength of more bands',
    });
  if (sorted.some((b) => [b.strings, b.sagMm, b.strengthN].some((v) => !Number.isFinite(v) || v < 0)))
    return fail({ code: 'negative', what: 'A reading is below zero', todo: 'look through the readings' });
  const strongest = Math.max(...sorted.map((b) => b.strengthN));
  if (!(strongest > 0))
    return fail({ code: 'noStrength', what: 'No tab held anything', todo: 'read the force at which each tab breaks' });
  const desirability = sorted.map(
    (b) =>
      [
        b.nozzleC,
        overallDesirability([
          { d: desirabilityOf(b.strings, AIMS.strings), weight: weights.strings },
          { d: desirabilityOf(b.sagMm, AIMS.sagMm), weight: weights.sag },
          { d: desirabilityOf(b.strengthN / strongest, AIMS.strengthShare), weight: weights.strength },
          ...(b.surface === undefined ? [] : [{ d: desirabilityOf(b.surface, AIMS.surface), weight: weights.surface }]),
        ]),
      ] as const,
  );
  const best = Math.max(...desirability.map(([, d]) => d));
  if (best <= 0)
    return fail({
      code: 'none',
      what: 'No band is acceptable in every reading',
      todo: 'extend the range, or look at cooling and damp filament',
    });
  const at = desirability.findIndex(([, d]) => d === best);
  const step = (i: number): number => desirability[i]![0];
  const spread = (level: number): [number, number] => {
    let a = at;
    let b = at;
    while (a > 0 && desirability[a - 1]![1] >= level) a--;
    while (b < desirability.length - 1 && desirability[b + 1]![1] >= level) b++;
    return [a, b];
  };
  const [p0, p1] = spread(PLATEAU * best);
  const [r0, r1] = spread(Math.min(ACCEPTABLE, best));
  const last = desirability.length - 1;
  const half = (step(last) - step(0)) / last / 2;
  return succeed({
    value: (step(p0) + step(p1)) / 2,
    plateau: [step(p0), step(p1)],
    interval: [step(p0) - half, step(p1) + half],
    desirability,
    bestAtEnd:
      p0 === 0 && p1 !== last && desirability[0]![1] === best
        ? 'first'
        : p1 === last && desirability[last]![1] === best
          ? 'last'
          : null,
    range: {
      min: step(r0),
      max: step(r1),
      minEnd: r0 > 0 ? 'failedBeyond' : 'notTriedBeyond',
      maxEnd: r1 < last ? 'failedBeyond' : 'notTriedBeyond',
    },
  });
}
