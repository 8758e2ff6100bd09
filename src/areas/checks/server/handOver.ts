import { and, asc, eq } from 'drizzle-orm';
import { mayMove } from '../../../core/states/moves.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { Confirmed, NotedOutcome } from '../model/noted.ts';
import { jobMoves, type JobState } from '../model/states.ts';
import { isOfLayers } from '../../rules/outcome.ts';
import { layersToSet, listToSet, type ToSet } from '../model/setAtMachine.ts';
import { jobConfirmation, jobOutcome, type checkRun } from './tables.ts';

/** Which print the ticks are for: the next one where one may begin anew, else the one that was begun last. */
export const printSeenTo = ({ state, begun }: { state: JobState; begun: number }, resumes: boolean): number =>
  (mayMove(jobMoves.begin, state) && !resumes) || begun === 0 ? begun + 1 : begun;

/** Things to set for a finished check, and who has said of which that it is so for this print. */
export async function handOver(
  ctx: Pick<Ctx, 'db'>,
  run: typeof checkRun.$inferSelect | null,
  print: number,
): Promise<{ toSet: ToSet[]; confirmed: Confirmed[] }> {
  if (!run?.outcome || !run.sheet) return { toSet: [], confirmed: [] };
  const rows = await ctx.db
    .select()
    .from(jobConfirmation)
    .where(and(eq(jobConfirmation.runId, run.id), eq(jobConfirmation.print, print)));
  return {
    toSet: isOfLayers(run.outcome)
      ? layersToSet(run.sheet, run.outcome.estimate)
      : listToSet(run.sheet, run.outcome.report, run.outcome.estimate),
    confirmed: rows.map((r) => ({ item: r.item, personName: r.personName, at: r.at.toISOString() })),
  };
}

export async function listOutcomes(ctx: Pick<Ctx, 'db'>, jobId: string): Promise<NotedOutcome[]> {
  const rows = await ctx.db
    .select()
    .from(jobOutcome)
    .where(eq(jobOutcome.jobId, jobId))
    .orderBy(asc(jobOutcome.number));
  return rows.map((r) => ({
    id: r.id,
    result: r.result,
    layer: r.layer,
    signs: r.signs,
    setAtMachine: r.setAtMachine,
    note: r.note,
    hasPicture: r.pictureSha !== null,
    personName: r.personName,
    at: r.at.toISOString(),
  }));
}
