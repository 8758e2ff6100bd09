import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { LibraryFile } from '../../src/areas/library/model/exchange.ts';
import {
  copyProfile,
  exportLibrary,
  importLibrary,
  makeProfile,
  previewImport,
  saveRevision,
  writePairing,
} from '../../src/areas/library/server/index.ts';
import { getReleasedRevision, getNewestRevision } from '../../src/areas/library/server/queries.ts';
import { demoProfiles } from '../../src/workers/demo/library.ts';
import { addMachine } from '../../src/areas/machines/server/index.ts';
import { exportWhole, importWhole, keepRecipe, previewWhole } from '../../src/areas/recipes/server/index.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let other: Farm;
let written: LibraryFile;
const ids = new Map<string, string>();
beforeAll(async () => {
  farm = await freshFarm('exchange');
  for (const { parent, ...p } of demoProfiles)
    ids.set(
      p.name,
      unwrap(await makeProfile(farm.as('lead'), { ...p, parentId: parent ? ids.get(parent)! : null, message: 'first' }))
        .id,
    );
  written = await exportLibrary(farm.as('viewer'), null);
  other = await freshFarm('exchange_other');
});
afterAll(async () => {
  await farm.close();
  await other.close();
});
const choice = { leaveOutInvalid: false, take: [] };
const count = async (f: Farm): Promise<number> =>
  Number((await f.pool.query('select count(*) as n from profile')).rows[0].n);

test('a library written out and taken in elsewhere is the same library', async () => {
  const taken = unwrap(await importLibrary(other.as('lead'), JSON.stringify(written), choice));
  expect(taken).toEqual({ made: demoProfiles.length, changed: 0, left: 0 });
  const back = await exportLibrary(other.as('viewer'), null);
  const plain = (f: LibraryFile) => f.profiles.map(({ stock: _, ...p }) => p); // stock is what ships, never what is taken in
  expect(plain(back)).toEqual(plain(written));
  expect(
    unwrap(await previewImport(other.as('viewer'), JSON.stringify(written))).rows.every((r) => r.state === 'same'),
  ).toBe(true);
});
test('what is written out holds to the published JSON Schema, and a slip does not', () => {
  const ajv = new Ajv2020({ strict: false });
  const check = ajv.compile(JSON.parse(readFileSync('docs/formats/library.schema.json', 'utf8')) as object);
  expect(check(written), JSON.stringify(check.errors)).toBe(true);
  const bad = structuredClone<unknown>(written) as { profiles: { own: Record<string, unknown> }[] };
  bad.profiles[0]!.own['layerHeightMm'] = '0.2';
  expect(check(bad)).toBe(false);
});
test('a chosen profile brings its parents, so that the file stands by itself', async () => {
  const file = await exportLibrary(farm.as('viewer'), [ids.get('Torba ASA natural')!]);
  expect(file.profiles.map((p) => p.name)).toEqual(
    ['ASA, farm base', 'Styrenics, enclosed, stock', 'Torba ASA natural'].sort(),
  );
});
test('one bad record stops the whole file, unless somebody leaves it out', async () => {
  const good = { ...written.profiles.find((p) => p.name === 'Fine 0.20')!, key: 'brought', name: 'Brought' };
  const bad = { ...good, key: 'slip', name: 'Slip', own: { layerHeightMm: 20 } };
  const text = JSON.stringify({ ...written, profiles: [good, bad] });
  const before = await count(farm);
  expect(await importLibrary(farm.as('technician'), text, choice)).toMatchObject({
    ok: false,
    failure: { code: 'badRecord', count: 1, index: 1 },
  });
  expect(await count(farm)).toBe(before);
  expect(unwrap(await importLibrary(farm.as('technician'), text, { ...choice, leaveOutInvalid: true }))).toEqual({
    made: 1,
    changed: 0,
    left: 1,
  });
});
test('what a technician takes in waits for a lead', async () => {
  const row = (await farm.pool.query("select id from profile where key = 'brought'")).rows[0] as { id: string };
  expect([
    (await getReleasedRevision(farm.as('viewer'), row.id)).own,
    Object.keys((await getNewestRevision(farm.as('viewer'), row.id)).own).length > 0,
  ]).toEqual([{}, true]);
});
test('a record changed here since it was written out comes in only where somebody takes it', async () => {
  const id = unwrap(await copyProfile(farm.as('lead'), ids.get('Quick 0.28')!, 'Touched')).id;
  const first = await exportLibrary(farm.as('viewer'), [id]);
  const mine = JSON.stringify({
    ...first,
    profiles: first.profiles.map((p) => (p.name === 'Touched' ? { ...p, own: { walls: 7 } } : p)),
  });
  unwrap(
    await saveRevision(farm.as('lead'), {
      profileId: id,
      baseRevisionId: (await getReleasedRevision(farm.as('lead'), id)).id,
      own: { walls: 4 },
      reasons: {},
      message: 'meanwhile',
    }),
  );
  expect(unwrap(await previewImport(farm.as('viewer'), mine)).rows.find((r) => r.name === 'Touched')).toMatchObject({
    state: 'conflicting',
    changes: [{ key: 'walls', from: 4, to: 7 }],
  });
  expect(unwrap(await importLibrary(farm.as('lead'), mine, choice)).changed).toBe(0);
  expect(unwrap(await importLibrary(farm.as('lead'), mine, { ...choice, take: ['process:touched'] })).changed).toBe(1);
  expect((await getReleasedRevision(farm.as('viewer'), id)).own).toEqual({ walls: 7 });
});
test('5,000 records come in at once', async () => {
  const base = written.profiles.find((p) => p.name === 'Fine 0.20')!;
  const profiles = Array.from({ length: 5000 }, (_, i) => ({
    ...base,
    key: `many-${i}`,
    name: `Many ${i}`,
    parent: i % 5 === 0 ? base.parent : `many-${i - 1}`,
  }));
  expect(unwrap(await importLibrary(farm.as('lead'), JSON.stringify({ ...written, profiles }), choice)).made).toBe(
    5000,
  );
});

test('proven values and kept recipes come along, and stand elsewhere as they stood here', async () => {
  const lead = farm.as('lead');
  const id = (name: string): string => ids.get(name)!;
  const floor = async (f: Farm, printerId: string) =>
    unwrap(await addMachine(f.as('lead'), { name: 'Hut', printerId, place: 'bench', device: null })).id;
  const machineId = await floor(farm, id('Ardesia 220'));
  const elsewhere = await freshFarm('exchange_third');
  await writePairing(
    lead,
    { machineId, toolId: id('0.4 brass'), materialId: id('Fienile PLA white'), label: 'Hut' },
    {
      flow: {
        value: 0.97,
        uncertainty: 0.01,
        range: { min: 0.94, max: 1, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' },
        trialId: 't',
        trialName: 'T-0007',
        machineId,
        conditions: { lot: '5510' },
        provenOn: '2026-11-01T08:00:00.000Z',
        validUntil: '2027-01-30T08:00:00.000Z',
      },
    },
    'by trial',
  );
  unwrap(
    await keepRecipe(lead, {
      id: null,
      version: 1,
      name: 'Hive vents',
      choice: {
        machineId,
        printerId: null,
        processId: id('Fine 0.20'),
        roles: [{ role: 'part body', toolId: id('0.4 brass'), materialId: id('Fienile PLA white') }],
      },
      overrides: { fanPercent: 95 },
    }),
  );
  const file = await exportWhole(farm.as('viewer'), null);
  const text = JSON.stringify(file);
  expect([file.pairings.length, file.recipes.map((r) => r.name)]).toEqual([1, ['Hive vents']]);
  expect(
    new Ajv2020({ strict: false }).compile(
      JSON.parse(readFileSync('docs/formats/library.schema.json', 'utf8')) as object,
    )(file),
  ).toBe(true);
  // Without the machine both are named as what cannot come in; nothing is written.
  const states = async (f: Farm, role: 'lead' | 'technician' = 'lead') =>
    unwrap(await previewWhole(f.as(role), text))
      .rows.filter((r) => r.kind === 'pairing' || r.kind === 'recipe')
      .map((r) => r.state);
  expect(await states(elsewhere)).toEqual(['invalid', 'invalid']);
  expect(await importWhole(elsewhere.as('lead'), text, choice)).toMatchObject({
    ok: false,
    failure: { code: 'badRecord', why: expect.stringContaining('There is no machine hut') },
  });
  expect(await count(elsewhere)).toBe(0);
  unwrap(await importWhole(elsewhere.as('lead'), text, { leaveOutInvalid: true, take: [] }));
  const printer = (await elsewhere.pool.query("select id from profile where key = 'ardesia-220'")).rows[0] as {
    id: string;
  };
  await floor(elsewhere, printer.id);
  expect([await states(elsewhere), await states(elsewhere, 'technician')]).toEqual([
    ['new', 'new'],
    ['invalid', 'new'],
  ]);
  expect(unwrap(await importWhole(elsewhere.as('lead'), text, choice))).toMatchObject({ made: 2, changed: 0 });
  const back = await exportWhole(elsewhere.as('viewer'), null);
  expect([back.pairings, back.recipes]).toEqual([file.pairings, file.recipes]);
  expect(await states(elsewhere)).toEqual(['same', 'same']);
  const other2 = JSON.stringify({
    ...file,
    profiles: [],
    recipes: file.recipes.map((r) => ({ ...r, overrides: {} })),
    pairings: file.pairings.map((p) => ({
      ...p,
      revision: 2,
      entries: { flow: [{ ...p.entries['flow']![0]!, value: 0.99 }] },
    })),
  });
  expect(unwrap(await previewWhole(elsewhere.as('lead'), other2)).rows.map((r) => r.state)).toEqual([
    'changed',
    'conflicting',
  ]);
  expect(
    unwrap(await importWhole(elsewhere.as('lead'), other2, { leaveOutInvalid: false, take: ['recipe:Hive vents'] })),
  ).toMatchObject({ made: 0, changed: 2 });
  expect((await exportWhole(elsewhere.as('viewer'), null)).recipes[0]!.overrides).toEqual({});
  await elsewhere.close();
});
