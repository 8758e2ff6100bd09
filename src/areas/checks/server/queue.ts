import { and, asc, eq, isNotNull, sql } from 'drizzle-orm';
import { mayMove } from '../../../core/states/moves.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { findProfile } from '../../library/server/index.ts';
import type { MachineFailure } from '../../machines/model/failures.ts';
import { countPrints, findMachine, listFloor, retireMachine } from '../../machines/server/index.ts';
import { lastsOf } from '../../rules/outcome.ts';
import type { CheckFailure } from '../model/failures.ts';
import { firstToRunOut, needsOf } from '../model/needs.ts';
import type { QueuePage } from '../model/pages.ts';
import { printsWanted } from '../model/prints.ts';
import { placeByDue, planQueue, type QueueKind, type Waiting } from '../model/queue.ts';
import { jobMoves } from '../model/states.ts';
import { findJob, getJobPage, jobName } from './jobs.ts';
import { moveJob } from './moveJob.ts';
import { job } from './tables.ts';

const no = (why: string) => fail<CheckFailure>({ code: 'notQueued', why });
const CHANGED = 'The job has changed meanwhile; open it again';

/** Puts an approved job into the queue of its machine, or of every machine like it: where its due date puts it, or before another. */
export async function queueJob(
  ctx: Ctx,
  jobId: string,
  of: QueueKind,
  before?: string | null,
): Promise<Result<null, CheckFailure>> {
  const page = await getJobPage(ctx, jobId);
  if (!page.ok) return page;
  const { state, run, outOfDate, name, recipe, due, queued } = page.value;
  if (!mayMove(jobMoves.queue, state)) return no(`The job is ${state}; it is queued once it is approved`);
  if (run?.state !== 'done' || !run.outcome || !run.sheet)
    return no('The job is being checked, or could not be; it is queued by a verdict');
  if (outOfDate) return no('The verdict is out of date; check again first');
  const m = (await findMachine(ctx, recipe.machineId))!;
  const ofId = of === 'machine' ? m.id : m.printerId;
  const where = of === 'machine' ? m.name : `every ${(await findProfile(ctx, m.printerId))!.name}`;
  const { sheet, outcome, id: runId } = run;
  return inTransaction<null, CheckFailure>(ctx, async (inside) => {
    const waiting = (await holdQueue(inside, ofId)).filter((w) => w.jobId !== jobId);
    const place = before === undefined ? placeByDue(waiting, due?.toISOString() ?? null) : placeBefore(waiting, before);
    if (place === null)
      return no('The job that it was put before does not wait there any more; look at the queue again');
    const put = {
      ...{ of, runId, timeS: lastsOf(outcome.estimate), needs: needsOf(sheet, outcome) },
      evidence: firstToRunOut(sheet, run.at),
      ...{ byName: ctx.user.name, at: ctx.clock.now().toISOString() },
    };
    if (!(await moveJob(inside, jobId, 'queue', { queueId: ofId, queueRank: place, queued: put }))) return no(CHANGED);
    const order = waiting.map((w) => w.jobId).toSpliced(place, 0, jobId);
    await inside.db.execute(
      sql`update job set queue_rank = o.rank from unnest(${sql.param(order)}::text[]) with ordinality o(id, rank) where job.id = o.id`,
    );
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: jobId,
      subjectName: name,
      what: queued ? 'moved in the queue' : 'queued',
      to: { queue: where, place: place + 1 },
    });
    return succeed(null);
  });
}

/** Takes a job out of its queue; it stays approved. */
export async function unqueueJob(ctx: Ctx, jobId: string): Promise<Result<null, CheckFailure>> {
  const row = await findJob(ctx, jobId);
  if (!row) return fail({ code: 'noJob' });
  return inTransaction<null, CheckFailure>(ctx, async (inside) => {
    if (!(await moveJob(inside, jobId, 'unqueue'))) return no(`The job is ${row.state}; it waits in no queue`);
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: jobId,
      subjectName: jobName(row.number),
      what: 'taken out of the queue',
    });
    return succeed(null);
  });
}

/** Takes a machine out of use, or back into it; what waits in its own queue leaves that, and stays approved. */
export const retireMachineWithQueue = (
  ctx: Ctx,
  id: string,
  isRetired: boolean,
  why: string,
): Promise<Result<{ leftQueue: string[] }, MachineFailure>> =>
  inTransaction<{ leftQueue: string[] }, MachineFailure>(ctx, async (inside) => {
    const done = await retireMachine(inside, id, isRetired, why);
    if (!done.ok) return done;
    const leftQueue: string[] = [];
    for (const { jobId } of isRetired ? await holdQueue(inside, id) : []) {
      const { number } = (await findJob(inside, jobId))!;
      if (!(await moveJob(inside, jobId, 'unqueue'))) continue;
      leftQueue.push(jobName(number));
      await recordEvent(inside, {
        ...{ subjectKind: 'job', subjectId: jobId, subjectName: jobName(number) },
        ...{ what: 'taken out of the queue', why: `its machine is retired${why && `: ${why}`}` },
      });
    }
    return succeed({ leftQueue });
  });

/** What waits or prints from a queue, in its order; whoever else changes it waits until this is done. */
async function holdQueue({ db }: Pick<Ctx, 'db'>, queueId: string): Promise<readonly Pick<Waiting, 'jobId' | 'due'>[]> {
  await db.execute(sql`select pg_advisory_xact_lock(hashtext(${queueId}))`);
  const rows = await db
    .select({ jobId: job.id, due: job.due })
    .from(job)
    .where(and(eq(job.queueId, queueId), isNotNull(job.queued)))
    .orderBy(asc(job.queueRank));
  return rows.map((r) => ({ jobId: r.jobId, due: r.due?.toISOString() ?? null }));
}
/** Null where that job does not wait there; the end where none is named. */
function placeBefore(waiting: readonly Pick<Waiting, 'jobId'>[], before: string | null): number | null {
  if (before === null) return waiting.length;
  const place = waiting.findIndex((w) => w.jobId === before);
  return place < 0 ? null : place;
}

/** Every queue with what is done when, and what each machine prints next. */
export async function getQueue(
  ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>,
  rowsOfFloor?: Awaited<ReturnType<typeof listFloor>>,
): Promise<QueuePage> {
  const floor = (rowsOfFloor ?? (await listFloor(ctx))).map((m) => ({
    ...m,
    expected: m.print?.isUnderWay ? m.print.expected : null,
  }));
  const rows = await ctx.db.execute<{
    id: string;
    number: number;
    title: string;
    quantity: number;
    mesh: Parameters<typeof printsWanted>[0]['mesh'];
    due: string | null;
    queueId: string;
    queued: NonNullable<(typeof job.$inferSelect)['queued']>;
    machineId: string;
  }>(sql`
    select j.id, j.number, j.title, j.quantity, j.mesh, to_char(j.due at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as due, j.queue_id as "queueId", j.queued, r.machine_id as "machineId"
    from job j join recipe r on r.id = j.recipe_id where j.state = 'queued' order by j.queue_id, j.queue_rank`);
  const printed = await countPrints(
    ctx,
    'job',
    rows.rows.map((r) => r.id),
  );
  const waiting = rows.rows.map((r): Waiting => ({
    ...{ jobId: r.id, of: r.queued.of, ofId: r.queueId, machineId: r.machineId, due: r.due },
    ...{ timeS: r.queued.timeS, needs: r.queued.needs, prints: Math.max(1, printsWanted(r) - printed.get(r.id)!) },
  }));
  const { planned, next } = planQueue(floor, waiting, ctx.clock.now());
  return {
    machines: floor.map(({ id, name, printerId, printer, place, state, expected }) => ({
      ...{ id, name, printerId, printer, place, state, expected, next: next[id] ?? null },
    })),
    rows: rows.rows.map((r, i) => ({
      ...{ ...planned[i]!, name: jobName(Number(r.number)), title: r.title, due: r.due },
      ...{ of: r.queued.of, queueId: r.queueId, prints: waiting[i]!.prints },
      ...{ timeS: r.queued.timeS, evidence: r.queued.evidence },
    })),
  };
}
