import { describe, expect, test } from 'vitest';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { momentsOf } from '../../../core/mesh/moments.ts';
import { referenceParts, type ReferencePart } from '../../../core/mesh/referenceParts.ts';
import { validRecipeFixture } from '../../rules/fixture.ts';
import type { Values } from '../../library/settings/define.ts';
import { estimate, impactOf, type RecipeAt } from './impact.ts';
import { workOut, type RecipeSheet } from './recipe.ts';

const own = validRecipeFixture('filament').values;
const base: Values = Object.fromEntries(
  Object.entries(own).filter(
    ([key]) =>
      !/(Width|Speed|Acceleration)Mm/.test(key) ||
      ['lineWidthMm', 'visibleWallSpeedMmPerS', 'accelerationMmPerS2', 'travelSpeedMmPerS'].includes(key),
  ),
);
const sheet = (values: Values): RecipeSheet => ({
  technology: 'filament',
  place: 'Hut',
  process: 'Even',
  levels: [
    {
      kind: 'process',
      name: 'p',
      profileId: 'p',
      own: { ...base, densityGPerCm3: 1.07, pricePerKg: 30, machineRatePerHour: 1, infillPercent: 20, ...values },
    },
  ],
  proofs: {},
  machine: null,
  roles: [],
  revisions: [],
});
const at = (values: Values = {}): RecipeAt => ({ name: 'r', sheet: sheet(values), overrides: {} });
const block = referenceParts.block.mesh();
const effectiveOf = (values: Values): Values => workOut(sheet(values), {}).input.values;
const impact = (a: RecipeAt, b: RecipeAt) => {
  const r = impactOf(a, b, boxMesh([0, 0, 0], [20, 15, 8]));
  if (!r.ok) throw new Error(r.failure.what);
  return r.value;
};

describe('a reference part', () => {
  const solids: Readonly<Record<ReferencePart, number>> = {
    block: 40 * 30 * 20,
    drum: Math.PI * 25 ** 2 * 25,
    cup: Math.PI * (20 ** 2 * 40 - 18 ** 2 * 38),
  };
  test.each(Object.entries(solids))('has the volume its name says, a %s', (part, mm3) =>
    expect(momentsOf(referenceParts[part as ReferencePart].mesh(), [0, 0, 0]).volume / mm3).toBeCloseTo(1, 2),
  );
  test.each(Object.entries(solids))('laid solid, a %s takes the mass of the solid within 3 percent', (part, mm3) => {
    const plain = {
      flow: 1,
      scaleXPercent: 100,
      scaleYPercent: 100,
      scaleZPercent: 100,
      supportAngleDeg: 90,
      refillMm: 0,
    };
    const values = { ...plain, infillPercent: 100, skirtLoops: 0, brimMm: 0, minimumLayerTimeS: 0, contourOffsetMm: 0 };
    const r = estimate(effectiveOf(values), referenceParts[part as ReferencePart].mesh());
    expect(r.ok && Math.abs(r.value.massG / ((mm3 * 1.07) / 1000) - 1)).toBeLessThan(0.03);
  });
});

describe('an impact', () => {
  test('of a recipe on itself is nothing at all', () =>
    expect(impact(at(), at())).toMatchObject({ shares: [], restS: 0 }));
  test('of one changed value is wholly that value’s', () => {
    const i = impact(at(), at({ visibleWallSpeedMmPerS: 60 }));
    expect(i.shares.map((s) => s.key)).toEqual(['visibleWallSpeedMmPerS']);
    expect(i.shares[0]!.timeS).toBeCloseTo(i.b.timeS - i.a.timeS, 6);
    expect(i.restS).toBeCloseTo(0, 6);
    expect(i.b.timeS).toBeLessThan(i.a.timeS);
  });
  test('counts what follows from a value as its own: cells that fall back are not told twice', () => {
    expect(impact(at(), at({ lineWidthMm: 0.5 })).shares.map((s) => s.key)).toEqual(['lineWidthMm']);
  });
  test('of two values says what the shares leave', () => {
    const i = impact(at(), at({ layerHeightMm: 0.28, infillPercent: 60 }));
    expect(i.shares.map((s) => s.key).sort()).toEqual(['infillPercent', 'layerHeightMm']);
    expect(i.shares.reduce((sum, s) => sum + s.timeS, 0) + i.restS).toBeCloseTo(i.b.timeS - i.a.timeS, 6);
    expect(Math.abs(i.restS)).toBeGreaterThan(1);
  });
  test('a price changes cost and nothing else', () => {
    expect(impact(at(), at({ pricePerKg: 60 })).shares).toMatchObject([
      { key: 'pricePerKg', timeS: 0, massG: 0, cost: expect.closeTo((impact(at(), at()).a.massG / 1000) * 30, 6) },
    ]);
  });
  test('without a layer height it says so', () => {
    const { layerHeightMm: _, ...rest } = own;
    expect(estimate(rest, block)).toMatchObject({
      ok: false,
      failure: { what: '“Layer height” is missing, a value of the process profile' },
    });
  });
});

describe('a resin recipe', () => {
  const resin: Values = {
    resinLayerMm: 0.05,
    exposureS: 2,
    exposureBottomS: 20,
    bottomLayers: 5,
    transitionLayers: 4,
    liftFirstMm: 5,
    liftFirstMmPerS: 1,
    returnFirstMm: 5,
    returnFirstMmPerS: 2.5,
    pauseBeforeExposureS: 1,
    machineRatePerHour: 3.6,
  };
  test('takes its layer sequence: bottom, transition in even steps, the rest', () => {
    // 20 mm / 0.05 = 400 layers: 5 × 20, then 16.4, 12.8, 9.2, 5.6, then 391 × 2, and 400 × 8 dark
    const r = estimate(resin, block, 'resin');
    expect(r.ok && r.value.timeS).toBeCloseTo(100 + 44 + 391 * 2 + 400 * 8, 6);
    expect(r.ok && r.value.cost).toBeCloseTo((100 + 44 + 782 + 3200) / 1000, 6);
  });
  test('costs its resin too: a block is solid, a cup a shell of 2 mm', () => {
    const costOf = (part: 'block' | 'cup') => {
      const r = estimate({ ...resin, machineRatePerHour: 0, pricePerLitre: 50 }, referenceParts[part].mesh(), 'resin');
      return r.ok ? r.value.cost : NaN;
    };
    expect(costOf('block')).toBeCloseTo(0.024 * 50, 9);
    const sides = (90 / 2) * Math.sin((2 * Math.PI) / 90); // of the area of a circle's square radius, with ninety sides
    expect(costOf('cup')).toBeCloseTo((sides * (20 ** 2 * 40 - 18 ** 2 * 38) * 50) / 1e6, 9);
  });
  test('whose plate would not come back is not estimated', () =>
    expect(estimate({ ...resin, returnFirstMm: 4 }, block, 'resin')).toMatchObject({
      ok: false,
      failure: { what: expect.stringContaining('not equal') },
    }));
});
