import { describe, expect, test } from 'vitest';
import { findSetting } from '../settings/catalogue.ts';
import { maySetInRecipe } from '../settings/define.ts';
import { cleanRecipe } from './clean.ts';
import { changed, readerOf, type RecipeRule } from './define.ts';
import { checkRecipe, missingFor, recipeRules } from './index.ts';

const cleanFor = (rule: RecipeRule) => cleanRecipe(rule.technology === 'resin' ? 'resin' : 'filament');
const find = (rule: RecipeRule, input: ReturnType<typeof cleanRecipe>) => {
  expect(missingFor(rule, input)).toBeNull();
  return rule.find(readerOf(rule, input));
};

test('there are at least 35 rules with ids of their own', () => {
  expect(recipeRules.length).toBeGreaterThanOrEqual(35);
  expect(new Set(recipeRules.map((r) => r.id)).size).toBe(recipeRules.length);
});

describe.each(recipeRules.map((r) => [r.id, r] as const))('%s', (_, rule) => {
  test('reads settings that exist', () => {
    for (const key of [...rule.reads, ...(rule.readsIfThere ?? [])]) expect(findSetting(key), key).toBeDefined();
  });
  test('is silent on the clean recipe', () => expect(find(rule, cleanFor(rule))).toEqual([]));
  test.each(rule.examples.passes.map((e) => [e.says, e.change] as const))('passes when %s', (_says, change) =>
    expect(find(rule, changed(cleanFor(rule), change))).toEqual([]),
  );
  test.each(rule.examples.fails.map((e) => [e.says, e.change] as const))(
    'finds something when %s, and nothing after its own fix',
    (_says, change) => {
      const input = changed(cleanFor(rule), change);
      const found = find(rule, input);
      expect(found.length).toBeGreaterThan(0);
      for (const f of found)
        for (const text of [f.title, f.figure, f.limit, f.origin, f.fix]) expect(text.length).toBeGreaterThan(0);
      expect(
        find(
          rule,
          found.reduce((now, f) => changed(now, f.change), input),
        ),
      ).toEqual([]);
    },
  );
  test('is the only one that speaks on its own single faults', () => {
    for (const e of rule.examples.fails)
      expect([...new Set(checkRecipe(changed(cleanFor(rule), e.change)).findings.map((f) => f.rule))], e.says).toEqual([
        rule.id,
      ]);
  });
});

test.each(['filament', 'resin'] as const)('a clean %s recipe is clear and every rule of its kind ran', (technology) => {
  const check = checkRecipe(cleanRecipe(technology));
  expect([check.findings, check.couldNot]).toEqual([[], []]);
  expect(check.ran).toBe(recipeRules.filter((r) => r.technology === 'both' || r.technology === technology).length);
});
test('a rule that lacks a value says which', () => {
  const { hotEndMaxC: _, ...values } = cleanRecipe('filament').values;
  expect(checkRecipe({ ...cleanRecipe('filament'), values }).couldNot).toMatchObject([
    { rule: 'nozzle-within-hot-end', missing: 'hotEndMaxC' },
  ]);
});
test('without a machine the machine’s rules say so', () => {
  expect(
    checkRecipe({ ...cleanRecipe('filament'), machine: null }).couldNot.every((c) => c.missing === 'machine'),
  ).toBe(true);
});
test('the tool’s own melt rate limits where the material names none', () => {
  const { highestFlowMm3PerS: _, ...values } = cleanRecipe('filament').values;
  expect(
    checkRecipe({
      ...cleanRecipe('filament'),
      proofs: {
        ...cleanRecipe('filament').proofs,
        highestFlowMm3PerS: { ...cleanRecipe('filament').proofs['flow']!, state: 'unproven' },
      },
      values: { ...values, fillSpeedMmPerS: 170 },
    }).findings,
  ).toMatchObject([{ rule: 'flow-of-line-kinds', limit: '12.00 mm³/s', origin: 'hardware, tool' }]);
});
test('what nobody has said of a machine is not passed over as sound', () => {
  const input = cleanRecipe('filament');
  expect(checkRecipe({ ...input, machine: { ...input.machine!, speedPercent: null } }).couldNot).toMatchObject([
    { rule: 'speed-unscaled', missing: 'speedPercent' },
  ]);
});
test.each([
  'hasBedHeater',
  'nozzleMaterial',
  'allowedFamilies',
  'wavelengthNm',
  'solubleIn',
  'startBlock',
  'nozzleRangeC',
])('a recipe cannot set %s, so that no fix makes hardware or material out to be another', (key) =>
  expect(maySetInRecipe(findSetting(key)!)).toBe(false),
);
test.each(['nozzleC', 'fillSpeedMmPerS', 'flow', 'exposureS'])('a recipe may set %s', (key) =>
  expect(maySetInRecipe(findSetting(key)!)).toBe(true),
);

test('a change from 50 µm to 30 µm proposes exposure, bottom and transition together: as deep a cure, as thick a foot', () => {
  const { findings } = checkRecipe(changed(cleanRecipe('resin'), { values: { resinLayerMm: 0.03 } }));
  const found = findings.find((f) => f.rule === 'exposure-for-layer')!;
  // 2.6 s · exp(−20 µm / 150 µm); 0.25 mm of bottom; six transition layers of 50 µm
  expect(found.change.values).toEqual({ exposureS: 2.28, bottomLayers: 9, transitionLayers: 10 });
  expect(found.fix).toContain('computed, not proven: expose 2.28 s, 9 bottom layers, 10 transition layers');
});
