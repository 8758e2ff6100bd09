import { randomUUID } from 'node:crypto';
import PgBoss from 'pg-boss';
import {
  listPrintingJobs,
  listWishedJobPrints,
  markOutOfDate,
  rescueChecks,
  runCheck,
  runJobPrint,
} from '../areas/checks/server/index.ts';
import { listPrintingTrials, listRequestedPrints, runPrint } from '../areas/trials/server/index.ts';
import { dropLeasesOfEnded, reconcileMachines } from '../areas/machines/server/index.ts';
import { giveNotices } from '../areas/today/server/index.ts';
import { systemClock } from '../platform/clock.ts';
import { database } from '../platform/db/client.ts';
import { LeftOff, type Ctx } from '../platform/db/context.ts';
import { writeDownKept } from '../platform/events/later.ts';
import { sweepOrphans } from '../platform/files/store.ts';
import { sweepAnswers } from '../platform/http/once.ts';
import { identity } from '../platform/identity.ts';
import { giveSignOfLife } from '../platform/jobs/signOfLife.ts';
import { log, messageOf } from '../platform/log.ts';

const LOOK_EVERY_MS = 400;
const RESCUE_EVERY_MS = 2000;
const RECONCILE_EVERY_MS = 5000;
const NOTICE_EVERY_MS = 30_000;
const COMPARE_EVERY_MS = 2000;
const COMPARE_ALL_EVERY_MS = 3_600_000;
const SWEEP_EVERY_MS = 600_000;
/** What does not leave off in so long is cut, as in a crash: a machine that waits for its heat answers nothing. */
const LEAVES_OFF_MS = 2500;
const ending = new AbortController();
const holder = identity();
const ctx: Ctx = {
  db: database('devices').db,
  user: { id: 'worker', name: 'Worker', role: 'lead' },
  clock: systemClock,
  newId: randomUUID,
  ending: ending.signal,
};
/** Checks are large and nobody waits: they work on connections of their own. */
const atWork: Ctx = { ...ctx, db: database('work').db };
const running = new Set<string>();
/** Prints, and steps of what is done for ever: waited for at the end. */
const underWay = new Set<Promise<unknown>>();
/** Of the processes that ended before this one began. */
let areLeasesGivenBack = false;

process.on('unhandledRejection', (error) => log('error', 'worker', { message: messageOf(error) }));
process.on('SIGTERM', () => void end());

/** Lines in flight are waited for, machines given back, checks put back: whoever comes next goes on at once. */
async function end(): Promise<void> {
  if (ending.signal.aborted) return;
  ending.abort();
  const late = setTimeout(() => process.exit(0), LEAVES_OFF_MS);
  await Promise.allSettled([...underWay, boss?.stop({ graceful: true, timeout: LEAVES_OFF_MS, wait: true })]);
  clearTimeout(late);
  process.exit(0);
}

let boss: PgBoss | null = null;
async function startQueue(): Promise<void> {
  boss = new PgBoss({
    max: 3,
    connectionString: process.env['DATABASE_URL']!,
    migrate: false,
    schedule: false,
    maintenanceIntervalSeconds: 10,
  });
  boss.on('error', (error) => log('warn', 'queue', { message: error.message }));
  await boss.start();
  await boss.work<{ runId: string }>('check', { pollingIntervalSeconds: 0.5 }, async ([item]) => {
    if (item) await runCheck(atWork, item.data.runId);
  });
}

/** Picks up every print that is wished for and that no other worker holds. */
async function lookForPrints(): Promise<void> {
  if (!areLeasesGivenBack) await dropLeasesOfEnded(ctx);
  areLeasesGivenBack = true;
  for (const id of await listRequestedPrints(ctx)) start(id, runPrint);
  for (const id of await listWishedJobPrints(ctx)) start(id, runJobPrint);
}

/** Asks somebody to look where records and machines say different things. */
async function reconcile(): Promise<void> {
  const ids = [...(await listPrintingTrials(ctx)), ...(await listPrintingJobs(ctx))];
  for (const what of await reconcileMachines(ctx, new Set(ids))) log('warn', 'machine unknown', { what });
}

/** Up to which event verdicts were held against what is in force; none yet, or too long ago for what runs out by age. */
let compared: { readonly upTo: number; readonly allAtMs: number } | null = null;
async function compareVerdicts(): Promise<void> {
  const nowMs = ctx.clock.now().getTime();
  const isAll = compared === null || nowMs - compared.allAtMs > COMPARE_ALL_EVERY_MS;
  const upTo = await markOutOfDate(atWork, isAll ? null : compared!.upTo);
  compared = { upTo, allAtMs: isAll ? nowMs : compared!.allAtMs };
}

/** A print holds its machine under a name of its own: no two prints share one. */
function start(id: string, run: typeof runPrint): void {
  if (running.has(id) || ending.signal.aborted) return;
  running.add(id);
  const under = run(ctx, id, `${holder}:${id}`)
    .catch((error: unknown) => {
      if (!(error instanceof LeftOff)) log('error', 'print', { id, message: messageOf(error) });
    })
    .finally(() => running.delete(id));
  void waitedFor(under);
}
async function waitedFor(work: Promise<unknown>): Promise<void> {
  underWay.add(work);
  try {
    await work;
  } finally {
    underWay.delete(work);
  }
}

async function forever(everyMs: number, what: string, step: () => Promise<unknown>): Promise<void> {
  while (!ending.signal.aborted) {
    try {
      await waitedFor(step());
    } catch (error) {
      log('warn', what, { message: messageOf(error) });
    }
    await new Promise((resolve) => {
      setTimeout(resolve, everyMs);
    });
  }
}

// machines first: a print that a dead worker left goes on before anything else is ready
void forever(LOOK_EVERY_MS, 'prints', lookForPrints);
void forever(RESCUE_EVERY_MS, 'rescue', () => rescueChecks(atWork));
void forever(RESCUE_EVERY_MS, 'sign of life', () => giveSignOfLife(ctx));
void forever(RECONCILE_EVERY_MS, 'reconcile', reconcile);
void forever(NOTICE_EVERY_MS, 'notices', () => giveNotices(atWork));
void forever(COMPARE_EVERY_MS, 'out of date', compareVerdicts);
void forever(SWEEP_EVERY_MS, 'sweep', () => sweepOrphans(atWork));
void forever(SWEEP_EVERY_MS, 'answers', () => sweepAnswers(atWork));
void forever(RESCUE_EVERY_MS, 'kept events', () => writeDownKept(atWork));
for (let started = false; !started && !ending.signal.aborted;) {
  try {
    await startQueue();
    started = true;
  } catch (error) {
    log('warn', 'queue start', { message: messageOf(error) });
    await new Promise((r) => {
      setTimeout(r, 1000);
    });
  }
}
