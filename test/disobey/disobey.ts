import { seededRandom, seedOf } from '../../src/core/formats/random.ts';
import type { ReadingOf } from '../../src/areas/trials/kinds/define.ts';
import { kindOf } from '../../src/areas/trials/kinds/index.ts';
import { disobediences } from '../../standins/disobedience/index.ts';
import { casesByKind } from '../recover/kindCases.ts';
import { prepare, tryOut } from '../recover/recover.ts';
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

type Interval = readonly [number, number];
/** A machine that obeys, tried: what is read of it, the hidden figures that the kind recovers, and what is told of each by other readings of the
 *  same print; null where the trial refuses. */
interface Obedient {
  readonly readings: readonly ReadingOf[];
  readonly bands: readonly number[];
  readonly plains: readonly number[];
  readonly told: (readings: readonly ReadingOf[]) => readonly Interval[] | null;
}
const casesOf = await casesByKind();
function obedientOf(key: string): (seed: number) => Obedient {
  const kind = kindOf(key);
  const { recovers = [], resinRecovers = [] } = casesOf(kind.key);
  if (kind.technology === 'filament') {
    const p = prepare(kind);
    return (seed) => {
      const t = tryOut(p, seed);
      return {
        readings: t.readings,
        bands: t.bands.map((b) => b.value),
        plains: recovers.map((q) => q.truth(t)),
        told: (readings) => {
          const result = t.analyse(readings);
          return result.ok ? recovers.map((q) => q.interval({ ...t, readings, result })) : null;
        },
      };
    };
  }
  const p = preparePlate(kind);
  return (seed) => {
    const t = tryPlate(p, seed);
    return {
      readings: t.readings,
      bands: t.conditions.bands.map((b) => b.value),
      plains: resinRecovers.map((q) => q.truth(t.truth)),
      told: (readings) => {
        const result = kind.analyse(readings, t.conditions);
        if (!result.ok) return null;
        return resinRecovers.map((q) => result.value.proven.find((x) => x.setting === q.setting)!.interval);
      },
    };
  };
}

/** Every disobedience of a kind at its three strengths. Of a trial that states several figures the worst counts. */
export function rowsOf(key: string, seeds: readonly number[] = SEEDS): Row[] {
  const obedientAt = obedientOf(key);
  const machines = seeds.map((seed) => ({ seed, ...obedientAt(seed) })); // reading a coupon takes far longer than analysing it
  return disobediences
    .filter((d) => d.kinds.includes(key))
    .flatMap((d) =>
      d.strengths.map((strength): Row => {
        let refused = 0;
        const offs: number[][] = []; // of every figure, how far the truth lies from the middle of its interval, in half-widths
        for (const { seed, readings, bands, plains, told } of machines) {
          // the same is read whichever of its figures is asked for
          const read = plains.map((plain) =>
            d.read({ kind: key, readings, bands, plain, strength, random: seededRandom(seed ^ seedOf(d.name)) }),
          );
          const intervals = told(read[0]!.readings);
          if (!intervals) refused++;
          for (const [i, [low, high]] of (intervals ?? []).entries())
            (offs[i] ??= []).push(
              Math.abs((read[i]!.truth ?? plains[i]!) - (low + high) / 2) / Math.max(1e-12, (high - low) / 2),
            );
        }
        const covered = Math.min(...offs.map((o) => o.filter((v) => v <= 1).length), seeds.length - refused);
        const wrong = Math.max(0, ...offs.map((o) => o.filter((v) => v > 2).length));
        return { kind: key, name: d.name, strength, means: d.means, seeds: seeds.length, covered, refused, wrong };
      }),
    );
}
export const kindsThatMeetIt: readonly string[] = [...new Set(disobediences.flatMap((d) => d.kinds))].sort();
