import { asc, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { reading, trial } from './tables.ts';

export type Trial = typeof trial.$inferSelect;
export type Reading = typeof reading.$inferSelect & { readonly value: number };

export async function findTrial(ctx: Pick<Ctx, 'db'>, id: string): Promise<Trial | null> {
  const [row] = await ctx.db.select().from(trial).where(eq(trial.id, id));
  return row ?? null;
}

/** Readings that stand: those that no later one supersedes or withdraws. */
export async function listCurrentReadings(ctx: Pick<Ctx, 'db'>, trialId: string): Promise<Reading[]> {
  const all = await ctx.db.select().from(reading).where(eq(reading.trialId, trialId)).orderBy(asc(reading.at));
  const gone = new Set(all.map((r) => r.supersedes));
  return all.filter((r): r is Reading => r.value !== null && !gone.has(r.id));
}
