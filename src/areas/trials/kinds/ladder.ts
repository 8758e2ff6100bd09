import { findThreshold, FEWEST_FOR_THRESHOLD, type Threshold } from '../../../core/fitting/threshold.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { quantities } from '../../../core/units/quantities.ts';
import { defineKind, type Analysis, type Conditions, type Feature, type FilamentKind } from './define.ts';
import type { ReadingTable } from './table.ts';

export const LADDER_METHOD = { name: 'where the fitted response passes what is accepted', version: 1 } as const;
export interface Rung {
  readonly value: number;
  readonly read: number;
}
export interface LadderFit {
  readonly limit: number;
  readonly highestFine: number;
  readonly crossing: number | null;
  readonly interval: readonly [number, number];
  readonly isReached: boolean;
  readonly threshold: Threshold;
}

/** Up to which band a response that rises along the bands stays acceptable. What is stored is either the highest fine band or the
 *  lower end of the crossing's interval, times a share; beyond the highest band nothing is concluded. */
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
  const bands = [...new Set(rungs.map((r) => r.value))].sort((a, b) => a - b);
  const fine = bands.filter((b) => at(b) <= accepted && (crossing === null || b <= crossing));
  if (crossing === null && at(bands[0]!) > accepted)
    return fail({
      code: 'never',
      what: `Already the lowest band reads more than the ${accepted} accepted`,
      todo: `start lower than ${bands[0]}`,
    });
  if (fine.length === 0) return fail({ code: 'never', what: 'No band is fine', todo: `start lower than ${bands[0]}` });
  const highestFine = fine[fine.length - 1]!;
  const base = keeps === 'highest fine band' ? highestFine : crossing === null ? highestFine : interval[0];
  return succeed({
    limit: share * base,
    highestFine,
    crossing,
    interval,
    isReached: crossing !== null,
    threshold: threshold.value,
  });
}

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
      const { interval, crossing, highestFine, isReached, threshold } = fit.value;
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
          ...(isReached
            ? []
            : [
                `Even the last band is fine: the limit was not reached up to ${figure(top)}.${extendTo ? ` Extend to ${figure(extendTo[extendTo.length - 1]!)}.` : ''}`,
              ]),
          ...(spec.holds ? [spec.holds(c)] : []),
        ],
        extendTo,
        figures: [
          ['stored limit', figure(limit)],
          ['reads more than accepted from', crossing === null ? 'not reached' : figure(crossing)],
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
          curve: Array.from({ length: 41 }, (_, i) => {
            const x = low + ((top - low) * i) / 40;
            return [x, threshold.at(x)] as const;
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
