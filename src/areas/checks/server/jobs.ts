import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { forOnePage } from '../../../platform/db/bySets.ts';
import type { RowOf } from '../../../platform/db/rowOf.ts';
import { and, desc, eq, inArray, sql, type SQL } from 'drizzle-orm';
import { fail, sentenceOf, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { areStored } from '../../../platform/files/store.ts';
import { file } from '../../../platform/files/tables.ts';
import { enqueue } from '../../../platform/jobs/send.ts';
import { findProfile } from '../../library/server/index.ts';
import { countPrints, findMachine, listPrints } from '../../machines/server/index.ts';
import { checkOverrides } from '../../recipes/model/overrides.ts';
import { findRecipe, insertRecipe, type NewRecipe } from '../../recipes/server/index.ts';
import type { RequestFailure } from '../../requests/model/request.ts';
import { getRequest, takeUpRequest } from '../../requests/server/index.ts';
import { applyFix, fixText } from '../model/applyFix.ts';
import type { CheckFailure } from '../model/failures.ts';
import type { Values } from '../../library/settings/define.ts';
import { filesBeside, type MeshChoice } from '../model/mesh.ts';
import { stillOpen, type JobRow } from '../model/pages.ts';
import { jobsOpen, mayCheckAgain, type JobState } from '../model/states.ts';
import { moveJob } from './moveJob.ts';
import type { Purpose } from '../../rules/context.ts';
import { lastsOf, type JobOutcome } from '../../rules/outcome.ts';
import type { JobClass } from '../../machines/model/policy.ts';
import { RULES_VERSION } from '../../rules/version.ts';
import { handOver, listOutcomes, printSeenTo } from './handOver.ts';
import { heldAgainstNow, isMarked, newestRun } from './outOfDate.ts';
import { printsWanted } from '../model/prints.ts';
import { canResume } from '../../machines/model/occupancy.ts';
import { silentS } from '../../machines/model/print.ts';
import { checkRun, job } from './tables.ts';

export interface NewJob {
  readonly title: string;
  readonly class: JobClass;
  readonly quantity: number;
  readonly due?: string | null | undefined;
  /** Kept recipe whose own values and further roles the job takes over. */ readonly fromRecipeId?:
    string | null | undefined;
  /** Further roles, where no kept recipe says them. */ readonly roles?: NewRecipe['roles'] | undefined;
  /** Values of the job's own recipe beside those it takes over. */
  readonly overrides?: Values | undefined;
  readonly machineId: string;
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
  readonly fileSha: string;
  readonly fileName: string;
  readonly purpose?: Purpose | null | undefined;
  /** How a mesh is read and stands; left out for a program. */
  readonly mesh?: MeshChoice | null | undefined;
  /** Request that it answers. */
  readonly requestId?: string | null | undefined;
}
export const jobName = (number: number): string => `J-${String(number).padStart(4, '0')}`;

/** Receives a job with its recipe and asks for its first check, all in one transaction. */
export async function makeJob(
  ctx: Ctx,
  input: NewJob,
): Promise<Result<{ id: string; name: string }, CheckFailure | RequestFailure>> {
  const m = await findMachine(ctx, input.machineId);
  if (!m) return fail({ code: 'noMachine' });
  if (m.state === 'retired') return fail({ code: 'noRecipe', what: `${m.name} is retired; choose another machine` });
  const profiles = [
    await findProfile(ctx, input.toolId),
    await findProfile(ctx, input.materialId),
    await findProfile(ctx, input.processId),
  ];
  if (profiles[0]?.kind !== 'tool' || profiles[1]?.kind !== 'material' || profiles[2]?.kind !== 'process')
    return fail({ code: 'noRecipe', what: 'Choose a tool, a material and a process' });
  const [stored] = await ctx.db.select().from(file).where(eq(file.sha256, input.fileSha));
  if (!stored) return fail({ code: 'noFile' });
  if (input.mesh && !(await areStored(ctx, filesBeside(input.mesh)))) return fail({ code: 'noFile' });
  const own = checkOverrides(input.overrides ?? {});
  if (!own.ok) return fail({ code: 'noRecipe', what: sentenceOf(own.failure) });
  const from = input.fromRecipeId ? await findRecipe(ctx, input.fromRecipeId) : null;
  if (input.fromRecipeId && !from?.kept)
    return fail({ code: 'noRecipe', what: 'That recipe is not there any more; choose another or none' });
  return inTransaction<{ id: string; name: string }, CheckFailure | RequestFailure>(ctx, async (inside) => {
    const id = ctx.newId();
    const roles = [
      { role: 'part body' as const, toolId: input.toolId, materialId: input.materialId },
      ...(from?.roles ?? input.roles ?? []).filter((r) => r.role !== 'part body'),
    ];
    const recipeId = await insertRecipe(inside, {
      name: from?.name ?? `${m.name} · ${profiles[0]!.name} · ${profiles[2]!.name}`,
      machineId: m.id,
      printerId: null,
      processId: input.processId,
      overrides: { ...from?.overrides, ...input.overrides },
      kept: false,
      roles,
    });
    const [row] = await inside.db
      .insert(job)
      .values({
        id,
        title: input.title,
        class: input.class,
        quantity: input.quantity,
        purpose: input.purpose ?? null,
        due: input.due ? new Date(input.due) : null,
        recipeId,
        fileSha: input.fileSha,
        fileName: input.fileName,
        fileSize: stored.size,
        mesh: input.mesh ?? null,
        requestId: input.requestId ?? null,
        createdBy: ctx.user.id,
        createdByName: ctx.user.name,
        createdAt: ctx.clock.now(),
      })
      .returning();
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: id,
      subjectName: jobName(row!.number),
      what: 'job received',
      to: { title: input.title, file: input.fileName, class: input.class },
    });
    if (input.requestId) {
      const taken = await takeUpRequest(inside, input.requestId, jobName(row!.number));
      if (!taken.ok) return taken;
    }
    await queueRun(inside, id);
    return succeed({ id, name: jobName(row!.number) });
  });
}

const CHANGED = 'The job has changed meanwhile; open it again';

async function queueRun(ctx: Ctx, jobId: string): Promise<string> {
  const id = ctx.newId();
  await ctx.db.insert(checkRun).values({
    id,
    jobId,
    state: 'queued',
    rulesVersion: RULES_VERSION ?? 'unbuilt',
    requestedBy: ctx.user.id,
    at: ctx.clock.now(),
  });
  await enqueue(ctx.db, 'check', { runId: id });
  return id;
}

/** Asks for another check of a job against the limits now in force. */
export async function checkAgain(ctx: Ctx, jobId: string): Promise<Result<null, CheckFailure>> {
  const found = await findJob(ctx, jobId);
  if (!found) return fail({ code: 'noJob' });
  if (!mayCheckAgain(ctx.user, found)) return fail({ code: 'notYours' });
  await ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    await queueRun(inside, jobId);
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: jobId,
      subjectName: jobName(found.number),
      what: 'check asked for again',
    });
  });
  return succeed(null);
}

/** Sets a mesh down otherwise, or reads it in another unit; its verdict is out of date then, and a new check is asked for. */
export async function placeJob(ctx: Ctx, jobId: string, mesh: MeshChoice): Promise<Result<null, CheckFailure>> {
  const found = await findJob(ctx, jobId);
  if (!found) return fail({ code: 'noJob' });
  if (!(await areStored(ctx, filesBeside(mesh)))) return fail({ code: 'noFile' });
  if (!found.mesh) return fail({ code: 'notPlaced', why: 'The job is a program; it lies where it was written to lie' });
  if (!stillOpen(found.state))
    return fail({ code: 'notPlaced', why: `The job is ${found.state}; check it anew as another job` });
  return inTransaction<null, CheckFailure>(ctx, async (inside) => {
    if (!(await moveJob(inside, jobId, 'change', { mesh }))) return fail({ code: 'notPlaced', why: CHANGED });
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: jobId,
      subjectName: jobName(found.number),
      what: 'part set down otherwise',
      from: found.mesh,
      to: mesh,
    });
    await queueRun(inside, jobId);
    return succeed(null);
  });
}

/** Does a finding's fix to a copy of the recipe, or to how the part stands, and asks for a new check at once. */
export async function fixJob(
  ctx: Ctx,
  jobId: string,
  asked: { readonly runId: string; readonly finding: number },
): Promise<Result<null, CheckFailure>> {
  const no = (why: string) => fail<CheckFailure>({ code: 'notPlaced', why });
  const found = await findJob(ctx, jobId);
  if (!found) return fail({ code: 'noJob' });
  if (!found.mesh) return no('The job is a program; have it made anew');
  if (!stillOpen(found.state)) return no(`The job is ${found.state}; check it anew as another job`);
  const run = await newestRun(ctx, jobId);
  const finding = run?.id === asked.runId ? run.outcome?.findings[asked.finding] : undefined;
  if (!finding) return no('The job was checked again meanwhile; look at its newest findings');
  if (!finding.change) return no('This fix is done by hand');
  const from = (await findRecipe(ctx, found.recipeId))!;
  const copy = applyFix(from.overrides, found.mesh, finding.change);
  const values = checkOverrides(copy.overrides);
  if (!values.ok) return no(sentenceOf(values.failure));
  return inTransaction<null, CheckFailure>(ctx, async (inside) => {
    const recipeId = finding.change!.values
      ? await insertRecipe(inside, { ...from, kept: false, overrides: copy.overrides })
      : found.recipeId;
    if (!(await moveJob(inside, jobId, 'change', { recipeId, mesh: copy.mesh }))) return no(CHANGED);
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: jobId,
      subjectName: jobName(found.number),
      what: 'fix done to a copy',
      from: finding.title,
      to: fixText(finding.change!),
      why: finding.fix,
    });
    await queueRun(inside, jobId);
    return succeed(null);
  });
}

/** Signs a job off: anyone who may, when the newest verdict holds and is not blocked; a lead with a reason when blocked. */
export async function clearJob(ctx: Ctx, jobId: string, why: string): Promise<Result<null, CheckFailure>> {
  const page = await getJobPage(ctx, jobId);
  if (!page.ok) return page;
  const { run, outOfDate, name } = page.value;
  if (!run || run.state !== 'done' || !run.outcome)
    return fail({ code: 'notCleared', why: 'The check has not finished; wait for the verdict' });
  if (outOfDate) return fail({ code: 'notCleared', why: 'The verdict is out of date; check again first' });
  const blocked = run.outcome.verdict === 'blocked';
  if (blocked && ctx.user.role !== 'lead')
    return fail({ code: 'notCleared', why: 'The job is blocked; only a lead may override, with a reason' });
  if (blocked && why.trim().length < 5)
    return fail({ code: 'notCleared', why: 'An override stays on the job for ever; give its reason' });
  return inTransaction<null, CheckFailure>(ctx, async (inside) => {
    const isMoved = await moveJob(inside, jobId, 'clear'); // holds the job until the end: no check ends meanwhile
    if (!isMoved || (await newestRun(inside, jobId))?.id !== run.id) return fail({ code: 'notCleared', why: CHANGED });
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: jobId,
      subjectName: name,
      what: blocked ? 'blocked job overridden' : 'job cleared',
      from: run.outcome!.verdict,
      to: 'cleared',
      why: why || run.outcome!.sentence,
    });
    return succeed(null);
  });
}

export async function findJob(ctx: Pick<Ctx, 'db'>, id: string) {
  const [row] = await ctx.db.select().from(job).where(eq(job.id, id));
  return row ?? null;
}

/** A job with its newest run, and whether anything the verdict was pinned to has changed since. */
export async function getJobPage(asker: Ctx, id: string) {
  const ctx = forOnePage(asker);
  const row = await findJob(ctx, id);
  if (!row) return fail<CheckFailure>({ code: 'noJob' });
  const run = await newestRun(ctx, id);
  const { input, fresh, outOfDate, changed } = await heldAgainstNow(ctx, row, run);
  const m = await findMachine(ctx, input.machineId);
  const resumes = m !== null && canResume(m, id, row.progress);
  const seenTo = printSeenTo(row, resumes);
  const request = row.requestId ? await getRequest(ctx, row.requestId) : null;
  return succeed({
    ...row,
    name: jobName(row.number),
    recipe: input,
    sheet: fresh.ok ? fresh.value : null,
    run,
    request: request?.ok ? request.value : null,
    seenTo,
    ...(await handOver(ctx, run, seenTo)),
    printed: (await countPrints(ctx, 'job', [id])).get(id)!,
    executions: await listPrints(ctx, { of: 'job', id }),
    prints: printsWanted(row),
    resumes,
    stop: m?.stop?.id === id ? m.stop : null,
    silentS: row.state === 'printing' ? silentS(row.progress, ctx.clock.now()) : null,
    outcomes: await listOutcomes(ctx, id),
    outOfDate,
    changed,
  });
}

/** Jobs of those states, the newest first. */
export const listJobs = (ctx: Pick<Ctx, 'db'>, states: readonly JobState[]): Promise<JobRow[]> =>
  jobRows(ctx, sql`j.state in ${[...states]}`);
/** Jobs that a condition holds of, the newest first. */
export async function jobRows(ctx: Pick<Ctx, 'db'>, where: SQL): Promise<JobRow[]> {
  const rows = await ctx.db.execute<
    RowOf<Omit<JobRow, 'timeS'>> & { number: number; estimate: JobOutcome['estimate'] | null }
  >(sql`
    select j.id, j.number, j.title, j.class, j.state, j.file_name as "fileName", j.mesh is not null as "isMesh", j.created_at as "createdAt", j.due, j.progress->>'message' as "printMessage", j.created_by_name as "createdByName", m.name as "machineName", mat.name as "materialName",
           r.state as "runState", r.verdict, r.sentence, r.estimate,
           case when ${isMarked} then j.out_of_date->'changed' end as "changed"
    from job j join recipe on recipe.id = j.recipe_id join machine m on m.id = recipe.machine_id
    join recipe_assignment a on a.recipe_id = recipe.id and a.role = 'part body' join profile mat on mat.id = a.material_id
    left join lateral (select id, state, verdict, sentence, estimate from check_run where job_id = j.id order by at desc limit 1) r on true
    where ${where} order by j.number desc`);
  return rows.rows.map(({ estimate, ...r }) => ({
    ...r,
    name: jobName(Number(r.number)),
    timeS: estimate && lastsOf(estimate),
  }));
}

/** Open jobs whose recipe is one of these. */
export async function listJobsOfRecipes(
  ctx: Pick<Ctx, 'db'>,
  recipeIds: readonly string[],
): Promise<{ id: string; name: string; title: string }[]> {
  if (recipeIds.length === 0) return [];
  const rows = await ctx.db
    .select({ id: job.id, number: job.number, title: job.title })
    .from(job)
    .where(and(inArray(job.recipeId, [...recipeIds]), inArray(job.state, [...jobsOpen])))
    .orderBy(desc(job.number))
    .limit(200);
  return rows.map((r) => ({ id: r.id, title: r.title, name: jobName(r.number) }));
}

/** Jobs not yet printed on this machine with this tool and material: what a newly proven limit may change. */
export async function listOpenJobsOn(
  ctx: Pick<Ctx, 'db'>,
  on: { readonly machineId: string; readonly toolId: string; readonly materialId: string },
): Promise<{ id: string; name: string; title: string }[]> {
  const rows = await ctx.db.execute<{ id: string; number: number; title: string }>(sql`
    select distinct j.id, j.number, j.title from job j join recipe r on r.id = j.recipe_id join recipe_assignment a on a.recipe_id = r.id
    where r.machine_id = ${on.machineId} and a.tool_id = ${on.toolId} and a.material_id = ${on.materialId} and j.state in ${[...jobsOpen]} order by j.number limit 50`);
  return rows.rows.map((r) => ({ id: r.id, name: jobName(Number(r.number)), title: r.title }));
}
