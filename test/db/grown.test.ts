import type pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import {
  getJobPage,
  getQueue,
  getRuleRecord,
  jobList,
  listOtherMachines,
  listPrintingJobs,
  listWishedJobPrints,
  markOutOfDate,
  noteOutcome,
  rescueChecks,
} from '../../src/areas/checks/server/index.ts';
import {
  beginCare,
  doCareStep,
  getCarePage,
  getContainerPage,
  getMachinePage,
  getPairingMatrix,
  listAllCare,
  listMachineCards,
  logMaintenance,
  reconcileMachines,
  writeCareTask,
} from '../../src/areas/machines/server/index.ts';
import type { CareTask } from '../../src/areas/machines/model/care.ts';
import { makeRequest, requestList } from '../../src/areas/requests/server/index.ts';
import { getFloor, getNotices, getStatus, getToday, giveNotices } from '../../src/areas/today/server/index.ts';
import {
  addReading,
  decideTrial,
  findUsualProcess,
  getTrialPage,
  listCauses,
  listDrifts,
  listDue,
  listPrintingTrials,
  listRequestedPrints,
  planTrial,
  trialList,
} from '../../src/areas/trials/server/index.ts';
import { openPool } from '../../src/platform/db/client.ts';
import type { Ctx } from '../../src/platform/db/context.ts';
import { MOST_COUNTED, ROWS_PER_PAGE } from '../../src/core/lists/list.ts';
import { eventList } from '../../src/platform/events/list.ts';
import { eachOf, type ListSpec } from '../../src/platform/lists/page.ts';
import { listQuestion } from '../../src/platform/lists/question.ts';
import { sweepOrphans } from '../../src/platform/files/store.ts';
import { liveOn, type Pattern } from '../grown/life.ts';
import { planFlow } from './benchFarm.ts';
import { listed } from './listed.ts';
import { approved, ask, bench, closePrintBench, farm, openPrintBench, print, tech } from './printBench.ts';
import { keepBytes, unwrap } from './setup.ts';

let owner: pg.Pool; // who alone may say how the tables stand
let life: Pattern;
let openJob = '';
let openTrial = '';

/** A trial that is measured and accepted. */
async function acceptedTrial(): Promise<string> {
  const { id } = unwrap(await planFlow(tech(), bench));
  for (const feature of ['front', 'right', 'back', 'left'])
    for (const repeat of [1, 2])
      unwrap(await addReading(tech(), id, { band: 1, feature, repeat, typed: '0.45', instrument: 'calliper' }));
  unwrap(await decideTrial(farm.as('lead'), id, 'accepted', 'for this test'));
  return id;
}
beforeAll(async () => {
  await openPrintBench('grown');
  owner = openPool(farm.ownerUrl);
  const { m } = bench;
  const trialId = await acceptedTrial();
  const jobId = await approved();
  await ask(jobId);
  await print(jobId);
  const fine = { result: 'good', layer: null, signs: [], setAtMachine: '', note: '', pictureSha: null } as const;
  unwrap(await noteOutcome(tech(), jobId, { ...fine, clearsPlate: true }));
  const sweep = {
    ...{ name: 'Sweep', kind: 'axis', isBlocking: false },
    triggers: { hours: null, prints: 1000, days: null, afterFailure: false, afterChange: [] },
    steps: [{ text: 'Sweep it out.', drawing: 'wipe', reading: null }],
  } satisfies CareTask;
  const { printerId } = m;
  unwrap(await writeCareTask(farm.as('lead'), printerId, { key: 'sweep', task: sweep, version: 0, why: 'for this' }));
  const { id: roundId } = unwrap(await beginCare(tech(), m.id, 'sweep'));
  unwrap(await doCareStep(tech(), m.id, { round: roundId, step: 0, reading: null }));
  await logMaintenance(tech(), m.id, 'cleaning', 'dust');
  const { rows: works } = await farm.pool.query<{ id: string }>('select id from maintenance limit 1');
  const files = [{ ...(await keepBytes(tech(), Buffer.from('solid'))), name: 'clip.stl' }];
  const request = { title: 'Cable clips', wanted: 'White', quantity: 4, due: null, files };
  const { rows: spools } = await farm.pool.query<{ id: string }>('select id from container limit 1');
  const { rows: prints } = await farm.pool.query<{ id: string }>('select id from print limit 1');
  life = {
    ...{ trialId, jobId, printId: prints[0]!.id, roundId, maintenanceId: works[0]!.id, containerId: spools[0]!.id },
    requestId: unwrap(await makeRequest(farm.as('viewer'), request)).id,
  };
  openJob = await approved();
  openTrial = unwrap(await planFlow(tech(), bench)).id;
  await farm.pool.query(
    `insert into machine (id, key, name, printer_id, place, state) select 'm' || n, 'm' || n, 'Hut ' || n, $1, 'wall', 'ready' from generate_series(2, $2) n`,
    [bench.m.printerId, MACHINES],
  );
  await liveOn(owner, life, farm.clock.now(), 1, FIRST);
}, 120_000);
afterAll(async () => {
  await owner.end();
  await closePrintBench();
});

const MACHINES = 20;
/** Of each machine its last sixty trials, with work since, beside what is open. */
const DRIFT = { trial: MACHINES * 60 + 10, maintenance: MACHINES * 61 };
const MOST_JUDGED = { job_outcome: 2000, check_run: 2000, job: 2000 };
const FIRST = 500;
/** The first rows of a list in its usual order. */
const firstOf =
  <T, K extends string>(list: ListSpec<T, K>) =>
  (ctx: Ctx): Promise<unknown> =>
    eachOf(ctx, list, listQuestion({}), 20).next();
/** A page with what it reads, and how many rows of a table it reads at most where it stops at a number of its own. */
const PAGES: readonly (readonly [
  page: string,
  read: (ctx: Ctx) => Promise<unknown>,
  most?: Readonly<Record<string, number>>,
])[] = [
  ['Today', getToday, DRIFT],
  ['the floor', getFloor],
  ['machines', listMachineCards],
  ['a machine', (ctx) => getMachinePage(ctx, bench.m.id)],
  ['care of a machine', (ctx) => getCarePage(ctx, bench.m.id)],
  ['care', listAllCare],
  ['a spool', (ctx) => getContainerPage(ctx, life.containerId)],
  ['pairings', getPairingMatrix],
  ['a job', (ctx) => getJobPage(ctx, openJob)],
  ['other machines for a job', (ctx) => listOtherMachines(ctx, openJob)],
  ['the queue', getQueue],
  ['the record of rules', getRuleRecord, MOST_JUDGED],
  ['a trial', (ctx) => getTrialPage(ctx, openTrial)],
  ['what is due', (ctx) => listDue(ctx, null)],
  ['drift', listDrifts, DRIFT],
  ['causes of a sign', (ctx) => listCauses(ctx, bench.m.id, 'starved')],
  ['the usual process', (ctx) => findUsualProcess(ctx, bench.m.id, bench.materialId), { trial: 200 }],
  [
    'a preview of a trial',
    (ctx) =>
      planTrial(ctx, {
        kind: 'flow',
        machineId: bench.m.id,
        toolId: bench.toolId,
        materialId: bench.materialId,
        processId: bench.processId,
        bands: null,
        options: {},
        recipeId: null,
      }),
  ],
  ['the bell', getNotices],
  ['the status', getStatus],
  ['jobs', firstOf(jobList)],
  ['trials', firstOf(trialList)],
  ['requests', firstOf(requestList)],
  ['events', firstOf(eventList)],
  // looked through once for its number and once for its choices, so far as it is counted
  ['the log with its counts', (ctx) => listed(ctx, eventList), { event: 2 * (MOST_COUNTED + 1) + ROWS_PER_PAGE }],
  ['polling: jobs that print', listPrintingJobs],
  ['polling: wishes of jobs', listWishedJobPrints],
  ['polling: trials that print', listPrintingTrials],
  ['polling: wishes of trials', listRequestedPrints],
  ['polling: machines', (ctx) => reconcileMachines(ctx, new Set())],
  ['polling: checks left behind', (ctx) => rescueChecks(ctx)],
  ['polling: notices', giveNotices],
  ['polling: verdicts', async (ctx) => markOutOfDate(ctx, null)],
  ['polling: files that nothing keeps', sweepOrphans],
];

const COUNTED = `select relname name, coalesce(seq_tup_read, 0) + coalesce(idx_tup_fetch, 0) n from pg_stat_xact_user_tables`;
/** Rows that are read of each table, by whatever way, while something is asked. */
async function rowsRead(read: (ctx: Ctx) => Promise<unknown>): Promise<ReadonlyMap<string, number>> {
  const ctx = farm.as('lead');
  const done = new Error('read');
  let counted: ReadonlyMap<string, number> = new Map();
  await ctx.db
    .transaction(async (db) => {
      const count = async () =>
        new Map((await db.execute<{ name: string; n: string }>(COUNTED)).rows.map((r) => [r.name, Number(r.n)]));
      await db.execute('set local enable_seqscan = off'); // so few rows are read whole where a million would not be
      const before = await count();
      await read({ ...ctx, db });
      counted = new Map([...(await count())].map(([name, n]) => [name, n - (before.get(name) ?? 0)]));
      throw done; // what was asked leaves nothing behind
    })
    .catch((e: unknown) => {
      if (e !== done) throw e;
    });
  return counted;
}

test('what a page reads does not grow with what a farm keeps', async () => {
  const before = new Map<string, ReadonlyMap<string, number>>();
  for (const [page, read] of PAGES) before.set(page, await rowsRead(read));
  await liveOn(owner, life, farm.clock.now(), FIRST + 1, FIRST * 4);
  const grown: string[] = [];
  for (const [page, read, most = {}] of PAGES) {
    const was = before.get(page)!;
    for (const [table, n] of await rowsRead(read))
      if (n > 50 + 1.2 * (was.get(table) ?? 0) && n > (most[table] ?? 0))
        grown.push(`${page}: ${table} ${was.get(table) ?? 0} → ${n}`);
  }
  expect(grown).toEqual([]);
}, 240_000);

test('a list is counted so far and no further, and says so', async () => {
  const first = await listed(tech(), eventList);
  expect([first.all, first.found, first.before, first.isCutShort]).toEqual([MOST_COUNTED, MOST_COUNTED, null, true]);
  const next = await listed(tech(), eventList, { after: first.next! });
  expect(Number(next.rows[0]!.id)).toBe(Number(first.rows.at(-1)!.id) - 1);
  const few = await listed(tech(), eventList, { search: 'print requested' });
  expect([few.found, few.before, few.isCutShort]).toEqual([1, 0, true]);
});
