import { and, eq, inArray, ne } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import { wholeFile } from '../../../platform/files/store.ts';
import { file } from '../../../platform/files/tables.ts';
import { LASTS, progressOf, type PrintProgress } from '../../machines/model/print.ts';
import {
  dropLease,
  findMachine,
  KeptPrint,
  LinePrint,
  programLines,
  setMachineState,
  takeLease,
} from '../../machines/server/index.ts';
import type { CheckFailure } from '../model/failures.ts';
import { findJob, getJobPage, jobName, sheetInputOf } from './jobs.ts';
import { job, jobConfirmation } from './tables.ts';

/** A program this large is carried to the machine by card: all of its lines are held while it prints. */
const LARGEST_PRINTED_BYTES = 64 * 1024 * 1024;
type JobRecord = NonNullable<Awaited<ReturnType<typeof findJob>>>;
const no = (why: string) => fail<CheckFailure>({ code: 'notPrinted', why });

/** Somebody says that one thing no file carries is as it should be, for the check that stands. */
export async function confirmSet(ctx: Ctx, jobId: string, item: string): Promise<Result<null, CheckFailure>> {
  const page = await getJobPage(ctx, jobId);
  if (!page.ok) return page;
  const { run, confirmed, name, toSet } = page.value;
  const asked = toSet.find((t) => t.key === item);
  if (!run || !asked) return no('The list has changed; open the job again');
  if (confirmed.some((c) => c.item === item)) return succeed(null);
  await ctx.db.transaction(async (db) => {
    await db.insert(jobConfirmation).values({
      id: ctx.newId(),
      jobId,
      runId: run.id,
      item,
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
export async function wishJobPrint(
  ctx: Ctx,
  jobId: string,
  wish: 'print' | 'pause' | 'cancel',
): Promise<Result<null, CheckFailure>> {
  const page = await getJobPage(ctx, jobId);
  if (!page.ok) return page;
  const { state, name, toSet, confirmed, recipe, outOfDate, run } = page.value;
  const isUnderWay = state === 'printing';
  if (wish === 'print' && !isUnderWay) {
    if (state !== 'cleared') return no(`The job is ${state}; it is printed once it is cleared`);
    if (outOfDate) return no('The verdict is out of date; check again first');
    const left = toSet.filter((t) => !confirmed.some((c) => c.item === t.key));
    if (left.length > 0) return no(`Not yet seen to at the machine: ${left.map((t) => t.says).join('; ')}`);
    const m = await findMachine(ctx, recipe.machineId);
    if (!m?.device || m.device.adapter === 'stack')
      return no('The machine is not connected: take the program to it by hand');
    if (m.state !== 'ready') return no(`${m.name} is ${m.state}: wait until it is free`);
    const size = run?.programSha ? await sizeOf(ctx, run.programSha) : page.value.fileSize;
    if (size > LARGEST_PRINTED_BYTES)
      return no(`The program has ${Math.round(size / 1e6)} MB; above 64 MB it is carried to the machine by card`);
  } else if (!isUnderWay) return no(`The job is ${state}; there is nothing to ${wish}`);
  await ctx.db.transaction(async (db) => {
    await db
      .update(job)
      .set({ wish, ...(wish === 'print' && { state: 'printing' }) })
      .where(and(eq(job.id, jobId), inArray(job.state, ['cleared', 'printing'])));
    await recordEvent(
      { ...ctx, db },
      {
        subjectKind: 'job',
        subjectId: jobId,
        subjectName: name,
        what: { print: 'print asked for', pause: 'pause asked for', cancel: 'cancel asked for' }[wish],
      },
    );
  });
  return succeed(null);
}
const sizeOf = async (ctx: Pick<Ctx, 'db'>, sha: string): Promise<number> =>
  (await ctx.db.select({ size: file.size }).from(file).where(eq(file.sha256, sha)))[0]!.size;

/** Jobs that are printing and wish for something. */
export async function listWishedJobPrints(ctx: Pick<Ctx, 'db'>): Promise<string[]> {
  const rows = await ctx.db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.state, 'printing'), ne(job.wish, 'idle')));
  return rows.map((r) => r.id);
}

/** Prints a job's program from where the machine stands. Owned by the worker that holds the machine's lease. */
export async function runJobPrint(ctx: Ctx, jobId: string, holder: string): Promise<void> {
  const row = await findJob(ctx, jobId);
  if (!row || row.state !== 'printing' || row.wish === 'idle') return;
  const { machineId } = await sheetInputOf(ctx, row);
  const m = await findMachine(ctx, machineId);
  if (!m?.device || !(await takeLease(ctx, m.id, holder))) return;
  await setMachineState(ctx, m.id, 'printing');
  try {
    const lines = programLines(await programOf(ctx, row));
    const goesOn = row.progress && LASTS.includes(row.progress.phase);
    const progress = goesOn
      ? { ...row.progress!, phase: 'connecting' as const, message: null }
      : progressOf('connecting', lines.length, ctx.clock.now());
    const record = new JobPrintLog(ctx, row, () => takeLease(ctx, m.id, holder), progress);
    await new LinePrint(lines, record, m.device).run();
  } finally {
    await setMachineState(ctx, m.id, 'ready');
    await dropLease(ctx, m.id, holder);
  }
}

/** The program of a job: its own file, or what its newest finished check laid from its mesh. */
async function programOf(ctx: Ctx, row: JobRecord): Promise<string> {
  let [sha, size] = [row.fileSha, row.fileSize];
  if (row.mesh) {
    const page = await getJobPage(ctx, row.id);
    if (!page.ok || !page.value.run?.programSha) throw new RangeError(`job ${row.id} has no program`);
    sha = page.value.run.programSha;
    size = await sizeOf(ctx, sha);
  }
  return new TextDecoder().decode(await wholeFile(ctx, sha, size));
}

/** What is written down of a job's print. */
class JobPrintLog extends KeptPrint {
  constructor(
    ctx: Ctx,
    private readonly row: JobRecord,
    renewLease: () => Promise<boolean>,
    progress: PrintProgress,
  ) {
    super(ctx, row.wish, renewLease, progress);
  }

  protected async keep() {
    const [row] = await this.ctx.db
      .update(job)
      .set({ progress: this.progress })
      .where(and(eq(job.id, this.row.id), eq(job.state, 'printing')))
      .returning({ wish: job.wish });
    await notify(this.ctx, 'job', this.row.id);
    return row?.wish ?? null;
  }

  /** Finished: done. Cancelled or displaced: cleared again, to be printed anew. Otherwise it stands until somebody goes on. */
  async end(how: 'finished' | 'interrupted', change: Partial<PrintProgress>): Promise<void> {
    this.stamp(change);
    const { phase, acknowledged, zMm, message } = this.progress;
    const isOver = phase === 'cancelled' || phase === 'displaced';
    const state = how === 'finished' ? 'done' : isOver ? 'cleared' : 'printing';
    await this.ctx.db.transaction(async (db) => {
      await db.update(job).set({ state, wish: 'idle', progress: this.progress }).where(eq(job.id, this.row.id));
      await recordEvent(
        { ...this.ctx, db },
        {
          subjectKind: 'job',
          subjectId: this.row.id,
          subjectName: jobName(this.row.number!),
          what: how === 'finished' ? 'printed' : phase === 'cancelled' ? 'print cancelled' : 'print interrupted',
          to: { line: acknowledged, zMm },
          why: message,
        },
      );
    });
  }
}
