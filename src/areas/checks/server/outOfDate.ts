import { desc, eq, inArray, sql } from 'drizzle-orm';
import { isSameData } from '../../../core/formats/canonicalJson.ts';
import { forOnePage } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify } from '../../../platform/events/record.ts';
import { RULES_VERSION } from '../../rules/version.ts';
import { verdictStates } from '../model/states.ts';
import { whatChanged } from '../model/whatChanged.ts';
import { makeSheet, pinOf, sheetInputOf } from './sheet.ts';
import { checkRun, job } from './tables.ts';

type Job = typeof job.$inferSelect;
type Run = typeof checkRun.$inferSelect;

export async function newestRun(ctx: Pick<Ctx, 'db'>, jobId: string): Promise<Run | null> {
  const [run] = await ctx.db
    .select()
    .from(checkRun)
    .where(eq(checkRun.jobId, jobId))
    .orderBy(desc(checkRun.at))
    .limit(1);
  return run ?? null;
}

/** Whether the verdict of the newest check `r` of a job `j` is marked as out of date. */
export const isMarked = sql`(j.out_of_date->>'runId' = r.id and j.state in ${[...verdictStates]})`;

/** What a job's newest verdict was pinned to held against what is in force now. */
export async function heldAgainstNow(ctx: Pick<Ctx, 'db' | 'clock'>, row: Job, run: Run | null) {
  const input = await sheetInputOf(ctx, row);
  const fresh = await makeSheet(ctx, input);
  const outOfDate = run?.state === 'done' && fresh.ok && run.pinSha !== pinOf(fresh.value, row.mesh);
  const changed =
    outOfDate && run.sheet
      ? whatChanged(run.sheet, fresh.value, run.mesh, row.mesh, run.rulesVersion !== (RULES_VERSION ?? 'unbuilt'))
      : [];
  return { input, fresh, outOfDate, changed };
}

/** Events of these change nothing that a verdict is pinned to. */
const TOUCH_NO_VERDICT = ['job', 'person', 'token', 'request', 'recipe', 'reference part'];
/** Events of these touch the jobs of some machines, or of recipes that name a profile or one below it; of any other (the policy, a pairing), all.
 *  A trial touches its machine and the others of its printer profile, where it is the evidence of a sister. */
const TOUCH_SOME = ['machine', 'container', 'trial', 'profile'];

/** Jobs whose verdict a person may still act on and that an event after `after` may have put out of date; all of them where that is null. */
async function touchedJobs(ctx: Pick<Ctx, 'db'>, after: number | null, upTo: number): Promise<Job[]> {
  const since = sql`id > ${after ?? upTo} and id <= ${upTo}`;
  const rows = await ctx.db.execute<{ id: string }>(sql`
    with recursive touched as (
        select distinct subject_kind kind, subject_id id from event
        where ${since} and subject_kind not in ${TOUCH_NO_VERDICT}),
      below as (
        select id from touched where kind = 'profile'
        union select p.id from profile p join below b on p.parent_id = b.id),
      machines as (
        select id from touched where kind = 'machine'
        union select s.machine_id from touched t join slot s on t.kind = 'container' and s.container_id = t.id
        union select sister.id from touched t join trial on t.kind = 'trial' and trial.id = t.id
          join machine its on its.id = trial.machine_id join machine sister on sister.printer_id = its.printer_id)
    select j.id from job j join recipe r on r.id = j.recipe_id join machine m on m.id = r.machine_id
    where j.state in ${[...verdictStates]} and (${after === null}
      or exists (select from touched where kind not in ${TOUCH_SOME})
      or m.id in (select id from machines) or r.process_id in (select id from below) or m.printer_id in (select id from below)
      or exists (select from recipe_assignment a where a.recipe_id = r.id
        and (a.tool_id in (select id from below) or a.material_id in (select id from below))))`);
  const ids = rows.rows.map((r) => r.id);
  return ids.length === 0 ? [] : ctx.db.select().from(job).where(inArray(job.id, ids));
}

/** Jobs that are held against what is in force at the same time, what they ask for being read for all of them. */
const AT_ONCE = 16;

/** Marks the jobs whose verdict is out of date since the events after `after`, and why, so that lists need not work it out for each row.
 *  Gives the last event that it looked at. */
export async function markOutOfDate(ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>, after: number | null): Promise<number> {
  const [last] = (await ctx.db.execute<{ id: string | null }>(sql`select max(id) id from event`)).rows;
  const upTo = Number(last?.id ?? 0);
  const marks: (readonly [jobId: string, mark: Job['outOfDate']])[] = [];
  const touched = await touchedJobs(ctx, after, upTo);
  const page = forOnePage(ctx);
  for (let i = 0; i < touched.length; i += AT_ONCE)
    await Promise.all(
      touched.slice(i, i + AT_ONCE).map(async (row) => {
        const run = await newestRun(ctx, row.id);
        const { outOfDate, changed } = await heldAgainstNow(page, row, run);
        const mark = run && outOfDate ? { runId: run.id, changed } : null;
        if (!isSameData(mark, row.outOfDate)) marks.push([row.id, mark]);
      }),
    );
  // all that one event touched is marked at once
  if (marks.length > 0)
    await ctx.db.transaction(async (db) => {
      for (const [id, outOfDate] of marks) {
        await db.update(job).set({ outOfDate }).where(eq(job.id, id));
        await notify({ db }, 'job', id);
      }
    });
  return upTo;
}
