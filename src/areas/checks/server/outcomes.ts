import { mayMove } from '../../../core/states/moves.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { jobMoves } from '../model/states.ts';
import { moveJob } from './moveJob.ts';
import { desc, eq, inArray, sql } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { readFile } from '../../../platform/files/store.ts';
import { file } from '../../../platform/files/tables.ts';
import { signs as allSigns } from '../../trials/kinds/signs.ts';
import { LARGEST_PICTURE_BYTES, pictureTypeOf } from '../../trials/model/pictures.ts';
import type { CheckFailure } from '../model/failures.ts';
import { scoreRules, printResults, type Judged, type PrintResult, type RuleRecord } from '../model/noted.ts';
import { clearPlate, countPrints, findMachine, judgePrint } from '../../machines/server/index.ts';
import { findRecipe } from '../../recipes/server/index.ts';
import { printsWanted } from '../model/prints.ts';
import { findJob, jobName } from './jobs.ts';
import { checkRun, job, jobOutcome } from './tables.ts';

export interface NewOutcome {
  readonly result: PrintResult;
  readonly layer: number | null;
  readonly signs: readonly string[];
  readonly setAtMachine: string;
  readonly note: string;
  readonly pictureSha: string | null;
  /** Whoever says so has taken the part off its machine. */
  readonly clearsPlate?: boolean | undefined;
}
const no = (why: string) => fail<CheckFailure>({ code: 'notNoted', why });

/** Keeps what became of a print; a later word stands beside the earlier ones. */
export async function noteOutcome(
  ctx: Ctx,
  jobId: string,
  { clearsPlate, ...input }: NewOutcome,
): Promise<Result<{ id: string }, CheckFailure>> {
  const { result, note } = input;
  const row = await findJob(ctx, jobId);
  if (!row) return fail({ code: 'noJob' });
  if (row.state === 'printing') return no('It is still printing: wait for its end, or cancel it first');
  if (!mayMove(jobMoves.noteDone, row.state)) return no(`The job is ${row.state}; it has not been printed`);
  const unknown = input.signs.find((s) => !allSigns.some((x) => x.key === s));
  if (unknown) return no(`There is no defect "${unknown}"; choose from the list`);
  if (input.result === 'good' && (input.signs.length > 0 || input.layer !== null))
    return no('A print that is as it should be shows no defect; call it usable or failed');
  if (input.pictureSha) {
    const picture = await pictureOf(ctx, input.pictureSha);
    if (!picture.ok) return picture;
  }
  const runId = row.progress?.runId ?? (await newestDone(ctx, jobId));
  const id = ctx.newId();
  return inTransaction<{ id: string }, CheckFailure>(ctx, async (inside) => {
    const { db } = inside;
    await db.insert(jobOutcome).values({
      id,
      jobId,
      runId,
      ...input,
      personId: ctx.user.id,
      personName: ctx.user.name,
      at: ctx.clock.now(),
    });
    const judged = await judgePrint(
      inside,
      { of: 'job', id: jobId },
      result === 'failed' ? 'scrap' : 'good',
      note || null,
    );
    const wanted = printsWanted(row);
    const isEnough = (await countPrints(inside, 'job', [jobId])).get(jobId)! >= wanted;
    const act =
      wanted > 1 && !isEnough
        ? judged && result === 'failed' && mayMove(jobMoves.noteScrap, row.state) && 'noteScrap'
        : result === 'failed'
          ? 'noteFailed'
          : 'noteDone';
    if (act && !(await moveJob(inside, jobId, act, { wish: 'idle' })))
      return no('The job has changed meanwhile; open it again');
    if (clearsPlate) {
      const on = await findMachine(inside, (await findRecipe(inside, row.recipeId))!.machineId!);
      if (on?.stop?.id !== jobId || !(await clearPlate(inside, on.id, note)).ok)
        return no('It does not stand on the plate of its machine any more; save the outcome alone');
    }
    await recordEvent(inside, {
      subjectKind: 'job',
      subjectId: jobId,
      subjectName: jobName(row.number),
      what: `outcome noted: ${printResults[input.result]}`,
      from: row.state,
      to: { state: act ? jobMoves[act].to : row.state, layer: input.layer, signs: input.signs },
      why: input.note || null,
    });
    return succeed({ id });
  });
}

/** A picture that was uploaded, known by its first bytes. */
async function pictureOf(ctx: Ctx, sha: string): Promise<Result<string, CheckFailure>> {
  const [stored] = await ctx.db.select().from(file).where(eq(file.sha256, sha));
  if (!stored) return fail({ code: 'noFile' });
  if (stored.size > LARGEST_PICTURE_BYTES) return no('The picture is too large; take it with fewer pixels');
  for await (const head of readFile(ctx, sha)) {
    const type = pictureTypeOf(head);
    return type ? succeed(type) : no('That is no PNG, JPEG or WebP picture');
  }
  return no('The picture is empty');
}
/** The picture of one outcome with its type; null where there is none. */
export async function findOutcomePicture(
  ctx: Ctx,
  jobId: string,
  outcomeId: string,
): Promise<{ sha: string; type: string } | null> {
  const [row] = await ctx.db.select().from(jobOutcome).where(eq(jobOutcome.id, outcomeId));
  if (row?.jobId !== jobId || !row.pictureSha) return null;
  const picture = await pictureOf(ctx, row.pictureSha);
  return picture.ok ? { sha: row.pictureSha, type: picture.value } : null;
}

/** The newest finished check of a job that was printed by hand. */
async function newestDone(ctx: Pick<Ctx, 'db'>, jobId: string): Promise<string | null> {
  const runs = await ctx.db
    .select({ id: checkRun.id, state: checkRun.state })
    .from(checkRun)
    .where(eq(checkRun.jobId, jobId))
    .orderBy(desc(checkRun.at))
    .limit(10);
  return runs.find((r) => r.state === 'done')?.id ?? null;
}

const MOST_JUDGED = 2000;
/** What every rule foretold against what became of the jobs: the last word on each job counts. */
export async function getRuleRecord(ctx: Pick<Ctx, 'db'>): Promise<{ jobs: number; rules: RuleRecord[] }> {
  const said = await ctx.db.select().from(jobOutcome).orderBy(desc(jobOutcome.number)).limit(MOST_JUDGED);
  const last = [...new Map(said.toReversed().map((o) => [o.jobId, o])).values()].filter((o) => o.runId !== null);
  if (last.length === 0) return { jobs: 0, rules: [] };
  const runs = await ctx.db
    .select({ id: checkRun.id, outcome: checkRun.outcome })
    .from(checkRun)
    .where(
      inArray(
        checkRun.id,
        last.map((o) => o.runId!),
      ),
    );
  const jobs = await ctx.db
    .select({ id: job.id, number: job.number })
    .from(job)
    .where(
      inArray(
        job.id,
        last.map((o) => o.jobId),
      ),
    );
  const judged = last.flatMap((o): Judged[] => {
    const outcome = runs.find((r) => r.id === o.runId)?.outcome;
    const of = jobs.find((j) => j.id === o.jobId)!;
    return outcome
      ? [
          {
            jobId: o.jobId,
            jobName: jobName(of.number),
            result: o.result,
            signs: o.signs,
            ran: outcome.runs.filter((r) => r.ran).map((r) => r.rule),
            warned: [...new Set(outcome.findings.filter((f) => f.severity !== 'note').map((f) => f.rule))],
          },
        ]
      : [];
  });
  return { jobs: judged.length, rules: scoreRules(judged) };
}

/** Machines on whose prints of a material something was seen since a moment. */
export async function listSeenOn(
  { db }: Pick<Ctx, 'db'>,
  of: { readonly sign: string; readonly materialId: string; readonly since: Date },
): Promise<string[]> {
  const { rows } = await db.execute<{ id: string }>(sql`
    select distinct r.machine_id as id from job_outcome o join job j on j.id = o.job_id join recipe r on r.id = j.recipe_id
    join recipe_assignment a on a.recipe_id = r.id and a.role = 'part body'
    where o.at >= ${of.since.toISOString()} and a.material_id = ${of.materialId} and o.signs @> ${JSON.stringify([of.sign])}::jsonb`);
  return rows.map((r) => r.id);
}
