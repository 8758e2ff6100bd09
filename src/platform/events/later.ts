import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { and, eq, sql } from 'drizzle-orm';
import type { Ctx } from '../db/context.ts';
import { DATABASE_SAYS_MS, inTime } from '../inTime.ts';
import { recordEvent, type NewEvent } from './record.ts';
import { event } from './tables.ts';

/** An event that the database has not taken yet. */
interface Unwritten {
  readonly at: string;
  readonly user: Ctx['user'];
  readonly event: NewEvent;
}
const folder = (): string => path.join(process.env['CANTIERE_DATA'] ?? '.data', 'events-unwritten');

/** Records an event of something that has happened whatever the database does: at once where it answers in time; else it is kept in a file
 *  of its own until the worker has written it down. Whether it is written already. */
export async function recordEventOrKeep(ctx: Ctx, e: NewEvent): Promise<boolean> {
  const kept: Unwritten = { at: ctx.clock.now().toISOString(), user: ctx.user, event: e };
  if (await inTime(writeOnce(ctx, kept), DATABASE_SAYS_MS)) return true;
  mkdirSync(folder(), { recursive: true });
  const file = path.join(folder(), `${kept.at.replaceAll(':', '-')}-${ctx.newId()}.json`);
  writeFileSync(`${file}.new`, JSON.stringify(kept));
  renameSync(`${file}.new`, file);
  return false;
}

/** How many are kept and not yet written down. */
export const countKeptEvents = (): number =>
  existsSync(folder()) ? readdirSync(folder()).filter((name) => name.endsWith('.json')).length : 0;

/** Writes down what was kept, in the order in which it happened. */
export async function writeDownKept(ctx: Pick<Ctx, 'db' | 'newId'>): Promise<void> {
  if (!existsSync(folder())) return;
  for (const name of readdirSync(folder()).sort()) {
    if (!name.endsWith('.json')) continue;
    const file = path.join(folder(), name);
    await writeOnce(ctx, JSON.parse(readFileSync(file, 'utf8')) as Unwritten);
    rmSync(file);
  }
}

/** An attempt that was given up may still have reached the database: the same event is written once. */
async function writeOnce(ctx: Pick<Ctx, 'db' | 'newId'>, { at, user, event: e }: Unwritten): Promise<void> {
  const when = new Date(at);
  await ctx.db.transaction(async (db) => {
    // an attempt that still hangs is waited for
    await db.execute(sql`select pg_advisory_xact_lock(hashtext(${`${e.subjectId} ${at}`}))`);
    const [there] = await db
      .select({ id: event.id })
      .from(event)
      .where(and(eq(event.subjectId, e.subjectId), eq(event.what, e.what), eq(event.at, when)));
    if (!there) await recordEvent({ ...ctx, db, user, clock: { now: () => when } }, e);
  });
}
