import { combineUncertainty, coverageFactor, standardDeviation } from '../fitting/statistics.ts';
import { fail, succeed, type Result } from '../result/result.ts';

export interface MeterReading {
  /** Place on the screen, −1 to 1 each way. */
  readonly x: number;
  readonly y: number;
  readonly mWPerCm2: number;
}
export interface LightMap {
  readonly meanMwPerCm2: number;
  readonly interval: readonly [number, number];
  /** Dimmest over mean. */
  readonly uniformity: number;
  /** Share of the places at or above the wanted share of the mean. */
  readonly usableShare: number;
  readonly dimmest: MeterReading;
  readonly brightest: MeterReading;
}
const COLUMNS = 5;
const ROWS = 3;
/** Places of the meter from the left front, −1 to 1 each way, and the share of half the screen that the outer ones lie from its middle. */
export const METER_PLACES: readonly (readonly [x: number, y: number])[] = Array.from(
  { length: ROWS * COLUMNS },
  (_, i) => [((i % COLUMNS) - (COLUMNS - 1) / 2) / ((COLUMNS - 1) / 2), Math.floor(i / COLUMNS) - (ROWS - 1) / 2],
);
export const METER_REACH = 0.85;
export const FEWEST_PLACES = ROWS * COLUMNS;

/** Light at a place of the screen over its mean, between the meter's places by two straight lines, held beyond the outer ones. `light` is
 *  one figure for each of METER_PLACES. */
export function lightShareAt(light: readonly number[], x: number, y: number): number {
  const mean = light.reduce((s, v) => s + v, 0) / light.length;
  const along = (v: number, steps: number): readonly [number, number] => {
    const at = Math.min(steps - 1, Math.max(0, ((v / METER_REACH + 1) / 2) * (steps - 1)));
    const from = Math.min(steps - 2, Math.floor(at));
    return [from, at - from];
  };
  const [column, right] = along(x, COLUMNS);
  const [row, back] = along(y, ROWS);
  const of = (r: number, c: number): number => light[r * COLUMNS + c]!;
  const front = of(row, column) * (1 - right) + of(row, column + 1) * right;
  const rear = of(row + 1, column) * (1 - right) + of(row + 1, column + 1) * right;
  return (front * (1 - back) + rear * back) / mean;
}

/** The same for what has to have light enough: beyond the outer places it falls on as it fell towards them, and never rises. */
export function leastLightShareAt(light: readonly number[], x: number, y: number): number {
  const inside = (v: number): number => Math.min(METER_REACH, Math.max(-METER_REACH, v));
  const [nearX, nearY] = [inside(x), inside(y)];
  const near = lightShareAt(light, nearX, nearY);
  return Math.min(near, 2 * near - lightShareAt(light, 2 * nearX - x, 2 * nearY - y));
}

/** Mean, uniformity and usable share of a screen from meter readings on a grid. The interval is that of the mean of these places: type A
 *  of repeated looks at each place and the meter's own calibration, which is common to all (JCGM 100). Refuses holes in the grid and
 *  places without light. */
export function mapLight(readings: readonly MeterReading[], wantedShare: number, meterU: number): Result<LightMap> {
  const dark = readings.find((r) => !(r.mWPerCm2 > 0) || !Number.isFinite(r.mWPerCm2));
  if (dark)
    return fail({
      code: 'dark',
      what: 'A place has no light',
      todo: 'see that the meter lies on the lit screen and read it again',
    });
  const places = new Map<string, MeterReading[]>();
  for (const r of readings) places.set(`${r.x}/${r.y}`, [...(places.get(`${r.x}/${r.y}`) ?? []), r]);
  if (places.size < FEWEST_PLACES)
    return fail({
      code: 'holes',
      what: `${places.size} of ${FEWEST_PLACES} places are read`,
      todo: 'read every place of the grid once',
    });
  const means = [...places.values()].map((list): MeterReading => ({
    ...list[0]!,
    mWPerCm2: list.reduce((s, r) => s + r.mWPerCm2, 0) / list.length,
  }));
  const mean = means.reduce((s, r) => s + r.mWPerCm2, 0) / means.length;
  const sorted = [...means].sort((a, b) => a.mWPerCm2 - b.mWPerCm2);
  const repeated = [...places.values()].filter((list) => list.length > 1);
  const within =
    repeated.length > 0 ? rootMean(repeated.map((list) => standardDeviation(list.map((r) => r.mWPerCm2)))) : 0;
  const u = combineUncertainty([
    { u: within / Math.sqrt(readings.length), degreesOfFreedom: Math.max(1, readings.length - places.size) },
    { u: meterU * mean, degreesOfFreedom: Infinity },
  ]);
  const half = u.u * coverageFactor(u.degreesOfFreedom);
  return succeed({
    meanMwPerCm2: mean,
    interval: [mean - half, mean + half],
    uniformity: sorted[0]!.mWPerCm2 / mean,
    usableShare: means.filter((r) => r.mWPerCm2 >= wantedShare * mean).length / means.length,
    dimmest: sorted[0]!,
    brightest: sorted[sorted.length - 1]!,
  });
}
const rootMean = (s: readonly number[]): number => Math.sqrt(s.reduce((a, v) => a + v * v, 0) / s.length);
