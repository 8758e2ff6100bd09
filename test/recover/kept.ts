import type { Conditions, ReadingOf, TrialKind } from '../../src/areas/trials/kinds/define.ts';
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

/** What is concluded from kept readings, come in one of these ways. */
export const concludeFrom = (trial: Omit<KeptTrial, 'concludes'>, way: string): unknown =>
  toDigits(kindOfKept(trial.kind).analyse(distortions[way]!(trial.readings), trial.conditions));
export const kindOfKept = (key: string): TrialKind => trialKinds.find((k) => k.key === key)!;

/** Readings as they might also come: some missing, all alike, turned round, one far off. */
export const distortions: Readonly<Record<string, (r: readonly ReadingOf[]) => readonly ReadingOf[]>> = {
  'as read': (r) => r,
  'the first third only': (r) => r.slice(0, Math.ceil(r.length / 3)),
  'one reading': (r) => r.slice(0, 1),
  'all as the first': (r) => r.map((x) => ({ ...x, value: r.find((y) => y.feature === x.feature)!.value })),
  'all nought': (r) => r.map((x) => ({ ...x, value: 0 })),
  'the bands turned round': (r) => {
    const last = Math.max(...r.map((x) => x.band));
    return r.map((x) => ({ ...x, band: last + 1 - x.band })).sort((a, b) => a.band - b.band);
  },
  'one far off': (r) => r.map((x, i) => (i === Math.floor(r.length / 2) ? { ...x, value: x.value * 1.5 + 0.3 } : x)),
  'every second band': (r) => r.filter((x) => x.band % 2 === 1),
  'the worst at each end': (r) => {
    const last = Math.max(...r.map((x) => x.band));
    return r.map((x) => (x.band === 1 || x.band === last ? { ...x, value: Math.round(x.value) + 4 } : x));
  },
};
