import { moveRun } from './moveJob.ts';
import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { and, desc, eq, lt, sql } from 'drizzle-orm';
import { GcodeInspector } from '../../../core/gcode/inspect.ts';
import { write3mf } from '../../../core/mesh/write3mf.ts';
import { CannotUnpack, isGzip, unpackedPieces } from '../../../core/gcode/unpack.ts';
import { sentenceOf } from '../../../core/result/result.ts';
import { LeftOff, type Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import { enqueue } from '../../../platform/jobs/send.ts';
import { readFile, storeFile } from '../../../platform/files/store.ts';
import { checkJob } from '../../rules/run.ts';
import { judge } from '../../rules/judge.ts';
import { runLayerCheck } from './runStackCheck.ts';
import {
  finishRun,
  orLeaveOff,
  piecesOf,
  REPORT_EVERY_MS,
  standardCaps,
  stepThrough,
  TOO_MUCH,
  wholeFiles,
  type CheckCaps,
  type CheckRun,
  type JobRecord,
} from './checkSteps.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { checkingMesh } from '../model/work.ts';
import { openPlate, type PlatePart } from '../model/plate.ts';
import type { CheckContext } from '../../rules/context.ts';
import { checkText } from '../model/failures.ts';
import { findJob, jobName } from './jobs.ts';
import { makeSheet, pinOf, sheetInputOf, withTrialTimes } from './sheet.ts';
import { workDigest } from './workDigest.ts';
import { checkRun } from './tables.ts';

const SILENT_AFTER_MS = 5000;
/** A check that waits so long with nobody working on its entry in the queue has been left behind. */
const LEFT_AFTER_S = 12;
const MOST_ATTEMPTS = 5;

/** Runs one queued check to its record, unless another worker has taken it. Can be run again from the start after a crash: nothing is
 *  written before the end. In a process that ends it is put back into the queue. */
export async function runCheck(
  ctx: Ctx,
  runId: string,
  from: 'queued' | 'running' = 'queued',
  caps: CheckCaps = standardCaps,
): Promise<void> {
  const act = from === 'queued' ? 'take' : 'rescue';
  if (!(await moveRun(ctx, runId, act, { beatAt: new Date(), attempts: sql`${checkRun.attempts} + 1` }))) return;
  const run = (await findRun(ctx, runId))!;
  if (run.attempts > MOST_ATTEMPTS) return giveUp(ctx, run);
  try {
    await runTaken(ctx, run, caps);
  } catch (error) {
    if (!(error instanceof LeftOff)) throw error;
    await ctx.db.transaction(async (db) => {
      if (await moveRun({ db }, runId, 'putBack', { attempts: sql`${checkRun.attempts} - 1` }))
        await enqueue(db, 'check', { runId });
    });
  }
}
async function runTaken(ctx: Ctx, run: CheckRun, caps: CheckCaps): Promise<void> {
  const { id: runId } = run;
  const row = (await findJob(ctx, run.jobId))!;
  const made = await makeSheet(ctx, await sheetInputOf(ctx, row));
  if (!made.ok)
    return finishRun(
      ctx,
      row,
      runId,
      { state: 'refused', refusal: (checkText[made.failure.code] as (f: never) => string)(made.failure as never) },
      'check refused',
    );
  const sheet = await withTrialTimes(made.value);
  const workSha = workDigest(row.fileSha, row.mesh, sheet);
  const known = await findWork(ctx, workSha);
  if (known) {
    const outcome = judge({ ...known.outcome, context: sheet });
    return finishRun(
      ctx,
      row,
      runId,
      {
        state: 'done',
        bytesRead: row.fileSize,
        sheet: sheet,
        mesh: row.mesh,
        pinSha: pinOf(sheet, row.mesh),
        workSha,
        reusedRunId: known.id,
        outcome,
        programSha: known.programSha,
        wireSha: known.wireSha,
        repairedSha: known.repairedSha,
      },
      outcome.sentence,
    );
  }
  if (sheet.technology === 'resin') return runLayerCheck(ctx, row, runId, sheet, caps);
  if (row.mesh) return runMeshCheck(ctx, row, runId, row.mesh, sheet, caps);
  const wire = createHash('sha256');
  const inspector = new GcodeInspector(sheet.machine.motion, (lines) => wire.update(lines));
  let read = 0;
  let reported = 0;
  let programSha: string | null = null;
  try {
    programSha = await keepUnpacked(ctx, row.fileSha);
  } catch (e) {
    if (!(e instanceof CannotUnpack)) throw e;
    const refusal = `${row.fileName}: ${sentenceOf(e.failure)}`;
    return finishRun(ctx, row, runId, { state: 'refused', refusal }, 'check refused');
  }
  for await (const piece of readFile(ctx, programSha ?? row.fileSha)) {
    orLeaveOff(ctx);
    if (inspector.push(piece)) break;
    read += piece.length;
    if (Date.now() - reported > REPORT_EVERY_MS) {
      reported = Date.now();
      await ctx.db.update(checkRun).set({ bytesRead: read, beatAt: new Date() }).where(eq(checkRun.id, runId));
      await notify(ctx, 'job', row.id);
    }
  }
  const report = inspector.finish();
  if (!report.ok)
    return finishRun(
      ctx,
      row,
      runId,
      { state: 'refused', refusal: `${row.fileName}: ${sentenceOf(report.failure)}` },
      'check refused',
    );
  const outcome = checkJob({ report: report.value, context: sheet });
  await finishRun(
    ctx,
    row,
    runId,
    {
      state: 'done',
      bytesRead: read,
      sheet: sheet,
      pinSha: pinOf(sheet),
      workSha,
      outcome,
      programSha,
      wireSha: wire.digest('hex'),
      peakResidentBytes: process.resourceUsage().maxRSS * 1024,
    },
    outcome.sentence,
  );
}

async function findRun({ db }: Ctx, id: string) {
  const [run] = await db.select().from(checkRun).where(eq(checkRun.id, id));
  return run;
}

/** A packed program unpacked, as a file of its own beside the one that came; null where it came as it is. */
async function keepUnpacked(ctx: Ctx, sha: string): Promise<string | null> {
  for await (const head of readFile(ctx, sha)) {
    if (!isGzip(head)) return null;
    break;
  }
  const packed = Readable.toWeb(Readable.from(readFile(ctx, sha))) as ReadableStream<Uint8Array>;
  const kept = await storeFile(ctx, unpackedPieces(packed));
  if (!kept.ok) throw new CannotUnpack(kept.failure);
  return kept.value.sha256;
}

/** The newest finished check whose long part depended on exactly the same. */
async function findWork(ctx: Pick<Ctx, 'db'>, workSha: string) {
  const [run] = await ctx.db
    .select({
      id: checkRun.id,
      outcome: checkRun.outcome,
      programSha: checkRun.programSha,
      wireSha: checkRun.wireSha,
      repairedSha: checkRun.repairedSha,
    })
    .from(checkRun)
    .where(and(eq(checkRun.workSha, workSha), eq(checkRun.state, 'done')))
    .orderBy(desc(checkRun.at))
    .limit(1);
  return run?.outcome ? { ...run, outcome: run.outcome } : null;
}

/** The same for a mesh: it is held whole, laid by the recipe, and what was laid is read like any program. */
async function runMeshCheck(
  ctx: Ctx,
  row: JobRecord,
  runId: string,
  choice: MeshChoice,
  sheet: CheckContext,
  caps: CheckCaps,
): Promise<void> {
  const refuse = (refusal: string): Promise<void> =>
    finishRun(
      ctx,
      row,
      runId,
      { state: 'refused', refusal: `${row.fileName}: ${refusal}`, mesh: choice },
      'check refused',
    );
  const files = await wholeFiles(ctx, row, choice);
  if (!files) return refuse(TOO_MUCH);
  const { bytes, others } = files;
  const plate = openPlate(bytes, choice, others);
  if (!plate.ok) return refuse(sentenceOf(plate.failure));
  const wire = createHash('sha256');
  const work = checkingMesh(plate.value, sheet, choice, (lines) => wire.update(lines));
  const laid = await stepThrough(ctx, row, runId, caps, work);
  if (typeof laid === 'string') return refuse(laid);
  const checked = laid.value;
  if (!checked.ok) return refuse(sentenceOf(checked.failure));
  const program = await storeFile(ctx, piecesOf(checked.value.program));
  if (!program.ok) return refuse(sentenceOf(program.failure));
  const repaired = choice.repair ? await storeFile(ctx, piecesOf(writtenOut(plate.value))) : null;
  if (repaired && !repaired.ok) return refuse(sentenceOf(repaired.failure));
  const outcome = checkJob({ report: checked.value.report, mesh: checked.value.mesh, context: sheet });
  await finishRun(
    ctx,
    row,
    runId,
    {
      state: 'done',
      bytesRead: bytes.length,
      sheet,
      mesh: choice,
      pinSha: pinOf(sheet, choice),
      workSha: workDigest(row.fileSha, choice, sheet),
      outcome,
      programSha: program.value.sha256,
      wireSha: wire.digest('hex'),
      repairedSha: repaired?.value.sha256 ?? null,
      peakResidentBytes: process.resourceUsage().maxRSS * 1024,
    },
    outcome.sentence,
  );
}
/** What was put in order, as a file of its own beside those that came: each thing once, as it was drawn. */
const writtenOut = (plate: readonly PlatePart[]): Uint8Array =>
  write3mf(
    [...new Set(plate.map((p) => p.opened))].map((opened, i) => ({
      name: opened.file.parts[0]?.name || `part ${i + 1}`,
      mesh: opened.mesh,
    })),
    'repaired',
  );

/** Says that a check is still under way, whatever its process is busy with. */
export const beatCheck = ({ db }: Pick<Ctx, 'db'>, runId: string): Promise<unknown> =>
  db
    .update(checkRun)
    .set({ beatAt: new Date() })
    .where(and(eq(checkRun.id, runId), eq(checkRun.state, 'running')));

/** Has done again what a dead process left behind: checks that are running but gave no sign of life for a while, and those that wait with
 *  no entry in the queue that anybody works on. One process wins each. */
export async function rescueChecks(
  ctx: Ctx,
  run: (runId: string, from: 'queued' | 'running') => Promise<void> = (runId, from) => runCheck(ctx, runId, from),
): Promise<void> {
  const silent = and(eq(checkRun.state, 'running'), lt(checkRun.beatAt, new Date(Date.now() - SILENT_AFTER_MS)));
  for (const { id } of await ctx.db.select({ id: checkRun.id }).from(checkRun).where(silent)) {
    const won = await ctx.db
      .update(checkRun)
      .set({ beatAt: new Date() })
      .where(and(eq(checkRun.id, id), silent))
      .returning({ id: checkRun.id });
    if (won.length > 0) await run(id, 'running');
  }
  const { rows: left } = await ctx.db.execute<{ id: string }>(sql`
    select r.id from check_run r
    where r.state = 'queued' and r.at < clock_timestamp() - ${`${LEFT_AFTER_S} seconds`}::interval and not exists (
      select 1 from pgboss.job b where b.name = 'check' and b.data->>'runId' = r.id
        and (b.state in ('created', 'retry') or b.state = 'active' and b.started_on > clock_timestamp() - ${`${LEFT_AFTER_S} seconds`}::interval))
    order by r.at limit 20`);
  for (const { id } of left) await run(id, 'queued');
}

/** A check that ended its process each time it was begun: it stands in a list that a person reads, and everything else goes on. */
export async function setAside(ctx: Ctx, runId: string, why: string): Promise<void> {
  const run = await findRun(ctx, runId);
  if (run)
    await giveUp(
      ctx,
      run,
      `The file could not be judged: ${why}. Nothing else was held up by it. Coarsen the mesh, or split the job`,
    );
}

/** The last word of a check that never came to an end. */
async function giveUp(
  ctx: Ctx,
  run: CheckRun,
  refusal = `The check was begun ${MOST_ATTEMPTS} times and came to no end: its worker died, or could not go on. Check again; if it gives up once more, coarsen the mesh or split the job`,
): Promise<void> {
  const row = (await findJob(ctx, run.jobId))!;
  await ctx.db.transaction(async (db) => {
    if (!(await moveRun({ db }, run.id, 'giveUp', { refusal, doneAt: ctx.clock.now() }))) return;
    await recordEvent(
      { ...ctx, db },
      { subjectKind: 'job', subjectId: row.id, subjectName: jobName(row.number), what: 'check gave up', why: refusal },
    );
  });
}
