import { and, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { inStateFor } from '../../../platform/db/states.ts';
import { trialMoves } from '../model/states.ts';
import { trial } from './tables.ts';

/** Moves a trial from what it is now, not from what somebody has read; false where it is in no state for that any more. */
export async function moveTrial(
  { db }: Pick<Ctx, 'db'>,
  trialId: string,
  act: keyof typeof trialMoves,
  set: Partial<Omit<typeof trial.$inferInsert, 'id' | 'state'>> = {},
): Promise<boolean> {
  const move = trialMoves[act];
  const moved = await db
    .update(trial)
    .set({ ...set, state: move.to })
    .where(and(eq(trial.id, trialId), inStateFor(trial.state, move)))
    .returning({ id: trial.id });
  return moved.length > 0;
}
