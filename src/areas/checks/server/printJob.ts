import { and, eq, ne, sql } from 'drizzle-orm';
import { fail, sentenceOf, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import { wholeFile } from '../../../platform/files/store.ts';
import { file } from '../../../platform/files/tables.ts';
import type { Connection } from '../../machines/model/connection.ts';
import { canResume, leavesPart, whyNotFree, type Claim } from '../../machines/model/occupancy.ts';
import { progressOf, wishText, type AskedWish, type PrintProgress } from '../../machines/model/print.ts';
import { lastsOf, workedOutOf, isOfLayers, type JobOutcome } from '../../rules/outcome.ts';
import {
  claim,
  countPrints,
  findMachine,
  KeptPrint,
  Lease,
  consume,
  occupy,
  printByHand,
  printProgram,
  printStack,
  release,
  takes,
  whyOtherSpool,
  type Machine,
} from '../../machines/server/index.ts';
import type { CheckFailure } from '../model/failures.ts';
import { fedG, printsWanted, sharesOf } from '../model/prints.ts';
import { jobMoves } from '../model/states.ts';
import { moveJob } from './moveJob.ts';
import { mayMove } from '../../../core/states/moves.ts';
import { inStateFor } from '../../../platform/db/states.ts';
import { findJob, getJobPage, jobName } from './jobs.ts';
import { sheetInputOf } from './sheet.ts';
import { checkRun, job, jobConfirmation } from './tables.ts';
import { sha256 } from '../../../platform/files/stackTools.ts';
import { linesAsJudged } from './wireLines.ts';

/** A program this large is carried to the machine by card: all of its lines are held while it prints. */
const LARGEST_PRINTED_BYTES = 64 * 1024 * 1024;
type JobRecord = NonNullable<Awaited<ReturnType<typeof findJob>>>;
const no = (why: string) => fail<CheckFailure>({ code: 'notPrinted', why });

/** Somebody says that one thing no file carries is as it should be, for the check that stands. */
export async function confirmSet(ctx: Ctx, jobId: string, item: string): Promise<Result<null, CheckFailure>> {
  const page = await getJobPage(ctx, jobId);
  if (!page.ok) return page;
  const { run, confirmed, name, toSet, seenTo } = page.value;
  const asked = toSet.find((t) => t.key === item);
  if (!run || !asked) return no('The list has changed; open the job again');
  if (confirmed.some((c) => c.item === item)) return succeed(null);
  await ctx.db.transaction(async (db) => {
    await db.insert(jobConfirmation).values({
      id: ctx.newId(),
      jobId,
      runId: run.id,
      item,
      print: seenTo,
      personId: ctx.user.id,
      personName: ctx.user.name,
      at: ctx.clock.now(),
    });
    await recordEvent(
      { ...ctx, db },
      { subjectKind: 'job', subjectId: jobId, subjectName: name, what: 'set at the machine', to: asked.says },
    );
  });
  return succeed(null);
}

/** Says what is wanted of a job's print; the worker, which owns the device, brings it about. */
export async function wishJobPrint(ctx: Ctx, jobId: string, wish: AskedWish): Promise<Result<null, CheckFailure>> {
  const page = await getJobPage(ctx, jobId);
  if (!page.ok) return page;
  const { state, name, toSet, confirmed, recipe: chosen, outOfDate, run, progress, begun } = page.value;
  const isUnderWay = state === 'printing';
  const m = await findMachine(ctx, chosen.machineId);
  const resumes = !isUnderWay && m !== null && canResume(m, jobId, progress);
  if (wish === 'print' && !isUnderWay && !resumes) {
    if (!mayMove(jobMoves.begin, state)) return no(`The job is ${state}; it is printed once it is cleared`);
    if (run?.state !== 'done') return no('The job is being checked, or could not be; it is printed by a verdict');
    if (outOfDate) return no('The verdict is out of date; check again first');
    const left = toSet.filter((t) => !confirmed.some((c) => c.item === t.key));
    if (left.length > 0) return no(`Not yet confirmed at the machine: ${left.map((t) => t.says).join('; ')}`);
    const why = whyNotFree(m!) ?? (await whyOtherSpool(ctx, m!));
    if (why !== null) return no(why);
    const unfit = m!.device && (await whyNotSent(ctx, page.value, m!.device, run));
    if (unfit) return no(unfit);
  } else if (wish === 'printed' && progress?.phase !== 'handed over')
    return no('Its machine says itself how far it is');
  else if (!isUnderWay && wish !== 'print') return no(`The job is ${state}; there is nothing to ${wish}`);
  return inTransaction<null, CheckFailure>(ctx, async (inside) => {
    if (wish === 'print' && !isUnderWay) {
      const taken = await claim(inside, m!, claimOf(jobId, name, run?.outcome ?? null));
      if (!taken.ok) return no(taken.failure.what);
    }
    const done = await inside.db
      .update(job)
      .set({
        wish,
        // what was checked is what is printed, whatever is checked meanwhile
        ...(!isUnderWay && {
          state: 'printing',
          ...(!resumes && { begun: begun + 1 }),
          progress: resumes
            ? { ...progress!, at: ctx.clock.now().toISOString() }
            : { ...progressOf('connecting', 0, ctx.clock.now()), runId: run!.id },
        }),
      })
      .where(
        and(
          eq(job.id, jobId),
          // what was seen to was seen to for that beginning alone
          ...(isUnderWay ? [eq(job.state, 'printing')] : [inStateFor(job.state, jobMoves.begin), eq(job.begun, begun)]),
        ),
      )
      .returning({ id: job.id });
    if (done.length === 0) return no('The job has changed meanwhile; open it again');
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: jobId,
      subjectName: name,
      what: wishText[wish],
    });
    return succeed(null);
  });
}
/** Why a job is not sent over a connection; null where it is. What is taken to a machine by hand is of any kind and size. */
async function whyNotSent(
  ctx: Pick<Ctx, 'db'>,
  row: Pick<JobRecord, 'mesh' | 'fileSha' | 'fileSize'>,
  device: Connection,
  run: { readonly id: string; readonly outcome: JobOutcome | null },
): Promise<string | null> {
  const { program, stack } = takes(device);
  if (!(run.outcome !== null && isOfLayers(run.outcome) ? stack : program))
    return `The job is no ${stack ? 'layer stack' : 'program'}; check it on a machine that prints it`;
  const { size } = await programOf(ctx, row, run.id);
  return size > LARGEST_PRINTED_BYTES
    ? `The program has ${Math.round(size / 1e6)} MB; above 64 MB it is carried to the machine by card`
    : null;
}
const claimOf = (id: string, name: string, outcome: JobOutcome | null): Claim => ({
  of: 'job',
  id,
  name,
  timeS: outcome ? lastsOf(outcome.estimate) : 0,
});

/** The program of a check: what it laid from the mesh or unpacked, or else the job's own file. */
async function programOf(
  ctx: Pick<Ctx, 'db'>,
  row: Pick<JobRecord, 'mesh' | 'fileSha' | 'fileSize'>,
  runId: string,
): Promise<{
  readonly sha: string;
  readonly size: number;
  readonly wireSha: string | null;
  readonly isStack: boolean;
}> {
  const [run] = await ctx.db
    .select({
      ...{ sha: file.sha256, size: file.size, wireSha: checkRun.wireSha },
      isStack: sql<boolean>`${checkRun.outcome} ? 'stack'`,
    })
    .from(checkRun)
    .leftJoin(file, eq(file.sha256, checkRun.programSha))
    .where(eq(checkRun.id, runId));
  const { wireSha = null, isStack = false } = run ?? {};
  if (run?.sha && run.size !== null) return { sha: run.sha, size: run.size, wireSha, isStack };
  if (row.mesh) throw new RangeError(`check ${runId} has no program`);
  return { sha: row.fileSha, size: row.fileSize, wireSha, isStack };
}

/** Jobs that are printing and wish for something. */
export async function listWishedJobPrints(ctx: Pick<Ctx, 'db'>): Promise<string[]> {
  const rows = await ctx.db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.state, 'printing'), ne(job.wish, 'idle')));
  return rows.map((r) => r.id);
}

/** All jobs that print, whatever is wished of them. */
export async function listPrintingJobs({ db }: Pick<Ctx, 'db'>): Promise<string[]> {
  const rows = await db.select({ id: job.id }).from(job).where(eq(job.state, 'printing'));
  return rows.map((r) => r.id);
}

/** Prints a job's program from where the machine stands. Owned by the worker that holds the machine's lease. */
export async function runJobPrint(ctx: Ctx, jobId: string, holder: string): Promise<void> {
  const row = await findJob(ctx, jobId);
  if (!row || row.state !== 'printing' || row.wish === 'idle') return;
  const { machineId } = await sheetInputOf(ctx, row);
  const m = await findMachine(ctx, machineId);
  const lease = m && (await Lease.take(ctx, m.id, holder));
  if (!m || !lease) return;
  try {
    if (!m.device) return await printJobByHand(ctx, row, m, lease);
    const { sha, size, wireSha, isStack } = await programOf(ctx, row, row.progress!.runId!);
    if (isStack) {
      const zip = await wholeFile(ctx, sha, size);
      return await printStackOf(ctx, row, m, lease, { zip, isAsJudged: sha256(zip) === wireSha });
    }
    const lines = linesAsJudged(await wholeFile(ctx, sha, size), wireSha);
    const record = new JobPrintLog(ctx, row, m, lease, {
      ...row.progress!,
      phase: 'connecting',
      lines: lines.ok ? lines.value.length : 0,
      message: null,
    });
    const taken = await occupy(ctx, m, claimOf(row.id, jobName(row.number), null));
    if (!taken.ok) return await record.end('interrupted', { phase: 'refused', message: taken.failure.what });
    if (!lines.ok) {
      await forgetWork(ctx, row.progress!.runId!);
      return await record.end('interrupted', { phase: 'refused', message: sentenceOf(lines.failure) });
    }
    await printProgram(m.device, lines.value, record, lease.epoch);
  } finally {
    await lease.drop();
  }
}

/** A job whose machine is not connected: a person takes its program or stack there. */
async function printJobByHand(ctx: Ctx, row: JobRecord, m: Machine, lease: Lease): Promise<void> {
  const record = new JobPrintLog(ctx, row, m, lease, { ...row.progress!, message: null });
  const taken = await occupy(ctx, m, claimOf(row.id, jobName(row.number), null));
  if (!taken.ok) return record.end('interrupted', { phase: 'refused', message: taken.failure.what });
  await printByHand(record);
}

/** Prints a job's layer stack, if it is the one that was judged. */
async function printStackOf(
  ctx: Ctx,
  row: JobRecord,
  m: Machine,
  lease: Lease,
  { zip, isAsJudged }: { readonly zip: Uint8Array; readonly isAsJudged: boolean },
): Promise<void> {
  const [run] = await ctx.db.select().from(checkRun).where(eq(checkRun.id, row.progress!.runId!));
  const layers = run?.outcome && isOfLayers(run.outcome) ? run.outcome.stack.rows.length : 0;
  const record = new JobPrintLog(ctx, row, m, lease, {
    ...row.progress!,
    phase: 'connecting',
    lines: layers,
    message: null,
  });
  const refuse = (message: string): Promise<void> => record.end('interrupted', { phase: 'refused', message });
  const taken = await occupy(ctx, m, claimOf(row.id, jobName(row.number), null));
  if (!taken.ok) return refuse(taken.failure.what);
  if (!isAsJudged) {
    await forgetWork(ctx, row.progress!.runId!);
    return refuse('The stack is not the one that was judged; check again');
  }
  await printStack(m.device!, { zip, layers }, record, lease.epoch);
}

/** Nothing may be reused of a check whose lines cannot be trusted: the next one begins anew. */
async function forgetWork({ db }: Pick<Ctx, 'db'>, runId: string): Promise<void> {
  const [run] = await db.select({ workSha: checkRun.workSha }).from(checkRun).where(eq(checkRun.id, runId));
  if (run?.workSha) await db.update(checkRun).set({ workSha: null }).where(eq(checkRun.workSha, run.workSha));
}

/** What is written down of a job's print. */
class JobPrintLog extends KeptPrint {
  constructor(
    ctx: Ctx,
    private readonly row: JobRecord,
    private readonly on: Machine,
    lease: Lease,
    progress: PrintProgress,
  ) {
    super(ctx, `${jobName(row.number)}-${row.begun}`, row.wish, lease, progress);
  }

  protected async keep(inside: Ctx) {
    const [row] = await inside.db
      .update(job)
      .set({ progress: this.progress })
      .where(and(eq(job.id, this.row.id), eq(job.state, 'printing')))
      .returning({ wish: job.wish });
    await notify(inside, 'job', this.row.id);
    return row?.wish ?? null;
  }

  /** The check whose program it prints. */
  private async run({ db }: Ctx) {
    const [run] = await db
      .select({ outcome: checkRun.outcome, sheet: checkRun.sheet })
      .from(checkRun)
      .where(eq(checkRun.id, this.progress.runId!));
    return run ?? null;
  }

  /** Finished: done, or cleared for its next print. Not what was judged: to be checked anew. Otherwise it needs attention, and where
   *  something stands on the plate the machine is stopped until somebody says what was done. */
  protected async close(inside: Ctx, how: 'finished' | 'interrupted'): Promise<void> {
    const { phase, acknowledged, zMm, message } = this.progress;
    const isFinished = how === 'finished';
    const takenG = this.progress.takenG ?? 0;
    const run = await this.run(inside);
    const fedByNowG = run?.outcome ? fedG(run.outcome, isFinished ? Infinity : zMm) : 0;
    const byNowG = phase === 'refused' ? takenG : Math.max(takenG, fedByNowG);
    this.progress = { ...this.progress, takenG: byNowG };
    const of = { of: 'job', id: this.row.id, name: jobName(this.row.number) } as const;
    const printed = (await countPrints(inside, 'job', [of.id])).get(of.id)! + (isFinished ? 1 : 0);
    const ended = isFinished
      ? printed < printsWanted(this.row)
        ? this.row.queued
          ? 'finishOneQueued'
          : 'finishOne'
        : 'finish'
      : null;
    const broken = phase === 'refused' ? 'refuse' : leavesPart(how, this.progress) ? 'interrupt' : 'leave';
    const isMoved = await moveJob(inside, this.row.id, ended ?? broken, {
      wish: 'idle',
      progress: this.progress,
    });
    if (!isMoved) return; // its end is written already
    const workedOutS = isFinished && run?.outcome ? workedOutOf(run.outcome.estimate) : undefined;
    await release(inside, this.on, of, how, this.progress, workedOutS);
    for (const { head, share } of sharesOf(run?.outcome?.estimate ?? null, run?.sheet?.bodyTool))
      await consume(inside, this.on.id, (byNowG - takenG) * share, head, jobName(this.row.number));
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: this.row.id,
      subjectName: jobName(this.row.number),
      what: isFinished
        ? 'printed'
        : phase === 'cancelled'
          ? 'print cancelled'
          : phase === 'refused'
            ? 'print refused'
            : 'print interrupted',
      to: { line: acknowledged, zMm },
      why: message,
    });
  }
}
