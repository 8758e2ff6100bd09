import { seededRandom, seedOf } from '../../src/core/formats/random.ts';
import type { Result } from '../../src/core/result/result.ts';
import type { Analysis, ReadingOf } from '../../src/areas/trials/kinds/define.ts';
import { kindOf } from '../../src/areas/trials/kinds/index.ts';
import { disobediences, type Disobedience } from '../../standins/disobedience/index.ts';
import { casesByKind } from '../recover/kindCases.ts';
import { prepare, tryOut, type Trialled } from '../recover/recover.ts';
import { preparePlate, tryPlate } from '../recover/resin.ts';

export const SEEDS = Array.from({ length: 300 }, (_, i) => 700_001 + 23 * i); // fixed beforehand
/** What is asked of every row. */
export const LEAST_HELD = 0.925;
export const MOST_WRONG = 0.02;

/** What came of trials on machines that disobey: the interval holds the truth, the trial refuses, or the truth lies beyond twice the interval. */
export interface Row {
  readonly kind: string;
  readonly name: string;
  readonly strength: number;
  readonly means: string;
  readonly seeds: number;
  readonly covered: number;
  readonly refused: number;
  readonly wrong: number;
}
export const TABLE_HEAD =
  '| kind | what it does | how much | covered | refused | missed | confidently wrong |\n|---|---|---|---|---|---|---|';
export const rowText = (r: Row): string =>
  `| ${[r.kind, r.name, `${r.strength} ${r.means}`, r.covered, r.refused, r.seeds - r.covered - r.refused, r.wrong].join(' | ')} |`;
export const isHeld = (r: Row): boolean =>
  r.covered + r.refused >= LEAST_HELD * r.seeds && r.wrong <= MOST_WRONG * r.seeds;

type Told = readonly { readonly truth: number; readonly interval: readonly [number, number] }[] | null;
/** A machine that disobeys, tried: what is told of each figure that the kind recovers; null where the trial refuses. */
type Trier = (d: Disobedience, strength: number, seed: number) => Told;

const casesOf = await casesByKind();
function changing(
  d: Disobedience,
  strength: number,
  seed: number,
  of: { readonly kind: string; readonly readings: readonly ReadingOf[]; readonly bands: readonly number[] },
  plain: number,
): { readonly readings: readonly ReadingOf[]; readonly truth: number } {
  return d.read({ ...of, plain, strength, random: seededRandom(seed ^ seedOf(d.name)) });
}

/** Reading a coupon takes far longer than analysing it: it is done once for a seed. */
function once<T>(of: (seed: number) => T): (seed: number) => T {
  const known = new Map<number, T>();
  return (seed) => {
    if (!known.has(seed)) known.set(seed, of(seed));
    return known.get(seed)!;
  };
}
function trierOf(key: string): Trier {
  const kind = kindOf(key);
  const { recovers = [], resinRecovers = [] } = casesOf(kind.key);
  if (kind.technology === 'filament') {
    const p = prepare(kind);
    const obedient = once((seed) => tryOut(p, seed));
    return (d, strength, seed) => {
      const t = obedient(seed);
      const bands = t.bands.map((b) => b.value);
      const truths: number[] = [];
      let result: Result<Analysis> | null = null;
      let { readings } = t;
      for (const q of recovers) {
        const changed = changing(d, strength, seed, { kind: key, readings: t.readings, bands }, q.truth(t));
        truths.push(changed.truth);
        ({ readings } = changed);
        result ??= t.analyse(readings);
      }
      if (!result?.ok) return null;
      const again: Trialled = { ...t, readings, result };
      return recovers.map((q, i) => ({ truth: truths[i]!, interval: q.interval(again) }));
    };
  }
  const p = preparePlate(kind);
  const obedient = once((seed) => tryPlate(p, seed));
  return (d, strength, seed) => {
    const t = obedient(seed);
    const bands = t.conditions.bands.map((b) => b.value);
    const truths: number[] = [];
    let result: Result<Analysis> | null = null;
    for (const q of resinRecovers) {
      const changed = changing(d, strength, seed, { kind: key, readings: t.readings, bands }, q.truth(t.truth));
      truths.push(changed.truth);
      result ??= kind.analyse(changed.readings, t.conditions);
    }
    if (!result?.ok) return null;
    const { proven } = result.value;
    return resinRecovers.map((q, i) => ({
      truth: truths[i]!,
      interval: proven.find((x) => x.setting === q.setting)!.interval,
    }));
  };
}

/** Every disobedience of a kind at its three strengths. Of a trial that states several figures the worst counts. */
export function rowsOf(key: string, seeds: readonly number[] = SEEDS): Row[] {
  const trial = trierOf(key);
  return disobediences
    .filter((d) => d.kinds.includes(key))
    .flatMap((d) =>
      d.strengths.map((strength): Row => {
        let refused = 0;
        const offs: number[][] = []; // of every figure, how far the truth lies from the middle of its interval, in half-widths
        for (const seed of seeds) {
          const told = trial(d, strength, seed);
          if (!told) refused++;
          for (const [i, { truth, interval }] of (told ?? []).entries())
            (offs[i] ??= []).push(
              Math.abs(truth - (interval[0] + interval[1]) / 2) / Math.max(1e-12, (interval[1] - interval[0]) / 2),
            );
        }
        const covered = Math.min(...offs.map((o) => o.filter((v) => v <= 1).length), seeds.length - refused);
        const wrong = Math.max(0, ...offs.map((o) => o.filter((v) => v > 2).length));
        return { kind: key, name: d.name, strength, means: d.means, seeds: seeds.length, covered, refused, wrong };
      }),
    );
}
export const kindsThatMeetIt: readonly string[] = [...new Set(disobediences.flatMap((d) => d.kinds))].sort();
