import { mean } from './mean.ts';

export interface ControlChart {
  readonly centre: number;
  readonly low: number;
  readonly high: number;
  readonly outside: readonly number[];
  /** Places that end a run of eight on one side. */ readonly runs: readonly number[];
}
/** 3/d2 with d2 = 1.128 for moving ranges of two. Source: ISO 7870-2. */
const FACTOR = 3 / 1.128;
/** Run of eight on one side of the centre. Source: Western Electric, Statistical Quality Control Handbook, 1956, rule 4. */
const RUN = 8;

/** Individuals chart; null for fewer than four values, from which no limits should be drawn. */
export function individualsChart(values: readonly number[]): ControlChart | null {
  if (values.length < 4) return null;
  const ranges = values.slice(1).map((v, i) => Math.abs(v - values[i]!));
  const centre = mean(values);
  const reach = FACTOR * mean(ranges);
  const outside = values.flatMap((v, i) => (v < centre - reach || v > centre + reach ? [i] : []));
  const runs: number[] = [];
  let side = 0;
  let length = 0;
  values.forEach((v, i) => {
    const s = Math.sign(v - centre);
    length = s !== 0 && s === side ? length + 1 : 1;
    side = s;
    if (length >= RUN) runs.push(i);
  });
  return { centre, low: centre - reach, high: centre + reach, outside, runs };
}
