import { listed } from './listed.ts';
import { Readable } from 'node:stream';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { findSheetByName, makeJob } from '../../src/areas/checks/server/index.ts';
import { checkRecipe } from '../../src/areas/rules/run.ts';
import {
  changeMany,
  exportLibrary,
  findByValue,
  makeProfile,
  saveRevision,
  profileList,
  takeBackMany,
} from '../../src/areas/library/server/index.ts';
import { getReleasedRevision } from '../../src/areas/library/server/queries.ts';
import { loadLot, addMachine, mountTool, recordState, type Machine } from '../../src/areas/machines/server/index.ts';
import { workOut } from '../../src/areas/recipes/model/recipe.ts';
import {
  findRecipe,
  getRecipePage,
  keepRecipe,
  listRecipesUsing,
  makeRecipeSheet,
  pinRecipe,
} from '../../src/areas/recipes/server/index.ts';
import { storeFile } from '../../src/platform/files/store.ts';
import { demoProfiles } from '../../src/workers/demo/library.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let m: Machine;
const ids = new Map<string, string>();
const id = (name: string): string => ids.get(name)!;
beforeAll(async () => {
  farm = await freshFarm('recipes');
  for (const { parent, ...p } of demoProfiles)
    ids.set(
      p.name,
      unwrap(await makeProfile(farm.as('lead'), { ...p, parentId: parent ? id(parent) : null, message: 'first' })).id,
    );
  m = unwrap(
    await addMachine(farm.as('lead'), { name: 'Hut', printerId: id('Ardesia 350 C'), place: 'bench', device: null }),
  );
  unwrap(await mountTool(farm.as('technician'), m.id, id('0.4 hardened'), ''));
  unwrap(
    await loadLot(farm.as('technician'), m.id, { materialId: id('Torba ASA natural'), lot: 'A1', remainingG: 900 }),
  );
});
afterAll(() => farm.close());
const choice = () => ({
  machineId: m.id,
  printerId: null,
  processId: id('Fine 0.20'),
  roles: [{ role: 'part body' as const, toolId: id('0.4 hardened'), materialId: id('Torba ASA natural') }],
});
const keep = (name: string, over: object = {}) =>
  keepRecipe(farm.as('technician'), { id: null, version: 1, name, choice: choice(), overrides: {}, ...over });

describe('a recipe', () => {
  test('resolves through the chains of its profiles and says who won', async () => {
    const sheet = unwrap(await makeRecipeSheet(farm.as('viewer'), choice()));
    const { effective } = workOut(sheet, { visibleWallSpeedMmPerS: 20 });
    expect([
      effective.get('nozzleC')!.value,
      effective.get('nozzleC')!.winner!.level,
      effective.get('nozzleC')!.beaten.map((b) => b.level),
    ]).toEqual([246, 'Torba ASA natural', ['ASA, farm base', 'Styrenics, enclosed, stock']]);
    expect([effective.get('visibleWallSpeedMmPerS')!.winner!.level, effective.get('fillSpeedMmPerS')!.value]).toEqual([
      'this recipe only',
      30,
    ]);
  });
  test('is held against the rules with the state of the floor', async () => {
    const input = workOut(unwrap(await makeRecipeSheet(farm.as('viewer'), choice())), {}).input;
    const rules = checkRecipe(input).findings.map((f) => f.rule);
    expect(rules).toContain('flow-evidence');
    expect(rules).not.toContain('mounted-nozzle');
    const other = workOut(
      unwrap(
        await makeRecipeSheet(farm.as('viewer'), {
          ...choice(),
          roles: [{ ...choice().roles[0]!, toolId: id('0.6 hardened') }],
        }),
      ),
      {},
    ).input;
    expect(checkRecipe(other).findings.map((f) => f.rule)).toContain('mounted-nozzle');
  });
  test.each([
    [{ machineId: null }, 'Choose a machine or a printer profile'],
    [{ processId: 'gone' }, 'Choose a process'],
    [{ roles: [] }, 'Choose what the part itself is printed with'],
    [{ processId: 'resin' }, 'Ardesia 350 C prints filament; Resin 0.05 is for resin'],
  ])('of %j is refused with what to choose', async (over, what) => {
    const given = { ...choice(), ...over };
    const asked = { ...given, processId: given.processId === 'resin' ? id('Resin 0.05') : given.processId };
    expect(await makeRecipeSheet(farm.as('viewer'), asked)).toMatchObject({ ok: false, failure: { what } });
  });
  test('is kept under a name of its own, and a version somebody has overtaken is refused', async () => {
    const { id: kept } = unwrap(await keep('Vents'));
    expect(await keep('Vents')).toMatchObject({ ok: false, failure: { code: 'nameTaken' } });
    expect(unwrap(await keep('Vents', { id: kept, overrides: { walls: 5 } })).version).toBe(2);
    expect(await keep('Vents', { id: kept, overrides: { walls: 6 } })).toMatchObject({
      ok: false,
      failure: { code: 'stale', version: 2 },
    });
    expect(await keep('Bent', { overrides: { nozzleDiameterMm: 0.6 } })).toMatchObject({
      ok: false,
      failure: { code: 'badValue', detail: { code: 'fact' } },
    });
    expect(await keep('Slip', { overrides: { layerHeightMm: 50 } })).toMatchObject({
      ok: false,
      failure: { code: 'badValue' },
    });
  });
  test('given to a job brings its own values and its further bodies, and a limit sheet asked for by it is the same', async () => {
    const ctx = farm.as('technician');
    const roles = [
      ...choice().roles,
      { ...choice().roles[0]!, role: 'part body 2' as const, materialId: id('Fienile PLA white') },
    ];
    const { id: kept } = unwrap(await keep('Lean', { choice: { ...choice(), roles }, overrides: { flow: 0.93 } }));
    const findings = checkRecipe(
      workOut(unwrap(await makeRecipeSheet(ctx, { ...choice(), roles })), {}).input,
    ).findings;
    expect(findings.map((f) => f.rule)).toContain('bodies-bond');
    const stored = unwrap(await storeFile(ctx, Readable.from([Buffer.from('G28\n')])));
    const { id: jobId } = unwrap(
      await makeJob(ctx, {
        title: 'lean',
        class: 'in-house',
        quantity: 1,
        machineId: m.id,
        toolId: id('0.4 hardened'),
        materialId: id('Torba ASA natural'),
        processId: id('Fine 0.20'),
        fromRecipeId: kept,
        fileSha: stored.sha256,
        fileName: 'a.gcode',
      }),
    );
    const [row] = (await ctx.db.execute<{ id: string }>(sql`select recipe_id as id from job where id = ${jobId}`)).rows;
    const behind = (await findRecipe(ctx, row!.id))!;
    expect([behind.kept, behind.overrides, behind.roles.map((r) => r.role)]).toEqual([
      false,
      { flow: 0.93 },
      ['part body', 'part body 2'],
    ]);
    const asked = {
      machine: m.id,
      tool: id('0.4 hardened'),
      material: id('Torba ASA natural'),
      process: id('Fine 0.20'),
      recipe: kept,
    };
    expect(unwrap(await findSheetByName(ctx, asked)).recipe.flow).toBe(0.93);
    expect((await findSheetByName(ctx, { ...asked, recipe: 'gone' })).ok).toBe(false);
  });
  test('a pin stands for all it comes to, and a new revision anywhere in a chain shows', async () => {
    const { id: kept } = unwrap(await keep('Pinned'));
    unwrap(await pinRecipe(farm.as('technician'), kept));
    const pins = async () => unwrap(await getRecipePage(farm.as('viewer'), kept)).pins.map((p) => p.isNow);
    expect(await pins()).toEqual([true]);
    const base = await getReleasedRevision(farm.as('lead'), id('ASA, farm base'));
    unwrap(
      await saveRevision(farm.as('lead'), {
        profileId: id('ASA, farm base'),
        baseRevisionId: base.id,
        own: { ...base.own, pricePerKg: 32 },
        reasons: base.reasons,
        message: 'dearer',
      }),
    );
    expect(await pins()).toEqual([false]);
  });
  test('is found by any profile it uses, parents of its machine included', async () => {
    expect(
      (await listRecipesUsing(farm.as('viewer'), [id('Ardesia 350 C')])).filter((r) => r.kept).map((r) => r.name),
    ).toContain('Vents');
    expect(await listRecipesUsing(farm.as('viewer'), [id('Stout 0.30')])).toEqual([]);
  });
});

test('what somebody says at the machine wakes the rules that need it', async () => {
  const check = async () => checkRecipe(workOut(unwrap(await makeRecipeSheet(farm.as('viewer'), choice())), {}).input);
  expect((await check()).notChecked.map((c) => c.rule)).toContain('speed-unscaled');
  unwrap(await recordState(farm.as('technician'), m.id, { speedPercent: 130, lid: 'open', resinC: null }));
  const now = await check();
  expect([
    now.notChecked.map((c) => c.rule).includes('speed-unscaled'),
    now.findings.find((f) => f.rule === 'speed-unscaled')?.severity,
  ]).toEqual([false, 'blocker']);
});

describe('changing many', () => {
  const below = async () =>
    unwrap(await findByValue(farm.as('viewer'), { setting: 'nozzleRangeC', comparison: 'below', text: '200 C' }))
      .map((f) => f.name)
      .sort();
  test('finds by the value in force, own or from a parent', async () => {
    expect(await below()).toEqual(['Fienile PLA honey', 'Fienile PLA white', 'Ginestrel PVA', 'PLA, stock']);
    expect(
      unwrap(await findByValue(farm.as('viewer'), { setting: 'enclosureNeed', comparison: 'is', text: 'closed' }))
        .length,
    ).toBe(5);
    expect(
      await findByValue(farm.as('viewer'), { setting: 'nozzleC', comparison: 'above', text: 'hot' }),
    ).toMatchObject({ ok: false });
  });
  const change = (keys: string[], text: string, write: boolean) =>
    changeMany(farm.as('lead'), {
      changes: keys.map((key) => ({ kind: 'material', key, setting: 'fanPercent', text })),
      message: 'cooler summers',
      reason: 'measured',
      write,
    });
  test('shows first, then writes one revision each', async () => {
    expect(
      unwrap(await change(['fienile-pla-white', 'fienile-pla-honey'], '90 %', false)).rows.map((r) => [
        r.from,
        r.to,
        r.problem,
      ]),
    ).toEqual([
      ['from parent', '90 %', null],
      ['from parent', '90 %', null],
    ]);
    expect((await getReleasedRevision(farm.as('viewer'), id('Fienile PLA white'))).number).toBe(1);
    expect(unwrap(await change(['fienile-pla-white', 'fienile-pla-honey'], '90 %', true))).toMatchObject({
      profiles: 2,
      state: 'released',
    });
    expect((await getReleasedRevision(farm.as('viewer'), id('Fienile PLA white'))).own['fanPercent']).toBe(90);
  });
  test('takes all of them back in one go, or none where one has moved on', async () => {
    const own = async (name: string) => (await getReleasedRevision(farm.as('viewer'), id(name))).own['fanPercent'];
    const keys = ['fienile-pla-white', 'fienile-pla-honey'];
    const first = unwrap(await change(keys, '85 %', true));
    const second = unwrap(await change(['fienile-pla-white'], '80 %', true));
    expect(await takeBackMany(farm.as('lead'), first.made)).toMatchObject({ ok: false, failure: { code: 'movedOn' } });
    expect([await own('Fienile PLA white'), await own('Fienile PLA honey')]).toEqual([80, 85]);
    unwrap(await takeBackMany(farm.as('lead'), second.made));
    const again = unwrap(await change(keys, '70 %', true));
    expect(unwrap(await takeBackMany(farm.as('lead'), again.made)).profiles).toBe(2);
    expect([await own('Fienile PLA white'), await own('Fienile PLA honey')]).toEqual([85, 85]);
  });
  test('facets count what each choice would leave, without their own choice', async () => {
    const asked = (query: Record<string, string>) => listed(farm.as('viewer'), profileList, query);
    const some = await asked({ kind: 'material', technology: 'filament' });
    const whole = await asked({});
    expect(some.facets['kind']!.length).toBeGreaterThan(1);
    expect(some.facets['kind']!.find((x) => x.value === 'material')!.n).toBe(some.found);
    expect(whole.facets['kind']!.reduce((s, x) => s + x.n, 0)).toBe(whole.found);
    expect(whole.facets['tag']!.length).toBeGreaterThan(3);
    for (const t of whole.facets['tag']!) expect((await asked({ tag: t.value })).found).toBe(t.n);
  });
  test.each([
    ['pla-stock', '90 %', 'stock is read-only'],
    ['gone', '90 %', 'there is no material gone'],
    ['ginestrel-pva', '900', 'cannot be meant'],
  ])('%s with %s stops all of them', async (key, text, why) => {
    const before = (await getReleasedRevision(farm.as('viewer'), id('Torba ASA natural'))).number;
    const r = await changeMany(farm.as('lead'), {
      changes: [
        { kind: 'material', key: 'torba-asa-natural', setting: 'fanPercent', text: '20 %' },
        { kind: 'material', key, setting: 'fanPercent', text },
      ],
      message: 'all or none',
      reason: 'measured',
      write: true,
    });
    expect(JSON.stringify(r)).toContain(why);
    expect((await getReleasedRevision(farm.as('viewer'), id('Torba ASA natural'))).number).toBe(before);
  });
  test('keeps stock keys stable in the file that is written out', async () => {
    expect((await exportLibrary(farm.as('viewer'), [id('PLA, stock')])).profiles.map((p) => [p.key, p.stock])).toEqual([
      ['pla-stock', true],
    ]);
  });
});
