import { and, eq, ne } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { trial } from './tables.ts';

/** Trials that are printing and wish to go on (or to be paused or cancelled by whoever holds the machine). */
export async function listRequestedPrints(ctx: Pick<Ctx, 'db'>): Promise<string[]> {
  const rows = await ctx.db
    .select({ id: trial.id })
    .from(trial)
    .where(and(eq(trial.state, 'printing'), ne(trial.wish, 'idle')));
  return rows.map((r) => r.id);
}

/** All trials that print, whatever is wished of them. */
export async function listPrintingTrials({ db }: Pick<Ctx, 'db'>): Promise<string[]> {
  const rows = await db.select({ id: trial.id }).from(trial).where(eq(trial.state, 'printing'));
  return rows.map((r) => r.id);
}
