import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { describe, expect, test } from 'vitest';
import { normalFrom, seededRandom } from '../formats/random.ts';
import { findZeroGrowth, type GrowthReading } from './growth.ts';
import { fitNecks } from './necks.ts';
import { fitExposureTemperature } from './exposureTemperature.ts';
import { fitWorkingCurve } from './workingCurve.ts';

const doses = [6, 9, 14, 21, 32, 48];
const depth = (e: number, dp = 0.14, ec = 4.1): number => dp * Math.log(e / ec);

describe('a working curve', () => {
  test('without noise gives its Dp and Ec back', () => {
    const r = fitWorkingCurve(
      doses,
      doses.map((e) => depth(e)),
    );
    expect(r).toMatchObject({
      ok: true,
      value: { dpMm: expect.closeTo(0.14, 10), ecMjPerCm2: expect.closeTo(4.1, 8), rSquared: expect.closeTo(1, 10) },
    });
  });
  test('agrees with an independent non-linear fit of Jacobs’ relation', () => {
    const normal = normalFrom(seededRandom(8));
    const y = doses.map((e) => depth(e) + 0.004 * normal());
    const ours = fitWorkingCurve(doses, y);
    const theirs = levenbergMarquardt(
      { x: doses, y },
      ([dp, ec]) =>
        (e: number) =>
          dp! * Math.log(e / ec!),
      {
        initialValues: [0.1, 3],
        maxIterations: 500,
        damping: 1e-2,
        gradientDifference: 1e-7,
        errorTolerance: 1e-12,
      },
    );
    if (!ours.ok) throw new Error(ours.failure.what);
    expect(ours.value.dpMm).toBeCloseTo(theirs.parameterValues[0]!, 5);
    expect(ours.value.ecMjPerCm2).toBeCloseTo(theirs.parameterValues[1]!, 3);
  });
  test('covers the true Dp and Ec in 95 % of 1,000 seeds', () => {
    let dp = 0;
    let ec = 0;
    let doubted = 0; // one in a hundred looks bent, or has a film that stands out, by chance
    for (let seed = 0; seed < 1000; seed++) {
      const normal = normalFrom(seededRandom(500 + seed));
      const r = fitWorkingCurve(
        doses,
        doses.map((e) => depth(e) + 0.005 * normal()),
      );
      if (!r.ok) {
        expect(['bent', 'odd']).toContain(r.failure.code);
        doubted++;
        continue;
      }
      dp += Number(r.value.dpInterval[0] <= 0.14 && r.value.dpInterval[1] >= 0.14);
      ec += Number(r.value.ecInterval[0] <= 4.1 && r.value.ecInterval[1] >= 4.1);
    }
    expect(doubted).toBeLessThanOrEqual(20);
    expect(Math.min(dp, ec) / (1000 - doubted)).toBeGreaterThanOrEqual(0.925);
    expect(Math.max(dp, ec) / (1000 - doubted)).toBeLessThanOrEqual(0.975);
  });
  test('of films that saturate is refused, and looks at one film count once', () => {
    const saturating = fitWorkingCurve(
      doses,
      doses.map((e) => depth(e) * (1 - 0.3 * (depth(e) / depth(Math.max(...doses))) ** 2)),
    );
    expect(saturating).toMatchObject({ ok: false, failure: { code: 'bent' } });
    const normal = normalFrom(seededRandom(9));
    const films = doses.map((e) => depth(e) + 0.01 * normal());
    const once = fitWorkingCurve(doses, films);
    const thrice = fitWorkingCurve([...doses, ...doses, ...doses], [...films, ...films, ...films]);
    expect(thrice).toEqual(once);
  });
  test.each([
    ['too few doses', doses.slice(0, 4), (e: number) => depth(e), '4 doses'],
    ['films of one thickness', doses, () => 0.2, 'one thickness'],
    ['films that thin out', doses, (e: number) => 1 / e, 'do not surely grow'],
    ['an Ec far below every dose', [60, 70, 80, 90, 100], (e: number) => depth(e), 'times the dose'],
    ['readings in µm', doses, (e: number) => 1000 * depth(e), 'cannot be'],
    ['a dose of zero', [0, ...doses.slice(1)], (e: number) => depth(Math.max(e, 5)), 'dose is not above zero'],
  ])('of %s is refused', (_, at, of, what) => {
    const r = fitWorkingCurve(
      at,
      at.map((e) => of(e)),
    );
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.failure.what).toContain(what);
  });
});

describe('growth over exposure', () => {
  const truth = 2.4;
  const times = [1.4, 1.8, 2.2, 2.7, 3.3, 4];
  const readings = (seed: number, noise: number, bias: number, at: readonly number[] = times): GrowthReading[] => {
    const normal = normalFrom(seededRandom(seed));
    return at.flatMap((light) =>
      [0.5, 1, 2].flatMap((nominalMm) =>
        (['bar', 'slot'] as const).map((feature) => ({
          light,
          feature,
          nominalMm,
          measuredMm:
            nominalMm + (feature === 'bar' ? 1 : -1) * 0.08 * Math.log(light / truth) + bias + noise * normal(),
        })),
      ),
    );
  };
  test('crosses zero where contours stay, whatever the measuring adds to both', () => {
    const r = findZeroGrowth(readings(1, 0, 0.03));
    expect(r).toMatchObject({ ok: true, value: { value: expect.closeTo(truth, 9), biasMm: expect.closeTo(0.03, 9) } });
  });
  test('is found within 2 % of the dose in 95 % of 1,000 seeds with 36 readings, and its interval covers', () => {
    let near = 0;
    let covered = 0;
    for (let seed = 0; seed < 1000; seed++) {
      const r = findZeroGrowth(readings(9000 + seed, 0.004, 0.01));
      if (!r.ok) throw new Error(r.failure.what);
      near += Number(Math.abs(r.value.value / truth - 1) <= 0.02);
      covered += Number(r.value.interval[0] <= truth && truth <= r.value.interval[1]);
    }
    expect(near).toBeGreaterThanOrEqual(950);
    expect(covered).toBeGreaterThanOrEqual(925);
  });
  test('outside the exposures is said, and at which end', () => {
    const above = findZeroGrowth(readings(1, 0, 0, [3, 3.5, 4, 4.6]));
    const below = findZeroGrowth(readings(1, 0, 0, [1.1, 1.4, 1.7, 2]));
    expect([above.ok && above.value.bestAtEnd, below.ok && below.value.bestAtEnd]).toEqual(['first', 'last']);
  });
  test.each([
    ['bars alone', readings(1, 0, 0).filter((r) => r.feature === 'bar'), 'both a bar and a slot'],
    [
      'bars that shrink with light',
      readings(1, 0, 0).map((r) => ({ ...r, light: 10 / r.light })),
      'do not surely swell',
    ],
    ['a negative width', [{ light: 1, feature: 'bar' as const, nominalMm: 1, measuredMm: -1 }], 'cannot be'],
  ])('from %s is refused', (_, given, what) => {
    const r = findZeroGrowth(given);
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.failure.what).toContain(what);
  });
});

test.each([
  ['three exposures that tell', [1.5, 2, 2.6].map((light, i) => ({ light, partsMm: 0.45 - 0.03 * i })), 'tooFew'],
  [
    'necks that do not grow stronger',
    [1, 2, 3, 4].map((light, i) => ({ light, partsMm: i % 2 ? 0.4 : 0.42 })),
    'noFall',
  ],
  ['a thickness of nothing', [1, 2, 3, 4].map((light) => ({ light, partsMm: 0 })), 'reading'],
])('of necks, %s are refused', (_, rows, code) =>
  expect(fitNecks(rows, 2, 0.4)).toMatchObject({ ok: false, failure: { code } }),
);
const ladderAt = (resinC: number, value: number) => ({
  resinC,
  value,
  readingInterval: [value * 0.98, value * 1.02] as const,
  bendShift: 0,
});
test('one temperature, or two that lie too close, say nothing of what a degree does', () => {
  expect(fitExposureTemperature([ladderAt(24, 2.5)])).toMatchObject({ ok: false, failure: { code: 'tooClose' } });
  expect(fitExposureTemperature([ladderAt(24, 2.5), ladderAt(26, 2.4)])).toMatchObject({
    ok: false,
    failure: { code: 'tooClose' },
  });
});
test('two percent a degree is found, with an interval that narrows as temperatures lie further apart', () => {
  const widths = [6, 12].map((apart) => {
    const fit = fitExposureTemperature([ladderAt(20, 2.5), ladderAt(20 + apart, 2.5 * 0.98 ** apart)]);
    if (!fit.ok) throw new Error(fit.failure.what);
    expect(fit.value.percentPerC).toBeCloseTo(2, 6);
    return fit.value.interval[1] - fit.value.interval[0];
  });
  expect(widths[0]! / widths[1]!).toBeCloseTo(2, 1);
});
