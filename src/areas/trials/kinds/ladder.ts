import { lacksFit } from '../../../core/fitting/doubt.ts';
import { mean } from '../../../core/fitting/mean.ts';
import { coverageFactor, standardDeviation } from '../../../core/fitting/statistics.ts';
import { findThreshold, FEWEST_FOR_THRESHOLD, type Threshold } from '../../../core/fitting/threshold.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { quantities } from '../../../core/units/quantities.ts';
import { defineKind, type Analysis, type Conditions, type Feature, type FilamentKind } from './define.ts';
import type { ReadingTable } from './table.ts';

export const LADDER_METHOD = {
  name: 'where the fitted response passes what is accepted, at most the last band before the first that failed',
  version: 2,
} as const;
export interface Rung {
  readonly value: number;
  readonly read: number;
}
export interface LadderFit {
  readonly limit: number;
  readonly highestFine: number;
  readonly crossing: number | null;
  readonly interval: readonly [number, number];
  /** Whether a band was seen to fail. */
  readonly isReached: boolean;
  readonly threshold: Threshold;
  /** Why the curve is not believed and the bands themselves speak; null where it is. */
  readonly doubt: string | null;
}

/** Up to which band a response that rises along the bands stays acceptable. What is stored is either the highest fine band or the
 *  lower end of the crossing's interval, times a share; beyond the highest band nothing is concluded. A band that was seen to fail always
 *  ends the ladder. Where the bands do not follow the curve (lack of fit against repeats), or one fails although the curve is sure that it
 *  would not, the curve is not believed: the last band that is surely fine stands, and the truth lies between it and the first that surely
 *  is not. A single reading that says so is to be read again, and so is a band that fails before others that are fine. */
export function analyseLadder(
  rungs: readonly Rung[],
  accepted: number,
  keeps: 'highest fine band' | 'sure end',
  share: number,
): Result<LadderFit> {
  if (rungs.some((r) => !Number.isFinite(r.read) || r.read < 0 || !Number.isFinite(r.value)))
    return fail({ code: 'negative', what: 'A reading is below zero or missing', todo: 'look through the readings' });
  if (rungs.length > 0 && rungs.every((r) => r.read === rungs[0]!.read))
    return fail({
      code: 'constant',
      what: 'Every band reads the same',
      todo: 'look through the readings, or try a wider range',
    });
  const threshold = findThreshold(
    rungs.map((r) => r.value),
    rungs.map((r) => r.read),
    accepted,
  );
  if (!threshold.ok) return threshold;
  const { crossing, interval, at } = threshold.value;
  const bands = bandsOf(rungs);
  const isBad = (b: BandRead): boolean => b.mean > accepted;
  const first = bands.findIndex(isBad);
  const firstBad = bands[first]?.value ?? null;
  const before = bands[first - 1]?.value ?? null;
  const [lowest, top] = [bands[0]!.value, bands[bands.length - 1]!.value];
  if (first === 0 || (crossing === null && at(lowest) > accepted))
    return fail({
      code: 'never',
      what: `Already the lowest band reads more than the ${accepted} accepted`,
      todo: `start lower than ${lowest}`,
    });
  if (crossing !== null && interval[0] <= lowest && interval[1] >= top)
    return fail({
      code: 'wide',
      what: `The limit could lie anywhere from ${lowest} to ${top}`,
      todo: 'read again, or print more bands of the same range',
    });
  const beyond = bands.filter((b) => b.value > interval[1]);
  if (crossing !== null && beyond.length > 1 && !beyond.some(isBad))
    return fail({
      code: 'falls',
      what: `The readings pass what is accepted near ${tidy(crossing)} and are fine again at ${namesOf(beyond)}`,
      todo: 'look through the readings: bands may have been read in another order',
    });
  // bands are read as they scatter: what fails just below the curve's own interval widens that, and no more
  const isEarly = firstBad !== null && interval[0] - firstBad > (firstBad - before!) / 2;
  const isUnlike = lacksFit(
    rungs.map((r) => r.value),
    rungs.map((r) => r.read),
    at,
    UNKNOWNS,
  );
  const seen = { crossing, interval, isReached: firstBad !== null, threshold: threshold.value };
  if (isEarly || isUnlike === true) {
    const between = betweenBands(bands, accepted, isEarly ? { band: bands[first]!, says: at(firstBad) } : null);
    if (!between.ok) return between;
    const [sureTo] = between.value;
    return succeed({
      ...{ ...seen, limit: share * sureTo, highestFine: sureTo, crossing: null, interval: between.value },
      doubt: `The bands do not follow a curve${firstBad === null ? '' : `, ${firstBad} being the first that fails`}: up to ${sureTo} they are surely fine, and that stands.`,
    });
  }
  const fine = bands.filter(
    ({ value }) => at(value) <= accepted && value <= (crossing ?? top) && value < (firstBad ?? Infinity),
  );
  if (fine.length === 0) return fail({ code: 'never', what: 'No band is fine', todo: `start lower than ${lowest}` });
  const highestFine = fine[fine.length - 1]!.value;
  const base =
    keeps === 'highest fine band' || crossing === null ? highestFine : Math.min(interval[0], firstBad ?? Infinity);
  return succeed({
    ...{ ...seen, limit: share * base, highestFine, doubt: null },
    ...(firstBad !== null && firstBad < interval[0] && { interval: [before!, interval[1]] as const }),
  });
}
/** Coefficients of the curve through all bands. */
const UNKNOWNS = 3;

/** A band with what was read in it. */
interface BandRead {
  readonly value: number;
  readonly reads: readonly number[];
  readonly mean: number;
}
function bandsOf(rungs: readonly Rung[]): BandRead[] {
  const values = [...new Set(rungs.map((r) => r.value))].sort((a, b) => a - b);
  return values.map((value) => {
    const reads = rungs.filter((r) => r.value === value).map((r) => r.read);
    return { value, reads, mean: mean(reads) };
  });
}
const namesOf = (bands: readonly BandRead[]): string => bands.map((b) => b.value).join(', ');

/** Between which bands the truth lies by the bands alone: the last that is surely fine and the first that surely is not. Refuses where they rise
 *  and fall, and where one reading alone says that a band fails so early. */
function betweenBands(
  bands: readonly BandRead[],
  accepted: number,
  early: { readonly band: BandRead; readonly says: number } | null,
): Result<readonly [number, number]> {
  const spread = Math.sqrt(mean(bands.map((b) => standardDeviation(b.reads) ** 2)));
  const freedom = Math.max(
    1,
    bands.reduce((s, b) => s + b.reads.length - 1, 0),
  );
  const sure = (b: BandRead): number => (coverageFactor(freedom) * spread) / Math.sqrt(b.reads.length);
  const isSurelyBad = (b: BandRead): boolean => b.mean - sure(b) > accepted;
  const isSurelyFine = (b: BandRead): boolean => b.mean + sure(b) <= accepted;
  const bad = bands.findIndex(isSurelyBad);
  const again = bad < 0 ? [] : bands.slice(bad + 1).filter(isSurelyFine);
  if (again.length > 0)
    return fail({
      code: 'falls',
      what: `${bands[bad]!.value} reads ${tidy(bands[bad]!.mean)}, more than the ${accepted} accepted, and ${namesOf(again)} are fine again`,
      todo: `read those bands again; if they read the same, something rings near ${bands[bad]!.value}: stay below it and try a narrower range`,
    });
  for (const [i, lower] of bands.entries()) {
    const less = bands.slice(i + 1).find((b) => lower.mean - sure(lower) > b.mean + sure(b));
    if (less)
      return fail({
        code: 'falls',
        what: `${less.value} reads ${tidy(less.mean)}, less than the ${tidy(lower.mean)} of ${lower.value} before it`,
        todo: 'read both again: bands may have been read for each other',
      });
  }
  const isSeenOnce = early && early.band.reads.filter((r) => r > accepted).length < 2;
  if (isSeenOnce && !bands.some((b) => b.value > early.band.value && isSurelyBad(b)))
    return fail({
      code: 'odd',
      what: `At ${early.band.value} ${tidy(early.band.mean)} was read where the curve through all bands says ${tidy(early.says)}`,
      todo: 'read that band again; if it reads the same, enter it twice',
    });
  const notFine = bands.findIndex((b) => !isSurelyFine(b));
  if (notFine === 0)
    return fail({
      code: 'never',
      what: `Already the lowest band cannot be told from the ${accepted} accepted`,
      todo: `start lower than ${bands[0]!.value}`,
    });
  const sureTo = bands[(notFine < 0 ? bands.length : notFine) - 1]!.value;
  return succeed([sureTo, (bands[bad] ?? bands[bands.length - 1]!).value]);
}
const tidy = (v: number): number => Number(v.toPrecision(3));

type Words = Pick<
  FilamentKind,
  'key' | 'label' | 'question' | 'after' | 'help' | 'validDays' | 'reading' | 'needs' | 'bandsFor' | 'coupon'
>;
export interface LadderSpec extends Words {
  readonly colouredBy?: FilamentKind['colouredBy'];
  readonly setting: string;
  readonly axis: NonNullable<FilamentKind['axis']>;
  readonly feature: Feature;
  /** What a reading may come to, and what else may be chosen. */
  readonly accepted: { readonly label: string; readonly choices: readonly number[]; readonly default: number };
  readonly keeps: 'highest fine band' | 'sure end';
  /** Share of it that is stored. */
  readonly share: number;
  /** The stored limit is rounded down to this step. */
  readonly step: number;
  readonly columns: readonly [value: string, read: string];
  /** "{limit} is the highest …" */
  readonly sentence: string;
  readonly holds?: (c: Conditions) => string;
}

/** A kind whose one reading per band rises along the bands: how far up is it still good? */
export function defineLadder(spec: LadderSpec): FilamentKind {
  const { setting, axis, feature, accepted, keeps, share, step, columns } = spec;
  const figure = (v: number): string => {
    const { canonical, digits } = quantities[axis.quantity];
    return `${formatFigure(v, axis.quantity, digits)}${canonical === '°' ? '' : ' '}${canonical}`.trim();
  };
  const table: ReadingTable = {
    columns: [
      { name: columns[0], what: axis.label, range: [axis.lowest, axis.highest] },
      { name: columns[1], what: feature.label, range: feature.range },
    ],
    options: [{ name: 'accepted', what: accepted.label, default: accepted.default }],
    fit: (rows, o) => {
      const fit = analyseLadder(
        rows.map((r) => ({ value: r.figure(columns[0]), read: r.figure(columns[1]) })),
        o['accepted']!,
        keeps,
        share,
      );
      if (!fit.ok) return fit;
      const { limit, highestFine, crossing, interval, isReached } = fit.value;
      return succeed({ limit, highestFine, crossing, interval, isReached });
    },
  };
  return defineKind({
    key: spec.key,
    label: spec.label,
    ...(spec.colouredBy && { colouredBy: spec.colouredBy }),
    question: spec.question,
    proves: [setting],
    after: spec.after,
    help: spec.help,
    validDays: spec.validDays,
    reading: spec.reading,
    needs: spec.needs,
    bandsFor: spec.bandsFor,
    coupon: spec.coupon,
    axis,
    features: [feature],
    table,
    options: [{ key: 'accepted', label: accepted.label, choices: accepted.choices, default: accepted.default }],
    analyse: (readings, c): Result<Analysis> => {
      const level = c.params['accepted'] ?? accepted.default;
      const fit = analyseLadder(
        readings
          .filter((r) => r.feature === feature.key && c.bands[r.band - 1])
          .map((r) => ({ value: c.bands[r.band - 1]!.value, read: r.value })),
        level,
        keeps,
        share,
      );
      if (!fit.ok) return fit;
      const { interval, crossing, highestFine, isReached, threshold, doubt } = fit.value;
      const values = c.bands.map((b) => b.value);
      const low = Math.min(...values);
      const top = Math.max(...values);
      const limit = Number((Math.floor(fit.value.limit / step + 1e-9) * step).toFixed(4));
      const before = c.values[setting] ?? null;
      const gap = values.length > 1 ? Math.abs(values[1]! - values[0]!) : step;
      const onward = isReached
        ? undefined
        : Array.from({ length: 6 }, (_, i) => Number((top - gap + i * gap).toFixed(3))).filter(
            (b) => b <= axis.highest,
          );
      const measurableChange = before === null || before > limit || before < share * interval[0] - step;
      const value = measurableChange ? limit : before;
      const extendTo = onward && onward.length >= axis.fewest ? onward : undefined;
      return succeed({
        method: LADDER_METHOD,
        measurableChange,
        proven: [
          {
            setting,
            value,
            interval: [share * interval[0], share * interval[1]],
            range: {
              min: 0,
              max: limit,
              minEnd: 'notTriedBeyond',
              maxEnd: isReached ? 'failedBeyond' : 'notTriedBeyond',
              ...(share < 1 && highestFine > limit && { heldTo: highestFine }),
            },
          },
        ],
        sentence:
          (measurableChange ? '' : `No measurable change: ${figure(value)} stays. `) +
          spec.sentence
            .replace('{limit}', figure(limit))
            .replace('{accepted}', String(level))
            .concat(share < 1 ? ` That is ${share * 100} % of ${figure(highestFine)}, the highest fine band.` : ''),
        warnings: [
          ...(doubt ? [doubt] : []),
          ...(isReached
            ? []
            : [
                `No band failed: the limit was not reached up to ${figure(top)}.${extendTo ? ` Extend to ${figure(extendTo[extendTo.length - 1]!)}.` : ''}`,
              ]),
          ...(spec.holds ? [spec.holds(c)] : []),
        ],
        extendTo,
        figures: [
          ['stored limit', figure(limit)],
          [
            'reads more than accepted from',
            doubt
              ? `between ${figure(interval[0])} and ${figure(interval[1])}`
              : crossing === null
                ? 'not reached'
                : figure(crossing),
          ],
          ['95 % interval', crossing === null ? 'none' : `${figure(interval[0])} to ${figure(interval[1])}`],
          ['highest fine band', figure(highestFine)],
          ...(before === null ? [] : [['printed with', figure(before)] as const]),
        ],
        chart: {
          xLabel: axis.label,
          yLabel: `${feature.label}${feature.unit && `, ${feature.unit}`}`,
          points: readings
            .filter((r) => r.feature === feature.key && c.bands[r.band - 1])
            .map((r) => ({ x: c.bands[r.band - 1]!.value, y: r.value })),
          ...(!doubt && {
            curve: Array.from({ length: 41 }, (_, i) => {
              const x = low + ((top - low) * i) / 40;
              return [x, threshold.at(x)] as const;
            }),
          }),
          ...(crossing !== null && { interval }),
          best: limit,
          level,
        },
      });
    },
  });
}
export { FEWEST_FOR_THRESHOLD };
