import { eq, sql } from 'drizzle-orm';
import type { Ctx } from '../db/context.ts';
import { signOfLife } from './tables.ts';

/** Says that the worker is there; by the database's own time. */
export async function giveSignOfLife({ db }: Pick<Ctx, 'db'>): Promise<void> {
  const at = sql`clock_timestamp()`;
  await db
    .insert(signOfLife)
    .values({ process: 'worker', at })
    .onConflictDoUpdate({ target: signOfLife.process, set: { at } });
}

/** For how long the worker has given no sign of life, s; null where it has never run. */
export async function workerSilentForS({ db }: Pick<Ctx, 'db'>): Promise<number | null> {
  const [row] = await db
    .select({ s: sql<number>`extract(epoch from clock_timestamp() - ${signOfLife.at})::float8` })
    .from(signOfLife)
    .where(eq(signOfLife.process, 'worker'));
  return row ? row.s : null;
}
