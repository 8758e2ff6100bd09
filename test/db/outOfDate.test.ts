import { and, eq } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { checkAgain, jobList, listJobs, markOutOfDate, runCheck } from '../../src/areas/checks/server/index.ts';
import { checkRun } from '../../src/areas/checks/server/tables.ts';
import { verdictStates } from '../../src/areas/checks/model/states.ts';
import { makeProfile, saveRevision } from '../../src/areas/library/server/index.ts';
import { getNewestRevision } from '../../src/areas/library/server/queries.ts';
import { addMachine, loadLot, mountTool } from '../../src/areas/machines/server/index.ts';
import { getToday } from '../../src/areas/today/server/index.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { benchFarm, meshJob, type Bench } from './benchFarm.ts';
import { listed } from './listed.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let bench: Bench;
let other: Bench;
let [here, there] = ['', ''];
let seen = 0;
/** Does the check that a job waits for; what comes after is newer. */
async function check(jobId: string): Promise<void> {
  const ctx = farm.as('technician');
  const [run] = await ctx.db
    .select()
    .from(checkRun)
    .where(and(eq(checkRun.jobId, jobId), eq(checkRun.state, 'queued')));
  await runCheck(ctx, run!.id);
  farm.clock.set(new Date(farm.clock.now().getTime() + 1000));
}
const block = (on: Bench) =>
  meshJob(farm, on, writeStl(boxMesh([0, 0, 0], [9, 9, 2])), { unit: null, placement: asDrawn(110, 105) });
beforeAll(async () => {
  farm = await freshFarm('out_of_date');
  bench = await benchFarm(farm);
  const lead = farm.as('lead');
  const hotter = { kind: 'material' as const, name: 'Plain, hot', parentId: bench.materialId, own: { nozzleC: 215 } };
  const materialId = unwrap(await makeProfile(lead, { ...hotter, message: 'first' })).id;
  const m = unwrap(await addMachine(lead, { ...bench.m, name: 'Hut two', device: null }));
  unwrap(await mountTool(lead, m.id, bench.toolId, ''));
  unwrap(await loadLot(lead, m.id, { materialId, lot: 'B1', remainingG: 900 }));
  other = { ...bench, m, materialId };
  here = await block(bench);
  there = await block(other);
  for (const id of [here, there]) await check(id);
  seen = await markOutOfDate(lead, null);
});
afterAll(() => farm.close());

const mark = async (): Promise<void> => {
  seen = await markOutOfDate(farm.as('lead'), seen);
};
const changes = async () =>
  new Map((await listJobs(farm.as('viewer'), verdictStates)).map((j) => [j.id, j.changed?.join('; ') ?? null]));

test('a verdict that holds bears no mark', async () => {
  expect(await changes()).toEqual(
    new Map([
      [there, null],
      [here, null],
    ]),
  );
  const today = await getToday(farm.as('viewer'));
  expect(today.outOfDate).toEqual([]);
});

test('what is loaded on one machine puts the jobs of that machine out of date, and says so on Today and in the list', async () => {
  unwrap(await loadLot(farm.as('lead'), bench.m.id, { materialId: bench.materialId, lot: 'C3', remainingG: 700 }));
  await mark();
  expect((await changes()).get(here)).toBe('Plain, lot C3 is loaded now');
  expect((await changes()).get(there)).toBeNull();
  const today = await getToday(farm.as('viewer'));
  expect(today.outOfDate.map((j) => j.id)).toEqual([here]);
  expect([...today.blocked, ...today.waiting].map((j) => j.id)).toEqual([there]);
  const found = await listed(farm.as('viewer'), jobList, { search: 'out of date' });
  expect(found.rows.map((j) => j.id)).toEqual([here]);
});

test('checked again, the mark is gone before anything looks again', async () => {
  unwrap(await checkAgain(farm.as('technician'), here));
  await check(here);
  expect((await changes()).get(here)).toBeNull();
});

test('a value released in a profile touches the jobs that name it and those that name one below it', async () => {
  const lead = farm.as('lead');
  const setBed = async (bedC: number): Promise<void> => {
    const newest = await getNewestRevision(lead, bench.materialId);
    const to = { profileId: bench.materialId, baseRevisionId: newest.id, reasons: {}, message: 'the bed' };
    unwrap(await saveRevision(lead, { ...to, own: { ...newest.own, bedC } }));
    await mark();
  };
  await setBed(60);
  expect([...(await changes()).values()]).toEqual(['bed now 60 °C', 'bed now 60 °C']);
  await setBed(55);
  expect([...(await changes()).values()]).toEqual([null, null]);
});
