import { expect, test } from 'vitest';
import { findLastFine } from '../../../core/fitting/lastFine.ts';
import { analyseDimensions } from './dimensions/analysis.ts';
import { analyseHighestFlow } from './highestFlow/analysis.ts';
import { analyseLadder } from './ladder.ts';
import { analyseRetraction } from './retraction/analysis.ts';

const codeOf = (r: { ok: boolean; failure?: { code: string } }): string | null => (r.ok ? null : r.failure!.code);
/** Waves read twice in each band, a hair apart. */
const waves = (of: Readonly<Record<number, number>>) =>
  Object.entries(of).flatMap(([a, mm]) => [
    { value: Number(a), read: mm - 0.001 },
    { value: Number(a), read: mm + 0.001 },
  ]);
const rising = { 400: 0.012, 600: 0.016, 800: 0.02, 1000: 0.026, 1200: 0.032, 1400: 0.039, 1600: 0.047, 1800: 0.056 };

test('a ladder that rises as it should ends below the first band that was seen to fail', () => {
  const fit = analyseLadder(waves(rising), 0.05, 'highest fine band', 0.8);
  expect(fit).toMatchObject({ ok: true, value: { highestFine: 1600, isReached: true, doubt: null } });
});
test('a band that reads four times what is accepted before others that are fine proves no limit', () => {
  const fit = analyseLadder(waves({ ...rising, 800: 0.2 }), 0.05, 'highest fine band', 0.8);
  expect(codeOf(fit)).toBe('noRise');
  const longer = { ...rising, 2000: 0.1, 2200: 0.15, 2400: 0.2, 2600: 0.26, 2800: 0.33 };
  expect(codeOf(analyseLadder(waves({ ...longer, 800: 0.2 }), 0.05, 'highest fine band', 0.8))).toBe('falls');
});
test('a single reading that could put the limit anywhere proves none', () => {
  const once = waves(rising).map((r, i) => (i === 4 ? { ...r, read: 0.2 } : r));
  expect(codeOf(analyseLadder(once, 0.05, 'highest fine band', 0.8))).toBe('wide');
});
test('bands that jump past what is accepted are believed without a curve: the truth lies between them', () => {
  const jumps = { 400: 0.01, 600: 0.011, 800: 0.012, 1000: 0.2, 1200: 0.21, 1400: 0.22 };
  const fit = analyseLadder(waves(jumps), 0.05, 'highest fine band', 0.8);
  expect(fit).toMatchObject({ ok: true, value: { highestFine: 800, interval: [800, 1000], isReached: true } });
});
test('a ladder whose bands all read fine was not seen to fail', () => {
  const fine = { 400: 0.01, 600: 0.014, 800: 0.019, 1000: 0.025, 1200: 0.032 };
  const fit = analyseLadder(waves(fine), 0.05, 'highest fine band', 0.8);
  expect(fit).toMatchObject({ ok: true, value: { highestFine: 1200, isReached: false } });
});

test('one column of three torn from the second band is no median: the columns do not agree', () => {
  const steps = [1, 1.2, 1.5, 1.8, 2.2, 2.7].map((value, i) => ({ value, scores: [0, i >= 1 ? 2 : 0, 0] }));
  expect(findLastFine(steps)).toMatchObject({ ok: false, failure: { code: 'apart' } });
});
test('one look that differs once is outvoted', () => {
  const steps = [1, 1.2, 1.5, 1.8].map((value, i) => ({ value, scores: [0, i === 1 ? 1 : 0, 0] }));
  expect(findLastFine(steps)).toMatchObject({ ok: true, value: { lastFine: 1.8, firstNot: null } });
});

test('masses that rise with flow prove no melt limit', () => {
  const strands = [4, 6, 8, 10, 12, 14, 16, 18].map((flowMm3PerS) => ({
    flowMm3PerS,
    expectedG: 1,
    measuredG: 0.9 + 0.01 * flowMm3PerS,
  }));
  expect(codeOf(analyseHighestFlow(strands))).toBe('rises');
});

test('twenty strings up to 0.75 mm and none from 1 mm end between the two, and what is fine from there is not told to fail', () => {
  const counts = [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75, 2].map((distanceMm) => ({
    distanceMm,
    strings: distanceMm < 0.9 ? 20 : 0,
  }));
  const fit = analyseRetraction(counts, 1);
  expect(fit).toMatchObject({ ok: true, value: { value: 1, interval: [0.75, 1], range: { min: 1, max: 2 } } });
});

test('holes that come out 0.05 mm narrower than outsides explain leave scale and offset as the outsides have them, and are told', () => {
  const wobble = [0.004, -0.003, 0.002, -0.004, 0.003, -0.002];
  const lengths = (feature: 'outer' | 'hole', nominal: readonly number[], more: number) =>
    nominal.flatMap((nominalMm, i) =>
      [0, 1].map((k) => ({
        ...{ axis: 'x' as const, feature, nominalMm },
        measuredMm: 0.998 * nominalMm + more + wobble[(2 * i + k) % 6]!,
      })),
    );
  const fit = analyseDimensions([...lengths('outer', [20, 40, 70], 0.04), ...lengths('hole', [6, 10, 16], -0.09)]);
  expect(fit).toMatchObject({
    ok: true,
    value: {
      x: {
        scale: expect.closeTo(1 / 0.998, 3) as number,
        growthMm: expect.closeTo(0.04, 2) as number,
        holesMm: expect.closeTo(-0.05, 2) as number,
      },
    },
  });
  const [low, high] = fit.ok ? fit.value.x!.holesInterval! : [NaN, NaN];
  expect([low < -0.05, high > -0.05, high < 0]).toEqual([true, true, true]);
});
