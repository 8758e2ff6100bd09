import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { jobList } from '../../src/areas/checks/server/index.ts';
import { profileList } from '../../src/areas/library/server/index.ts';
import { maintenanceList } from '../../src/areas/machines/server/index.ts';
import { insertRecipe, recipeList } from '../../src/areas/recipes/server/index.ts';
import { requestList } from '../../src/areas/requests/server/index.ts';
import { trialList } from '../../src/areas/trials/server/index.ts';
import type { Cell, ListPage } from '../../src/core/lists/list.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { eventList } from '../../src/platform/events/list.ts';
import { recordEvents } from '../../src/platform/events/record.ts';
import type { ListSpec } from '../../src/platform/lists/page.ts';
import { sortRows } from '../../src/ui/listRows.ts';
import { meshJob } from './benchFarm.ts';
import { copies } from './copies.ts';
import { cellsListed, listed, tableOfList } from './listed.ts';
import { farm, m, materialId, openBench, plan, processId, toolId } from './trialBench.ts';

const MANY = 12_000;
/** Beside what the bench makes itself. */
const FEW = 65;
const PER_PAGE = 9;
const reader = () => farm.as('viewer');
let oldTrial = '';
let oldJob = '';

/** Materials, their names counted, each with its released revision. */
async function materials(first: number, last: number): Promise<void> {
  await farm.pool.query(
    `insert into profile (id, kind, key, name, tags, owner_id, created_at)
     select 'p' || i, 'material', 'resina-' || i, 'Résina ' || i, case when i % 10 = 0 then '["tenth", "many"]' else '["many"]' end::jsonb, 'u', now() from generate_series($1::int, $2::int) i`,
    [first, last],
  );
  await farm.pool.query(
    `insert into revision (id, profile_id, number, own, reasons, resolved, catalogue_version, message, author_id, author_name, at)
     select 'r' || i, 'p' || i, 1, case when i % 3 = 0 then '{"family": "PLA"}' else '{}' end::jsonb, '{}', '{}', 1, 'm', 'u', 'u', now() - make_interval(mins => i) from generate_series($1::int, $2::int) i`,
    [first, last],
  );
  await farm.pool.query(
    `insert into revision_event (id, revision_id, state, by, at) select 'e' || i, 'r' || i, 'released', 'u', now() from generate_series($1::int, $2::int) i`,
    [first, last],
  );
}

/** Trials, jobs and materials from one number on to another. */
async function fill(many: number): Promise<void> {
  await copies(farm, many, 'trial', oldTrial, {
    state: `case when i % 5 = 0 then 'accepted' else 'set aside' end`,
    lot: `'L' || i`,
    created_at: `now() - make_interval(mins => i % 7)`,
  });
  await copies(farm, many, 'job', oldJob, {
    title: `'Bracket ' || i`,
    state: `'failed'`,
    due: `case when i % 4 = 0 then null else now() + make_interval(hours => i % 11) end`,
  });
}
beforeAll(async () => {
  await openBench('lists');
  oldTrial = await plan('flow');
  oldJob = await meshJob(farm, { m, toolId, materialId, processId }, writeStl(boxMesh([0, 0, 0], [9, 9, 2])), {
    unit: null,
    placement: asDrawn(110, 105),
  });
  await fill(FEW);
  await materials(1, FEW);
  for (let i = 0; i < FEW; i++)
    await insertRecipe(farm.as('technician'), {
      name: `Recipe ${i}`,
      machineId: i % 3 ? m.id : null,
      printerId: i % 3 ? null : m.printerId,
      processId,
      overrides: {},
      kept: true,
      roles: [{ role: 'part body', toolId, materialId }],
    });
  await farm.pool.query(
    `insert into maintenance (id, machine_id, kind, note, by, by_name, at)
     select 'w' || i, $1, (array['nozzle', 'axis', 'cleaning'])[1 + i % 3], case when i % 4 = 0 then '' else 'note ' || i end, 'u', 'Livia ' || i % 5, now() - make_interval(mins => i % 9)
     from generate_series(1, $2::int) i`,
    [m.id, FEW],
  );
  await farm.pool.query(
    `insert into print_request (id, title, wanted, quantity, due, files, state, created_by, created_by_name, created_at)
     select 'q' || i, 'Clip ' || i, 'Colour ' || i % 4, 1 + i % 6, case when i % 5 = 0 then null else date '2026-12-01' + i % 8 end,
       '[{"sha256": "f", "name": "clip.stl", "size": 84}]', (array['open', 'taken up', 'declined'])[1 + i % 3], 'u', 'Ilse ' || i % 3, now() - make_interval(mins => i % 9)
     from generate_series(1, $1::int) i`,
    [FEW],
  );
  await farm.pool.query(`update job set request_id = 'q' || (1 + number % 9) where number % 4 = 0`);
  await recordEvents(
    farm.as('technician'),
    Array.from({ length: FEW }, (_, i) => ({
      subjectKind: 'machine',
      subjectId: m.id,
      subjectName: `Record ${i % 13}`,
      what: `note ${i % 5}`,
      to: { i },
      why: i % 3 ? `reason ${i}` : null,
    })),
  );
});
afterAll(() => farm.close());

/** Every page of a list, read on by what the last one says comes next. */
async function pagesOf<T, K extends string>(
  list: ListSpec<T, K>,
  query: Readonly<Record<string, string>>,
): Promise<ListPage<T>[]> {
  const pages = [await listed(reader(), list, query)];
  for (let next = pages[0]!.next; next !== null; next = pages.at(-1)!.next)
    pages.push(await listed(reader(), list, { ...query, after: next }));
  return pages;
}

const lists = [
  ['trials', trialList, { search: 'flow' }],
  ['jobs', jobList, { search: 'block.stl' }],
  ['profiles', profileList, {}],
  ['recipes', recipeList, {}],
  ['events', eventList, {}],
  ['maintenance', maintenanceList, {}],
  ['requests', requestList, {}],
] as unknown as readonly (readonly [string, ListSpec<object, string>, Record<string, string>])[];

describe.each(lists)('%s', (_, list, query) => {
  const sortable = Object.keys(list.columns).filter((key) => list.cells[key] && !list.cells[key].isMany);
  test.each(sortable.flatMap((key) => [key, `-${key}`]))(
    'sorted by %s, pages hold every row once, in order',
    async (sort) => {
      const limit = String(PER_PAGE);
      const pages = await pagesOf(list, { ...query, sort, limit });
      const rows = pages.flatMap((p) => p.rows);
      const [first] = pages;
      expect(first!.found).toBeGreaterThan(FEW - 1);
      expect([new Set(rows.map((r) => list.idOf(r))).size, rows.length]).toEqual([first!.found, first!.found]);
      expect(pages.map((p) => p.before)).toEqual(pages.map((_page, i) => i * PER_PAGE));
      // what it is sorted by is what it shows, as people count
      const { of } = list.columns[sort.replace('-', '')]!;
      const cells = rows.map((r): Cell => of(r));
      expect(cells).toEqual(sortRows(cells, (c) => c, sort.startsWith('-')));
      const last = pages.at(-1)!;
      const back: ListPage<object>[] = [last];
      for (let to = last.previous; to !== null; to = back[0]!.previous)
        back.unshift(await listed(reader(), list, { ...query, sort, limit, before: to }));
      expect(back.map((p) => p.rows.map((r) => list.idOf(r)))).toEqual(
        pages.map((p) => p.rows.map((r) => list.idOf(r))),
      );
      expect([back[0]!.previous, last.next]).toEqual([null, null]);
    },
  );
  test('a choice shows the value that its column shows, as often as it says', async () => {
    const { facets } = await listed(reader(), list, query);
    for (const [key, counts] of Object.entries(facets))
      for (const { value, n } of counts.slice(0, 3)) {
        const page = await listed(reader(), list, { ...query, [key]: value });
        expect([key, value, page.found]).toEqual([key, value, n]);
        for (const row of page.rows) expect(String(list.columns[key]!.of(row))).toContain(value);
      }
  });
  test.each([
    ['a place cut short', { after: 'WyJ' }],
    ['a place of another list', { after: Buffer.from('["nothing",null,"x"]').toString('base64url') }],
    [
      'a place that is no figure',
      { sort: sortable[0]!, after: Buffer.from(`["${sortable[0]!}","x","y"]`).toString('base64url') },
    ],
    [
      'a place of rubbish behind a time',
      { sort: 'when', after: Buffer.from('["when","2026-02-31","1"]').toString('base64url') },
    ],
    [
      'a place with a letter that there is not',
      { sort: sortable[0]!, after: Buffer.from(`["${sortable[0]!}","1","1\\u0000"]`).toString('base64url') },
    ],
    ['an order that there is not', { sort: '-nothing' }],
    ['a choice that there is not', { nothing: 'x' }],
    ['a page of minus one', { limit: '-1' }],
    ['a page of a million', { limit: '1e6' }],
    ['a page past the end', { page: '1000000' }],
  ])('%s shows the first page', async (_what, rubbish) => {
    const usual = await listed(reader(), list, query);
    const shown = await listed(reader(), list, { ...query, ...(rubbish as Record<string, string>) });
    expect([shown.found, shown.before]).toEqual([usual.found, 0]);
    expect(shown.rows.length).toBeGreaterThan(0);
  });
  test.each(["'; drop table trial; --", '\\zq', '%_%', '<b>', '𝔘𝔫', 'zq\0xz'])(
    'words like %j are looked for as they are, and stand in no row',
    async (search) => expect((await listed(reader(), list, { search })).found).toBe(0),
  );
  test('blanks alone ask for nothing', async () => {
    const { found, all } = await listed(reader(), list, { search: ' '.repeat(300) });
    expect(found).toBe(all);
  });
  test('whoever looks for a record spares the counting of choices, and finds the same rows', async () => {
    const usual = await listed(reader(), list, query);
    const spared = await listed(reader(), list, { ...query, facets: 'none' });
    expect(spared).toEqual({ ...usual, facets: {} });
    const [key, counts] = Object.entries(usual.facets).find(([, c]) => c.length > 0)!;
    const chosen = { ...query, [key]: counts[0]!.value, facets: 'none' };
    expect((await listed(reader(), list, chosen)).found).toBe(counts[0]!.n);
  });
});

describe('among twelve thousand', () => {
  beforeAll(async () => {
    await fill(MANY - FEW);
    await materials(FEW + 1, MANY);
    await farm.pool.query('analyze');
  });
  test('the oldest open trial is found by its number, by its state, and by turning pages', async () => {
    const bySearch = await cellsListed(reader(), trialList, 'name', { search: 'T-0001 flow' });
    const byState = await cellsListed(reader(), trialList, 'name', { state: 'planned' });
    const pages = await pagesOf(trialList, { limit: '1000' });
    expect([bySearch[0], byState, pages.length, pages.at(-1)!.rows.at(-1)!.id]).toEqual([
      'T-0001',
      ['T-0001'],
      13,
      oldTrial,
    ]);
    expect((await listed(reader(), trialList, { sort: 'name' })).rows[0]!.id).toBe(oldTrial);
  });
  test('the table file holds all rows, or all that are asked for', async () => {
    const whole = await tableOfList(reader(), trialList);
    const some = await tableOfList(reader(), trialList, { state: 'accepted', sort: 'name' });
    expect([whole.length, new Set(whole).size, some.length]).toEqual([MANY + 2, MANY + 2, MANY / 5 + 1]);
    expect(whole[0]).toBe('Trial,Kind,State,Machine,Tool,Material,Lot,Proved,Readings,By,Planned');
    expect([whole.at(-1)!.slice(0, 19), some[1]!.slice(0, 20)]).toEqual([
      'T-0001,flow,planned',
      'T-0006,flow,accepted',
    ]);
    expect(await tableOfList(reader(), jobList)).toHaveLength(MANY + 2);
  });
  test('the 9,999th material is found by its name without its accent, and by its id', async () => {
    const named = await listed(reader(), profileList, {
      kind: 'material',
      state: 'in use',
      search: 'RESINA 9999',
      limit: '50',
    });
    const own = await listed(reader(), profileList, { id: 'p9999' });
    expect([named.rows.map((p) => p.id), own.rows.map((p) => p.name)]).toEqual([['p9999'], ['Résina 9999']]);
  });
  test('a choice of many values counts each of them', async () => {
    const { facets } = await listed(reader(), profileList, { search: 'resina' });
    expect(facets['tag']).toEqual([
      { value: 'many', n: MANY },
      { value: 'tenth', n: MANY / 10 },
    ]);
    expect(facets['family']).toEqual([{ value: 'PLA', n: MANY / 3 }]);
  });
  test('rows that come or go meanwhile move nobody’s place', async () => {
    const first = await listed(reader(), trialList, { sort: '-name', limit: '10' });
    await copies(farm, 3, 'trial', oldTrial, { state: `'set aside'` });
    const next = await listed(reader(), trialList, { sort: '-name', limit: '10', after: first.next! });
    expect(next.rows[0]!.name).toBe(`T-${Number(first.rows.at(-1)!.name.slice(2)) - 1}`);
  });
});
