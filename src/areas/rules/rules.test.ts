import { describe, expect, test } from 'vitest';
import { findSetting } from '../library/settings/catalogue.ts';
import { maySetInRecipe } from '../library/settings/define.ts';
import { jobOf, runJobCase, runRecipeCase, type JobCase } from './cases.ts';
import { validContextFixture, validRecipeFixture, changed } from './fixture.ts';
import { rules } from './index.ts';
import { loadCases, watchReads } from './loadCases.ts';
import { checkJob, checkRecipe } from './run.ts';

const all = await loadCases();
const speaks = (list: readonly { readonly finds: readonly unknown[] }[] | undefined): boolean =>
  list?.some((c) => c.finds.length > 0) ?? false;

test('the index is in the order of ids and holds every rule once, each with cases beside it', () => {
  const ids = rules.map((r) => r.id);
  expect(ids).toEqual([...new Set(ids)].sort());
  expect(all.map((c) => c.rule.id)).toEqual(ids);
});
test('a rule that is superseded is there, looks at recipes, and is superseded once', () => {
  const superseded = rules.flatMap((r) => r.supersedes ?? []);
  expect(new Set(superseded).size).toBe(superseded.length);
  for (const id of superseded) expect(rules.find((r) => r.id === id)?.recipe, id).toBeDefined();
});

describe.each(all.map((c) => [c.rule.id, c] as const))('%s', (_, { rule, recipe = [], job = [] }) => {
  test('has a case that it finds for each way it looks', () => {
    if (rule.recipe) expect(speaks(recipe)).toBe(true);
    if (rule.mesh) expect(speaks(job.filter((c) => 'mesh' in c))).toBe(true);
    if (rule.program) expect(speaks(job.filter((c) => !('mesh' in c)))).toBe(true);
  });
  test.each(recipe.map((c) => [c.when, c] as const))('recipe: %s', (_when, c) => {
    const run = runRecipeCase(rule, c);
    expect(run.finds).toEqual(c.finds);
    expect(run.others).toEqual(c.others ?? []);
    expect(run.needs).toBe(c.needs ?? null);
    expect(run.afterFix, 'after its own fix').toEqual([]);
  });
  test.each(job.map((c) => [c.when, c] as const))('job: %s', (_when, c: JobCase) => {
    const run = runJobCase(rule, c, { fixes: true });
    expect(run.finds).toEqual(c.finds);
    expect(run.others).toEqual(c.others ?? []);
    expect(run.needs).toBe(c.needs ?? null);
    expect(run.afterFix, 'after its own fix').toEqual([]);
  });
  test('names every setting and fact it reads, and no other', () => {
    for (const key of [...(rule.recipe?.reads ?? []), ...(rule.recipe?.readsIfSet ?? [])])
      expect(findSetting(key), key).toBeDefined();
    const reads = watchReads({ rule, job }, (c) => jobOf(c).job);
    const named = [...(rule.program?.reads ?? []), ...(rule.mesh?.readsProgram ?? [])];
    expect([...reads.get('program')!].sort()).toEqual([...new Set<string>(named)].sort());
    expect([...reads.get('mesh')!].sort()).toEqual([...(rule.mesh?.reads ?? [])].sort());
  });
});

describe('on what is valid', () => {
  test.each(['filament', 'resin'] as const)('no rule speaks of a %s recipe, and every one could look', (technology) => {
    const check = checkRecipe(validRecipeFixture(technology));
    expect([check.findings, check.notChecked]).toEqual([[], []]);
    expect(check.ran).toBeGreaterThan(20);
  });
  test.each([
    ['program', { when: '', finds: [] }],
    ['mesh', { when: '', finds: [], mesh: {} }],
  ] as const)('no rule speaks of a %s, every one could look, and it is clear', (_, c) => {
    const outcome = checkJob(jobOf(c).job);
    expect(outcome.findings).toEqual([]);
    expect(outcome.runs.filter((r) => !r.ran)).toEqual([]);
    expect(outcome.runs.length).toBeGreaterThan(60);
    expect([outcome.verdict, outcome.sentence]).toEqual([
      'clear',
      'Clear: flow is proven on Rifugio Vodice and nothing this job asks for lies outside its limits.',
    ]);
  });
});

test('findings are told the gravest first, then by height, and the first makes the sentence', () => {
  const { job } = jobOf({
    when: '',
    finds: [],
    program: { before: { layer4: 'M109 S265', layer3: 'M0' }, replace: [[/M140 S0\n/, '']] },
    job: { class: 'lights-out' },
  });
  const { findings, sentence, verdict } = checkJob(job);
  expect(findings.map((f) => [f.severity, f.rule])).toEqual([
    ['blocker', 'heaters-off'],
    ['blocker', 'no-pause'],
    ['blocker', 'nozzle-temperature'],
    ['caution', 'heat-steady'],
  ]);
  expect([verdict, sentence]).toEqual(['blocked', 'Blocked: the bed stays hot at the end (3 blockers, 1 caution).']);
});
test('cautions alone are clear with cautions; an axis keeps its letter', () => {
  const { job } = jobOf({
    when: '',
    finds: [],
    program: { before: { layer3: 'G0 X90 Y95 F6000\nG1 X20 F60000\nG1 F1800' } },
  });
  expect(checkJob(job).sentence).toBe('Clear with cautions: X asked to run faster than it can, 1 time.');
});
test('a note alone leaves a job clear', () => {
  const { job } = jobOf({ when: '', finds: [], program: { before: { layer4: 'M0' } } });
  expect([checkJob(job).verdict, checkJob(job).findings.map((f) => f.severity)]).toEqual(['clear', ['note']]);
});
test('what a program needs is done where it was made: its findings carry no change, a mesh’s do', () => {
  const changes = (c: JobCase) => checkJob(jobOf(c).job).findings.map((f) => f.change);
  expect(changes({ when: '', finds: [], program: { before: { layer4: 'M109 S255' } } })).toEqual([undefined]);
  expect(changes({ when: '', finds: [], mesh: {}, values: { nozzleC: 255, nozzleFirstC: 255 } })).toEqual([
    { values: { nozzleC: 252, nozzleFirstC: 252 } },
  ]);
});
test('of a program brought along a recipe’s way of printing is not judged; of a mesh it is', () => {
  const ids = (c: JobCase) => checkJob(jobOf(c).job).runs.map((r) => r.rule);
  expect(ids({ when: '', finds: [] })).not.toContain('width-of-nozzle');
  expect(ids({ when: '', finds: [], mesh: {} })).toContain('width-of-nozzle');
  expect(ids({ when: '', finds: [] })).toContain('abrasive-on-soft');
});
test('a job whose recipe was not kept says so for every rule of recipes', () => {
  const { job } = jobOf({ when: '', finds: [], forget: ['values'] });
  const needs = checkJob(job).runs.filter((r) => !r.ran);
  expect(needs.length).toBeGreaterThan(10);
  expect(new Set(needs.filter((r) => r.rule !== 'fan-for-material').map((r) => r.needs))).toEqual(
    new Set(['the recipe’s values were not kept']),
  );
});

describe('of a recipe', () => {
  test('a rule that lacks a value says which', () => {
    const { hotEndMaxC: _, ...values } = validRecipeFixture('filament').values;
    expect(checkRecipe({ ...validRecipeFixture('filament'), values }).notChecked).toMatchObject([
      { rule: 'nozzle-temperature', needs: 'hotEndMaxC' },
    ]);
  });
  test('without a machine the machine’s rules say so', () => {
    const { notChecked } = checkRecipe({ ...validRecipeFixture('filament'), machine: null });
    expect(notChecked.length).toBeGreaterThan(4);
    expect(notChecked.every((c) => c.needs === 'machine')).toBe(true);
  });
  test('what nobody has reported of a machine is not passed over', () => {
    const input = validRecipeFixture('filament');
    expect(checkRecipe({ ...input, machine: { ...input.machine!, speedPercent: null } }).notChecked).toMatchObject([
      { rule: 'speed-unscaled', needs: 'speedPercent' },
    ]);
  });
  test('the tool’s own melt rate limits where the material names none', () => {
    const input = validRecipeFixture('filament');
    const { highestFlowMm3PerS: _, ...values } = input.values;
    const { findings } = checkRecipe(
      changed(
        { ...input, values },
        { values: { fillSpeedMmPerS: 170 }, proofs: { highestFlowMm3PerS: { state: 'unproven' } } },
      ),
    );
    expect(findings).toMatchObject([{ rule: 'flow-of-line-kinds', limit: '12.00 mm³/s', origin: 'hardware, tool' }]);
  });
  test('a change from 50 µm to 30 µm proposes exposure, bottom and transition together: as deep a cure, as thick a foot', () => {
    const { findings } = checkRecipe(changed(validRecipeFixture('resin'), { values: { resinLayerMm: 0.03 } }));
    const found = findings.find((f) => f.rule === 'exposure-for-layer')!;
    // 2.6 s · exp(−20 µm / 150 µm); 0.25 mm of bottom; six transition layers of 50 µm
    expect(found.change?.values).toEqual({ exposureS: 2.28, bottomLayers: 9, transitionLayers: 10 });
  });
  test.each([
    'hasBedHeater',
    'nozzleMaterial',
    'allowedFamilies',
    'wavelengthNm',
    'solubleIn',
    'startBlock',
    'nozzleRangeC',
  ])('%s cannot be set, so that no fix makes hardware or material out to be another', (key) =>
    expect(maySetInRecipe(findSetting(key)!)).toBe(false),
  );
  test.each(['nozzleC', 'fillSpeedMmPerS', 'flow', 'exposureS'])('%s may be set', (key) =>
    expect(maySetInRecipe(findSetting(key)!)).toBe(true),
  );
});
test('a machine without travel gives no context, and says what to do', () => {
  expect(() => validContextFixture({ without: ['travelXMm'] })).toThrow(
    'The printer profile of Rifugio Vodice has no travel in X, Y and height',
  );
});
