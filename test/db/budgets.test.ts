import { drizzle } from 'drizzle-orm/node-postgres';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { getJobPage, jobList, listOtherMachines } from '../../src/areas/checks/server/index.ts';
import { getRecipePage, keepRecipe } from '../../src/areas/recipes/server/index.ts';
import type { PairingEntry } from '../../src/areas/library/model/records.ts';
import { writePairing } from '../../src/areas/library/server/index.ts';
import {
  getMachinePage,
  getPairingMatrix,
  listAllCare,
  listMachineCards,
} from '../../src/areas/machines/server/index.ts';
import { getFloor, getToday } from '../../src/areas/today/server/index.ts';
import { listDrifts, listDue, trialList } from '../../src/areas/trials/server/index.ts';
import { forOnePage } from '../../src/platform/db/bySets.ts';
import type { Ctx } from '../../src/platform/db/context.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { benchFarm, meshJob, planFlow, type Bench } from './benchFarm.ts';
import { listed } from './listed.ts';
import { freshFarm, unwrap, withoutVerifying, type Farm } from './setup.ts';

let farm: Farm;
let bench: Bench;
let jobId = '';
let recipeId = '';
let asked = 0;
/** A reader of one page, as a route gives it, whose statements are counted. */
const counting = (): Ctx =>
  forOnePage({ ...farm.as('technician'), db: drizzle(farm.pool, { logger: { logQuery: () => asked++ } }) });
const statements = async (read: (ctx: Ctx) => Promise<unknown>): Promise<number> => {
  asked = 0;
  await read(counting());
  return asked;
};
/** As many machines as that in use, like the first, each with the tool and a spool of its own on it. */
async function grow(to: number): Promise<void> {
  const { m, toolId, materialId } = bench;
  const { pool } = farm;
  const fresh = `select n, 'm' || n id from generate_series(2, ${to}) n where not exists (select from machine where id = 'm' || n)`;
  await pool.query(`create temporary table fresh as ${fresh}`);
  await pool.query(
    `insert into machine (id, key, name, printer_id, place, state) select id, id, 'Hut ' || n, $1, 'wall', 'ready' from fresh`,
    [m.printerId],
  );
  await pool.query(`insert into mount (machine_id, index, tool_id, at, by) select id, 0, $1, now(), 'x' from fresh`, [
    toolId,
  ]);
  const { rows } = await pool.query<{ name: string }>(
    `select column_name name from information_schema.columns where table_name = 'container' and is_identity = 'NO' and is_generated = 'NEVER'`,
  );
  const columns = rows.map((r) => r.name);
  const set: Readonly<Record<string, string>> = { id: `'c' || f.id`, code: `'S-' || 1000 + f.n` };
  await pool.query(
    `insert into container (${columns.map((c) => `"${c}"`).join(', ')}) select ${columns.map((c) => set[c] ?? `c."${c}"`).join(', ')} from fresh f, (select * from container where material_id = $1 limit 1) c`,
    [materialId],
  );
  await pool.query(
    `insert into slot (machine_id, index, container_id, at, by) select id, 0, 'c' || id, now(), 'x' from fresh`,
  );
  await pool.query('drop table fresh');
  await pool.query(
    `update machine set state = case when substr(id, 2)::int <= $1 then 'ready' else 'retired' end where id ~ '^m[0-9]+$'`,
    [to],
  );
}
/** Evidence of its own for each machine that is there, like the first one's but run out yesterday. */
async function haveRunOut(): Promise<void> {
  const past = `jsonb_set(r.entries, '{flow,0,validUntil}', '"2026-11-18T08:00:00Z"')`;
  await farm.pool.query(
    `
    with first as (select * from pairing where scope_id = $1), made as (
      insert into pairing (id, scope, scope_id, tool_id, material_id, created_at)
      select 'p' || m.id, 'machine', m.id, first.tool_id, first.material_id, first.created_at from machine m, first where m.id <> $1 returning id)
    insert into pairing_revision (id, pairing_id, number, entries, message, author_id, author_name, at)
    select 'r' || made.id, made.id, 1, ${past}, r.message, r.author_id, r.author_name, r.at
    from made, pairing_revision r join first on first.id = r.pairing_id where r.number = 1`,
    [bench.m.id],
  );
}

beforeAll(async () => {
  farm = await freshFarm('budgets');
  bench = await benchFarm(farm);
  unwrap(await planFlow(farm.as('technician'), bench));
  const { m, toolId, materialId, processId } = bench;
  const proof: PairingEntry = {
    ...{ value: 0.97, uncertainty: 0.01, trialId: '', trialName: 'bench sheet', machineId: m.id, conditions: {} },
    range: { min: 0.94, max: 1, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' },
    ...{ provenOn: '2026-11-19T08:00:00Z', validUntil: '2027-02-17T08:00:00Z' },
  };
  await writePairing(farm.as('lead'), { machineId: m.id, toolId, materialId, label: 'x' }, { flow: proof }, 'x');
  const roles = [{ role: 'part body' as const, toolId, materialId }];
  const choice = { machineId: m.id, printerId: null, processId, roles };
  recipeId = unwrap(
    await keepRecipe(farm.as('lead'), { id: null, version: 1, name: 'Even, here', choice, overrides: {} }),
  ).id;
  jobId = await meshJob(farm, bench, writeStl(boxMesh([0, 0, 0], [9, 9, 2])), {
    unit: null,
    placement: asDrawn(110, 105),
  });
});
afterAll(() => farm.close());

/** Statements that a page may take, however many machines there are. */
const budgets: readonly (readonly [page: string, most: number, read: (ctx: Ctx) => Promise<unknown>])[] = [
  ['machines', 8, listMachineCards],
  ['Today', 21, getToday],
  ['the floor', 15, getFloor],
  ['care', 6, listAllCare],
  ['pairings', 11, getPairingMatrix],
  ['drift', 3, listDrifts],
  ['a list of trials', 3, (ctx) => listed(ctx, trialList)],
  ['a list of jobs', 3, (ctx) => listed(ctx, jobList)],
  ['a job', 20, (ctx) => getJobPage(ctx, jobId)],
  ['a recipe', 15, (ctx) => getRecipePage(ctx, recipeId)],
  ['other machines for a job', 20, (ctx) => listOtherMachines(ctx, jobId)],
];
test.each(budgets)('%s takes at most %i statements on a floor of 1, 12 and 500 machines', async (_, most, read) => {
  const taken: number[] = [];
  for (const machines of [1, 12, 500]) {
    await grow(machines);
    taken.push(await statements(read));
  }
  expect(Math.max(...taken), taken.join(' ')).toBeLessThanOrEqual(most);
  expect(taken[2]).toBe(taken[1]);
});
/** The same pages when nothing was written since somebody asked last. */
const again: readonly (readonly [page: string, most: number, read: (ctx: Ctx) => Promise<unknown>])[] = [
  ['machines', 1, listMachineCards],
  ['Today', 8, getToday],
  ['the floor', 4, getFloor],
  ['care', 1, listAllCare],
  ['drift', 1, listDrifts],
  ['what is due', 2, (ctx) => listDue(ctx, null)],
];
test.each(again)('%s takes %i statements when nothing was written since', async (_, most, read) => {
  await grow(500);
  await statements(read);
  await withoutVerifying(async () => expect(await statements(read)).toBe(most));
});
test('a card says of one machine among five hundred what its own page says', async () => {
  await grow(500);
  const cards = await listMachineCards(farm.as('viewer'));
  for (const card of [cards[0]!, cards[250]!, cards[499]!])
    expect(unwrap(await getMachinePage(farm.as('viewer'), card.id))).toMatchObject(card);
  const { proofs } = cards.find((c) => c.id === 'm250')!;
  expect(proofs).toEqual([expect.objectContaining({ key: 'flow', state: 'sister', because: 'Hut', value: 0.97 })]);
  expect(cards.find((c) => c.id === bench.m.id)!.proofs).toEqual([
    expect.objectContaining({ key: 'flow', state: 'proven' }),
  ]);
  // the floor counts what a machine has proven itself, and nothing of its sisters
  const floor = new Map((await getFloor(farm.as('viewer'))).map((r) => [r.id, r.evidence]));
  expect([floor.get(bench.m.id), floor.get('m250')]).toEqual([
    { proven: 1, due: 0 },
    { proven: 0, due: 0 },
  ]);
});

test('what is due on each of five hundred machines is asked for all of them at once, and each has its own plan', async () => {
  await haveRunOut();
  const taken: number[] = [];
  for (const machines of [12, 500]) {
    await grow(machines);
    taken.push(await statements((ctx) => listDue(ctx, null)));
    const due = await listDue(farm.as('viewer'), null);
    expect(due.length).toBe(machines - 1); // the first one's own still holds
    for (const one of [due[0]!, due.at(-1)!])
      expect(one).toMatchObject({ kind: 'flow', cover: 'due', cannot: null, massG: expect.closeTo(0.49, 1) as number });
  }
  expect(taken[1]).toBe(taken[0]);
  expect(taken[1]).toBeLessThanOrEqual(15);
});
