import { describe, expect, test } from 'vitest';
import { inspectGcode } from '../../../core/gcode/inspect.ts';
import { exampleLimits } from '../../../core/motion/limits.ts';
import { generatePartProgram, referenceParts, type ToolpathSettings } from '../../../core/toolpath/referencePart.ts';
import { validRecipeFixture } from '../../rules/fixture.ts';
import type { Values } from '../../library/settings/define.ts';
import { estimate, impactOf, type RecipeAt } from './impact.ts';
import type { RecipeSheet } from './recipe.ts';

const lay = { widthMm: 0.44, speedMmPerS: 40, accelerationMmPerS2: 1000 };
const plain: ToolpathSettings = {
  layerHeightMm: 0.2,
  firstLayerHeightMm: 0.2,
  walls: 3,
  solidLayers: 4,
  infillPercent: 100,
  visibleWall: lay,
  hiddenWall: lay,
  fill: lay,
  solidFill: lay,
  topSurface: lay,
  firstLayer: lay,
  travelSpeedMmPerS: 130,
  retractionMm: 1,
  retractionMmPerS: 35,
  flow: 1,
  filamentDiameterMm: 1.75,
  nozzleC: 210,
  bedC: 60,
};
const read = (text: string) => {
  const r = inspectGcode(new TextEncoder().encode(text), exampleLimits);
  if (!r.ok) throw new Error(r.failure.what);
  return r.value;
};
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
const impact = (a: RecipeAt, b: RecipeAt) => {
  const r = impactOf(a, b, 'block');
  if (!r.ok) throw new Error(r.failure.what);
  return r.value;
};

describe('a reference part', () => {
  test.each(['block', 'drum'] as const)('laid solid, the %s has the volume of the solid within 3 percent', (part) => {
    const { widthMm, depthMm, heightMm, shape } = referenceParts[part];
    const solid = (shape === 'box' ? widthMm * depthMm : (Math.PI * widthMm * depthMm) / 4) * heightMm;
    expect(Math.abs(read(generatePartProgram(part, plain)).extrudedVolumeMm3 / solid - 1)).toBeLessThan(0.03);
  });
  test('stays inside its outline and has the layers its height asks for', () => {
    const r = read(generatePartProgram('block', { ...plain, infillPercent: 15 }));
    const [x, y] = r.boundsMm!.max.map((m, i) => m - r.boundsMm!.min[i]!);
    expect([x, y, r.layers]).toEqual([expect.closeTo(40 - 0.44, 3), expect.closeTo(30 - 0.44, 3), 100]);
  });
  test('a cup is open: nothing lies inside above its floor', () => {
    expect(read(generatePartProgram('cup', { ...plain, infillPercent: 100 })).extrudedVolumeMm3).toBeCloseTo(
      read(generatePartProgram('cup', { ...plain, infillPercent: 0 })).extrudedVolumeMm3,
      6,
    );
  });
  test.each(['block', 'drum', 'cup'] as const)('the %s is a program the own reader has nothing against', (part) => {
    const r = read(generatePartProgram(part, plain));
    expect([r.problemCount, r.unknownWords, r.coldExtrusionLine, r.nozzleAtEndC, r.bedAtEndC]).toEqual([
      0,
      [],
      0,
      0,
      0,
    ]);
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
    expect(estimate(rest, 'block')).toMatchObject({ ok: false, failure: { what: 'No layer height to estimate with' } });
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
    const r = estimate(resin, 'block', 'resin');
    expect(r.ok && r.value.timeS).toBeCloseTo(100 + 44 + 391 * 2 + 400 * 8, 6);
    expect(r.ok && r.value.cost).toBeCloseTo((100 + 44 + 782 + 3200) / 1000, 6);
  });
  test('costs its resin too: a block is solid, a cup a shell of 2 mm', () => {
    const costOf = (part: 'block' | 'cup') => {
      const r = estimate({ ...resin, machineRatePerHour: 0, pricePerLitre: 50 }, part, 'resin');
      return r.ok ? r.value.cost : NaN;
    };
    expect(costOf('block')).toBeCloseTo(0.024 * 50, 9);
    expect(costOf('cup')).toBeCloseTo(((Math.PI / 4) * (40 ** 2 * 40 - 36 ** 2 * 38) * 50) / 1e6, 9);
  });
  test('whose plate would not come back is not estimated', () =>
    expect(estimate({ ...resin, returnFirstMm: 4 }, 'block', 'resin')).toMatchObject({
      ok: false,
      failure: { what: expect.stringContaining('not equal') },
    }));
});
