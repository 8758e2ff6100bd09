import { sql } from 'drizzle-orm';
import type { Ctx } from '../db/context.ts';
import { signOfLife } from './tables.ts';

/** Processes that are at work where nobody looks: one serves the machines, one has the checks done. */
export const atWork = ['devices', 'checks'] as const;
type AtWork = (typeof atWork)[number];

/** Says that a process is there; by the database's own time. */
export async function giveSignOfLife({ db }: Pick<Ctx, 'db'>, process: AtWork): Promise<void> {
  const at = sql`clock_timestamp()`;
  await db.insert(signOfLife).values({ process, at }).onConflictDoUpdate({ target: signOfLife.process, set: { at } });
}

/** For how long each has given no sign of life, s; null where it has never run. */
export async function silentForS({ db }: Pick<Ctx, 'db'>): Promise<Readonly<Record<AtWork, number | null>>> {
  const rows = await db
    .select({
      process: signOfLife.process,
      s: sql<number>`extract(epoch from clock_timestamp() - ${signOfLife.at})::float8`,
    })
    .from(signOfLife);
  const of = (process: AtWork): number | null => rows.find((r) => r.process === process)?.s ?? null;
  return { devices: of('devices'), checks: of('checks') };
}
