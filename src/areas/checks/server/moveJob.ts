import { and, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { inStateFor } from '../../../platform/db/states.ts';
import { jobMoves, runMoves } from '../model/states.ts';
import { checkRun, job } from './tables.ts';

/** Moves a job from what it is now, not from what somebody has read; false where it is in no state for that any more. */
export async function moveJob(
  { db }: Pick<Ctx, 'db'>,
  jobId: string,
  act: keyof typeof jobMoves,
  set: Partial<Omit<typeof job.$inferInsert, 'id' | 'state'>> = {},
): Promise<boolean> {
  const move = jobMoves[act];
  const moved = await db
    .update(job)
    .set({ ...set, state: move.to })
    .where(and(eq(job.id, jobId), inStateFor(job.state, move)))
    .returning({ id: job.id });
  return moved.length > 0;
}

/** The same of a check, which is given as it stands then; null where another worker was the first. */
export async function moveRun(
  { db }: Pick<Ctx, 'db'>,
  runId: string,
  act: keyof typeof runMoves,
  set: Partial<Omit<typeof checkRun.$inferInsert, 'id' | 'state'>> = {},
): Promise<typeof checkRun.$inferSelect | null> {
  const move = runMoves[act];
  const [moved] = await db
    .update(checkRun)
    .set({ ...set, state: move.to })
    .where(and(eq(checkRun.id, runId), inStateFor(checkRun.state, move)))
    .returning();
  return moved ?? null;
}
