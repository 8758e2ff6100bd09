import { describe, expect, test } from 'vitest';
import { boxSolid as box, movedBy, solidMesh as solid } from '../../../test/meshes/solids.ts';
import { joined } from '../../core/mesh/mesh.ts';
import { turnedMesh } from '../../core/mesh/solids.ts';
import { catalogue, findSetting } from '../library/settings/catalogue.ts';
import { maySetInRecipe } from '../library/settings/define.ts';
import { cannotLook, jobOf, runJobCase, runRecipeCase, type JobCase } from './cases.ts';
import { changed, notTriedBeyond, validContextFixture, validRecipeFixture } from './fixture.ts';
import { engineChecks } from './engineChecks.ts';
import { rules } from './index.ts';
import { loadCases, watchReads } from './loadCases.ts';
import { checkJob, checkRecipe } from './run.ts';
import { checkStack } from './runStack.ts';
import { NOT_IN_LAYERS, runStackCase, stackJobOf } from './stackCases.ts';

const cone = turnedMesh(
  [
    [6, 0],
    [15.8, 4],
    [15.8, 5],
  ],
  4,
);
const all = await loadCases();
/** Places of the machine are typed in its own coordinates. */
const hasPlaces = (values: object): boolean =>
  ['bedOutline', 'purgePlaces', 'unprintableZones', 'lowestXMm'].some((key) => key in values);
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

describe('where the machine counts from the middle of its travel, a mesh finds what it finds elsewhere', () => {
  test.each(
    all.flatMap(({ rule, job = [] }) =>
      // what looks at the mesh alone never learns where the machine counts from
      (rule.program || rule.mesh?.readsProgram ? job : [])
        .filter((c) => 'mesh' in c && !c.measured && !hasPlaces(c.values ?? {}))
        .map((c) => [rule.id, c.when, rule, c] as const),
    ),
  )('%s: %s', (_id, _when, rule, c) => {
    const run = runJobCase(rule, { ...c, values: { ...c.values, lowestXMm: -174, lowestYMm: -171 } }, { fixes: true });
    expect(run.finds).toEqual(c.finds);
    expect(run.others).toEqual(c.others ?? []);
    expect(run.afterFix, 'after its own fix').toEqual([]);
  });
});

describe.each(all.map((c) => [c.rule.id, c] as const))('%s', (_, { rule, recipe = [], job = [], stack = [] }) => {
  test('has a case that it finds for each way it looks', () => {
    if (rule.recipe) expect(speaks(recipe)).toBe(true);
    if (rule.mesh) expect(speaks(job.filter((c) => 'mesh' in c))).toBe(true);
    if (rule.program) expect(speaks(job.filter((c) => !('mesh' in c)))).toBe(true);
    if (rule.layers) expect(speaks(stack)).toBe(true);
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
  test.each(stack.map((c) => [c.when, c] as const))('layers: %s', (_when, c) => {
    const run = runStackCase(rule, c);
    expect(run.finds).toEqual(c.finds);
    expect(run.others).toEqual(c.others ?? []);
    expect(run.needs).toBe(c.needs ?? null);
  });
  test('names every setting and fact it reads, and no other', () => {
    for (const key of [...(rule.recipe?.reads ?? []), ...(rule.recipe?.readsIfSet ?? [])])
      expect(findSetting(key), key).toBeDefined();
    const reads = watchReads({ rule, job, stack }, (c) => jobOf(c).job, stackJobOf);
    const named = [...(rule.program?.reads ?? []), ...(rule.mesh?.readsProgram ?? [])];
    expect([...reads.get('program')!].sort()).toEqual([...new Set<string>(named)].sort());
    expect([...reads.get('mesh')!].sort()).toEqual([...(rule.mesh?.reads ?? [])].sort());
    expect([...reads.get('layers')!].sort()).toEqual([...(rule.layers?.reads ?? [])].sort());
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
  ] as const)('no rule speaks of a %s, every one that can could look, and it is clear', (_, c) => {
    const cannot = cannotLook(c);
    const outcome = checkJob(jobOf(c).job);
    expect(outcome.findings).toEqual([]);
    expect(outcome.runs.filter((r) => !r.ran).map((r) => r.rule)).toEqual(cannot);
    expect(outcome.runs.length).toBeGreaterThan(60);
    expect([outcome.verdict, outcome.sentence]).toEqual([
      'clear',
      `Clear on Rifugio Vodice: ${outcome.runs.length - cannot.length} checks find nothing outside the limits${cannot.length > 0 ? '; 1 check was not possible' : ''}.`,
    ]);
  });
});

test('no rule speaks of a plain block as layers, and those that cannot look say what no layer shows', () => {
  const outcome = checkStack(stackJobOf({ when: '', finds: [] }));
  expect(outcome.findings).toEqual([]);
  expect(outcome.runs.filter((r) => !r.ran).map((r) => r.rule)).toEqual(NOT_IN_LAYERS);
  expect(outcome.runs.length).toBeGreaterThan(40);
  expect(outcome.verdict).toBe('clear');
});

test.each(engineChecks.map((c) => [c.title, c] as const))('%s', (_, c) => expect(c.comesOut()).toEqual(c.must));

describe('of a recipe', () => {
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
describe('in a class that is proven only', () => {
  /** A gate beside a cone that opens upward, laid with everything a trial of one head can prove. */
  const everything: JobCase = {
    when: '',
    finds: [],
    job: { class: 'customer part' },
    mesh: {
      body: () =>
        joined([
          movedBy(solid(box(-20, 0, 10, 30, 0, 12), box(20, 0, 10, 30, 0, 12), box(0, 0, 50, 30, 12, 18)), -40, 0, 0),
          movedBy(cone, 40, 0, 0),
        ]),
    },
    values: {
      pressureS: 0.05,
      pressureCommand: 'M4100 S{value}',
      refillMm: 0.05,
      contourOffsetMm: 0.05,
      minimumLayerTimeS: 14,
    },
    proofs: {
      longestBridgeMm: notTriedBeyond(35, 0, 35),
      steepestOverhangDeg: notTriedBeyond(65, 0, 65),
      pressureS: notTriedBeyond(0.05, 0.04, 0.06),
      refillMm: notTriedBeyond(0.05, 0.04, 0.06),
      contourOffsetMm: notTriedBeyond(0.05, 0.04, 0.06),
    },
  };
  /** Two heads in one program. */
  const twoHeads: JobCase = {
    when: '',
    finds: [],
    job: { class: 'customer part' },
    machine: { heads: 2 },
    program: { before: { layer3: 'T1\nT0' } },
    proofs: {
      headOffsetXMm: notTriedBeyond(0, -0.05, 0.05),
      headOffsetYMm: notTriedBeyond(0, -0.05, 0.05),
    },
  };
  const blockersOf = (c: JobCase): string[] =>
    checkJob(jobOf(c).job)
      .findings.filter((f) => f.severity === 'blocker')
      .map((f) => f.fix);
  test('a job is clear where everything it rests on is proven', () => {
    expect(blockersOf(everything)).toEqual([]);
    expect(blockersOf(twoHeads)).toEqual([]);
  });
  test.each(
    catalogue.filter((s) => s.technology === 'filament' && s.provenBy !== undefined).map((s) => [s.key, s.provenBy!]),
  )('without the proof of %s one blocker names the trial: %s', (key, trial) => {
    const c = trial === 'head-offset' ? twoHeads : everything;
    expect(blockersOf({ ...c, proofs: { ...c.proofs, [key]: null } })).toEqual([
      expect.stringMatching(`^run an? ${trial.replaceAll('-', ' ')} trial on Rifugio Vodice`),
    ]);
  });
});
test.each(['', '0 0; 200 0'])(
  'a bed of an outline of its own without corners (“%s”) is not taken for a rectangle',
  (bedOutline) =>
    expect(() => validContextFixture({ values: { bedShape: 'outline', bedOutline } })).toThrow(
      'The printer profile of Rifugio Vodice says that its bed has an outline of its own, and none is there',
    ),
);
test('a machine without travel gives no context, and says what to do', () => {
  expect(() => validContextFixture({ without: ['travelXMm'] })).toThrow(
    'The printer profile of Rifugio Vodice has no travel in X, Y and height',
  );
});
