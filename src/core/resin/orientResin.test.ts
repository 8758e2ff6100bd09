import { describe, expect, test } from 'vitest';
import { meshOfSolids } from '../mesh/solid.ts';
import { runAll } from '../result/stepwise.ts';
import { leastLightShareAt, lightShareAt, METER_PLACES } from './lightMap.ts';
import { compareResinOrientations } from './orientResin.ts';
import { plainStack } from './stackFixture.ts';

const shape = { tipMm: 0.5, shaftMm: 1, footMm: 3, coneMm: 1.5, depthMm: 0.2 };
const wish = { settings: plainStack, shape, spacingMm: 3, raiseMm: 3, scale: [1, 1, 1] as const, show: null };

describe('ways of turnedBy on a resin printer', () => {
  const cup = meshOfSolids([
    { shape: 'box', x: 0, y: 0, w: 12, d: 12, fromMm: 0, toMm: 10 },
    { shape: 'box', x: 0, y: 0, w: 9, d: 9, fromMm: 2, toMm: 10, isCut: true },
  ]);
  const found = runAll(compareResinOrientations(cup, wish));
  const turnedBy = (x: number, y: number) =>
    found.find((s) => Math.abs(s.turnDeg[0] - x) < 1 && Math.abs(s.turnDeg[1] - y) < 1)!;

  test('a cup that opens away from the plate sucks by its whole mouth, and lying on its side it does not', () => {
    expect(turnedBy(0, 0).cupMm2).toBeCloseTo(81, -1);
    const aside = found.filter((s) => s.faceMm2 !== null && Math.abs(s.heightMm - 12) < 0.1);
    expect(aside.length).toBeGreaterThan(0);
    for (const s of aside) expect(s.cupMm2).toBe(0);
  });
  test('each tells its largest layer, its growth and its hours by the layers of the recipe', () => {
    const upright = turnedBy(0, 0);
    expect(upright.largestMm2).toBeCloseTo(144, -1);
    expect(upright.heightMm).toBeCloseTo(10, 6);
    // 260 layers of 50 µm, each with its light and 7 s of motion and pauses, ten of them longer
    expect(upright.timeS / 3600).toBeGreaterThan((260 * (2.5 + 9)) / 3600);
    const lowest = Math.min(...found.map((s) => s.heightMm));
    expect(Math.min(...found.map((s) => s.timeS))).toBe(found.find((s) => s.heightMm === lowest)!.timeS);
  });
  test('those without a way down for a support come last, and of the others the one with fewest first', () => {
    const key = found.map((s) => s.noPlace * 10_000 + s.supports);
    expect(key).toEqual(key.toSorted((a, b) => a - b));
  });
});

test('beyond the outer places of a light map light falls on as it fell, and never rises', () => {
  const fallsRight = METER_PLACES.map(([x]) => 3 - x);
  expect(lightShareAt(fallsRight, 1, 0)).toBeCloseTo(lightShareAt(fallsRight, 0.85, 0), 9);
  expect(leastLightShareAt(fallsRight, 1, 0)).toBeLessThan(lightShareAt(fallsRight, 1, 0) - 0.05);
  expect(leastLightShareAt(fallsRight, -1, 0)).toBeCloseTo(lightShareAt(fallsRight, -0.85, 0), 9);
  expect(leastLightShareAt(fallsRight, 0.5, 0.2)).toBe(lightShareAt(fallsRight, 0.5, 0.2));
});
