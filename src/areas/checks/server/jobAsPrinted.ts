import { and, desc, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { listPrints } from '../../machines/server/index.ts';
import { listOutcomes } from './handOver.ts';
import { findJob, jobName } from './jobs.ts';
import { sheetInputOf } from './sheet.ts';
import { checkRun } from './tables.ts';

/** A job as it is printed, or was: what it is made of, what its last verdict was pinned to, and what came of it; null where there is none. */
export async function jobAsPrinted(ctx: Pick<Ctx, 'db'>, id: string) {
  const row = await findJob(ctx, id);
  if (!row) return null;
  const [run] = await ctx.db
    .select({ sheet: checkRun.sheet, outcome: checkRun.outcome })
    .from(checkRun)
    .where(and(eq(checkRun.jobId, id), eq(checkRun.state, 'done')))
    .orderBy(desc(checkRun.at))
    .limit(1);
  const executions = await listPrints(ctx, { of: 'job', id });
  const outcomes = await listOutcomes(ctx, id);
  return {
    id,
    name: jobName(row.number),
    state: row.state,
    createdAt: row.createdAt,
    /** When it was begun to be printed; printed from its file, when somebody said what came of it; else when it was made. */
    at: new Date(executions.at(-1)?.since ?? outcomes[0]?.at ?? row.createdAt),
    class: row.class,
    purpose: row.purpose,
    fileSha: row.fileSha,
    fileName: row.fileName,
    mesh: row.mesh,
    recipe: await sheetInputOf(ctx, row),
    sheet: run?.sheet ?? null,
    estimate: run?.outcome?.estimate ?? null,
    // printed from its file, it has an outcome and no print on record
    isPrinted: outcomes.length > 0 || executions.some((e) => e.endedAt !== null),
    pictures: outcomes.filter((o) => o.hasPicture).map((o) => ({ id: o.id })),
  };
}
export type JobAsPrinted = NonNullable<Awaited<ReturnType<typeof jobAsPrinted>>>;
