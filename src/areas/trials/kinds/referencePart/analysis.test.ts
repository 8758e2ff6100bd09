import { expect, test } from 'vitest';
import { normalFrom, seededRandom } from '../../../../core/formats/random.ts';
import { analyseStep, type Pair } from './analysis.ts';

const places = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];
/** Two looks at every place of two prints by an eye that is off by 0.4 and says whole numbers. */
function looks(seed: number, truth: (place: number) => readonly [number, number]): Pair[] {
  const normal = normalFrom(seededRandom(seed));
  const look = (score: number): number => Math.min(5, Math.max(1, Math.round(score + 0.4 * normal())));
  return places.map((feature, i) => {
    const [b, a] = truth(i);
    return { feature, before: [look(b), look(b)], after: [look(a), look(a)] };
  });
}
const verdict = (pairs: Pair[]): string => {
  const r = analyseStep(pairs);
  return r.ok ? r.value.verdict : r.failure.code;
};
const SEEDS = Array.from({ length: 1000 }, (_, i) => 7001 + 13 * i);

test('two prints that are alike are told apart in at most one of twenty', () => {
  const told = SEEDS.filter(
    (s) => verdict(looks(s, (i) => [2 + 0.3 * i, 2 + 0.3 * i])) !== 'no sure difference',
  ).length;
  expect(told).toBeLessThanOrEqual(50);
});
test('a print better by a score and a half everywhere is called better in at least nine of ten, and never worse', () => {
  const said = SEEDS.map((s) => verdict(looks(s, (i) => [1.5 + 0.2 * i, 3 + 0.2 * i])));
  expect(said.filter((v) => v === 'better').length).toBeGreaterThanOrEqual(900);
  expect(said).not.toContain('worse');
});
test('before and after changed round turn the verdict and the sign, nothing else', () => {
  for (const s of SEEDS.slice(0, 100)) {
    const pairs = looks(s, (i) => [2 + 0.2 * i, 3.5]);
    const there = analyseStep(pairs);
    const back = analyseStep(pairs.map((p) => ({ feature: p.feature, before: p.after, after: p.before })));
    if (!there.ok || !back.ok) throw new Error('refused');
    expect([back.value.better, back.value.worse, back.value.pValue]).toEqual([
      there.value.worse,
      there.value.better,
      there.value.pValue,
    ]);
    expect(back.value.meanChange).toBeCloseTo(-there.value.meanChange, 12);
    expect(back.value.interval[0]).toBeCloseTo(-there.value.interval[1], 12);
  }
});
test('single looks fall back on the spread from place to place, and whole scores leave at least their rounding', () => {
  const once = analyseStep(places.map((feature, i) => ({ feature, before: [2], after: [i < 6 ? 4 : 1] })));
  const same = analyseStep(places.map((feature) => ({ feature, before: [2], after: [3] })));
  if (!once.ok || !same.ok) throw new Error('refused');
  const width = (r: typeof once): number => r.value.interval[1] - r.value.interval[0];
  expect(width(once)).toBeGreaterThan(width(same));
  expect(width(same)).toBeGreaterThan(0);
});
test.each([
  [places.slice(0, 5).map((feature) => ({ feature, before: [2], after: [3] })), 'tooFew'],
  [places.map((feature, i) => ({ feature, before: [2], after: i < 5 ? [3] : [] })), 'tooFew'],
  [places.map((feature) => ({ feature, before: [2], after: [7] })), 'score'],
])('too few places on both prints, or a score beyond five, is refused', (pairs, code) =>
  expect(verdict(pairs)).toBe(code),
);
