import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { notify } from '../../../platform/events/record.ts';
import { trialMoves } from '../model/states.ts';
import type { PrintProgress } from '../model/trial.ts';
import type { Trial } from './rows.ts';
import { trial } from './tables.ts';

/** Which of the coupons on the plate is this trial's, as the machine laid them; the first where it was printed alone. */
export const placeOnPlate = (row: Pick<Trial, 'plan' | 'progress'>): number =>
  row.plan.plate && row.progress?.isShared ? row.plan.plate.place : 1;

/** How far the coupon of one trial has come when so many lines of the plate's program are done. */
export function progressOnPlate(plan: Trial['plan'], all: PrintProgress): PrintProgress {
  const [from, to] = plan.plate!.lines;
  const done = all.acknowledged;
  return { ...all, isShared: true, zMm: done >= to ? plan.sizeMm[2] : done < from ? 0 : all.zMm };
}

/** Moves the trials that a host prints for along with it, but for those that were decided meanwhile. */
export async function moveMates(
  ctx: Pick<Ctx, 'db'>,
  host: Trial,
  act: 'begin' | 'finish' | 'interrupt' | 'printElsewhere',
  progress: PrintProgress | null,
): Promise<void> {
  if (!host.plan.plate || host.plan.plate.host !== null) return;
  const mates = await ctx.db
    .select()
    .from(trial)
    .where(and(sql`${trial.plan}->'plate'->>'host' = ${host.id}`, inArray(trial.state, [...trialMoves.begin.from])));
  for (const mate of mates) {
    await ctx.db
      .update(trial)
      .set({ state: trialMoves[act].to, ...(progress && { progress: progressOnPlate(mate.plan, progress) }) })
      .where(and(eq(trial.id, mate.id), inArray(trial.state, [...trialMoves.begin.from])));
    await notify(ctx, 'trial', mate.id);
  }
}
