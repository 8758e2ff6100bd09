import { createHash } from 'node:crypto';
import type { Result } from '../../src/core/result/result.ts';
import type { Analysis, Conditions, ReadingOf, TrialKind } from '../../src/areas/trials/kinds/define.ts';
import { trialKinds } from '../../src/areas/trials/kinds/index.ts';

/** Readings of a trial as they were once taken, and what was concluded from them. */
export interface KeptTrial {
  readonly kind: string;
  readonly machine: number;
  readonly readings: readonly ReadingOf[];
  readonly conditions: Conditions;
  /** By the way the readings came (distortions). */
  readonly concludes: Readonly<Record<string, unknown>>;
}

const DIGITS = 9;
/** Plain data with figures to nine digits: what a change of the analysis shows in, and another processor does not. */
export const toDigits = (v: unknown): unknown =>
  typeof v === 'number'
    ? Number.isFinite(v)
      ? Number(v.toPrecision(DIGITS))
      : String(v)
    : Array.isArray(v)
      ? v.map(toDigits)
      : typeof v === 'object' && v !== null
        ? Object.fromEntries(Object.entries(v).flatMap(([k, x]) => (x === undefined ? [] : [[k, toDigits(x)]])))
        : v;

/** What is concluded from kept readings, come in one of these ways: whole as they were read, else its sentence and a digest of the rest. */
export function concludeFrom({ kind, readings, conditions }: Omit<KeptTrial, 'concludes'>, way: string): unknown {
  const came = ways[way]!(readings, conditions, kind);
  let concluded: Result<Analysis>;
  try {
    concluded = kindOfKept(kind).analyse(came.readings, came.conditions);
  } catch (error) {
    return { throws: (error as Error).message }; // what cannot have been stored is our bug, and says so
  }
  const whole = toDigits(concluded);
  return way === AS_READ || !concluded.ok
    ? whole
    : { ok: true, sentence: concluded.value.sentence, digest: digest(whole) };
}
export const AS_READ = 'as read';
export const kindOfKept = (key: string): TrialKind => trialKinds.find((k) => k.key === key)!;
export const digest = (v: unknown): string =>
  createHash('sha256')
    .update(typeof v === 'string' ? v : JSON.stringify(toDigits(v)))
    .digest('hex')
    .slice(0, 16);

interface Came {
  readonly readings: readonly ReadingOf[];
  readonly conditions: Conditions;
}
type Way = (readings: readonly ReadingOf[], conditions: Conditions, kind: string) => Came;
const read =
  (change: (r: readonly ReadingOf[]) => readonly ReadingOf[]): Way =>
  (readings, conditions) => ({ readings: change(readings), conditions });
const under =
  (change: (c: Conditions) => Partial<Conditions>): Way =>
  (readings, conditions) => ({ readings, conditions: { ...conditions, ...change(conditions) } });
const times = (n: number): Way => read((r) => r.map((x) => ({ ...x, value: Number((x.value * n).toPrecision(9)) })));
const valuesTimes = (n: number): Way =>
  under(({ values }) => ({ values: Object.fromEntries(Object.entries(values).map(([k, v]) => [k, v * n])) }));
const lastBand = (r: readonly ReadingOf[]): number => Math.max(...r.map((x) => x.band));
/** The figures of each feature in rising or falling order over its bands. */
const inOrder = (sign: 1 | -1): Way =>
  read((r) => {
    const left = new Map<string, number[]>();
    for (const { feature, value } of r) left.set(feature, [...(left.get(feature) ?? []), value]);
    for (const of of left.values()) of.sort((a, b) => sign * (a - b));
    return r.map((x) => ({ ...x, value: left.get(x.feature)!.shift()! }));
  });
const spoiled = (value: number): Way =>
  read((r) => r.map((x, i) => (i === Math.floor(r.length / 3) ? { ...x, value } : x)));

/** Readings and conditions as they might also come: some missing, all alike, turned round, one far off. */
export const ways: Readonly<Record<string, Way>> = {
  [AS_READ]: read((r) => r),
  'none at all': read(() => []),
  'the first third only': read((r) => r.slice(0, Math.ceil(r.length / 3))),
  'one reading': read((r) => r.slice(0, 1)),
  'the first feature only': read((r) => r.filter((x) => x.feature === r[0]!.feature)),
  'one reading a band': read((r) => r.filter((x) => x.repeat === 1)),
  'all as the first': read((r) => r.map((x) => ({ ...x, value: r.find((y) => y.feature === x.feature)!.value }))),
  'all nought': times(0),
  'all at a tenth': times(0.1),
  'all at a half': times(0.5),
  'all at four times': times(4),
  'each figure rounded': read((r) => r.map((x) => ({ ...x, value: Number(x.value.toPrecision(1)) }))),
  'in another order': read((r) => [...r].reverse()),
  'the bands turned round': read((r) =>
    r.map((x) => ({ ...x, band: lastBand(r) + 1 - x.band })).sort((a, b) => a.band - b.band),
  ),
  'figures rising': inOrder(1),
  'figures falling': inOrder(-1),
  'one far off': read((r) =>
    r.map((x, i) => (i === Math.floor(r.length / 2) ? { ...x, value: x.value * 1.5 + 0.3 } : x)),
  ),
  'one no figure': spoiled(NaN),
  'one below nought': spoiled(-1),
  'one huge': spoiled(1e6),
  'every second band': read((r) => r.filter((x) => x.band % 2 === 1)),
  'the worst at each end': read((r) =>
    r.map((x) => (x.band === 1 || x.band === lastBand(r) ? { ...x, value: Math.round(x.value) + 4 } : x)),
  ),
  'the worst in the middle': read((r) =>
    r.map((x) => (x.band === Math.ceil(lastBand(r) / 2) ? { ...x, value: Math.round(x.value) + 4 } : x)),
  ),
  'and one of a band and a feature nobody knows': read((r) => [
    ...r,
    { ...r[0]!, band: 99 },
    { ...r[0]!, feature: 'other' },
  ]),
  'under half the values': valuesTimes(0.5),
  'under twice the values': valuesTimes(2),
  'with what they prove in the recipe already': (readings, conditions, kind) => {
    const concluded = kindOfKept(kind).analyse(readings, conditions);
    const proven = concluded.ok ? concluded.value.proven : [];
    const values = Object.fromEntries(proven.map((p) => [p.setting, p.value]));
    return { readings, conditions: { ...conditions, values: { ...conditions.values, ...values } } };
  },
  'without what came before': under(() => ({ series: [] })),
};
