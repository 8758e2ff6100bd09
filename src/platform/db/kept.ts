import { sql } from 'drizzle-orm';
import { onceOnPage } from './bySets.ts';
import type { Ctx } from './context.ts';

type Reader = Pick<Ctx, 'db' | 'clock' | 'reads'>;

/** Tables of which a kept read may say something: whatever is written to one, in whatever way, leaves a mark. The columns named are written
 *  while nothing a kept read says changes, and leave none. */
export const marked = {
  profile: [],
  revision: [],
  pairing: [],
  pairing_revision: [],
  machine: ['lease_by', 'lease_until', 'lease_epoch'],
  mount: [],
  container: [],
  slot: [],
  print: ['progress', 'expected'],
  maintenance: [],
  care_task: [],
  care_round: [],
  trial: ['progress', 'plan', 'gcode', 'wish', 'lot', 'process_id', 'version'],
} as const satisfies Readonly<Record<string, readonly string[]>>;

/** What has been written as this reader sees it. Marks only come, or the oldest go: never do two states have the same number, sum and last. */
const marksOf = onceOnPage(async ({ db }: Reader): Promise<string> => {
  const { rows } = await db.execute<{ marks: string }>(
    sql`select concat_ws(' ', current_database(), count(*), sum(id), max(id)) marks from write_mark`,
  );
  return rows[0]!.marks;
});

/** What was proven runs out by time alone: so late may a page say so. */
const LONGEST_MS = 15_000;
/** Holds what a kept read says against what it would say anew; tests set it. */
let verify: ((kept: unknown, anew: unknown) => void) | null = null;
export const verifyKept = (by: typeof verify): void => void (verify = by);

/** A read that is kept by the process for as long as nothing was written that it may read: to whoever asks on a page it says what it would say
 *  anew, and nobody may change it. Elsewhere it is read: a transaction must see what it wrote itself. */
export function keptUntilWritten<R extends Reader, V>(read: (ctx: R) => Promise<V>): (ctx: R) => Promise<V> {
  let kept: { readonly marks: string; readonly atMs: number; readonly value: V } | null = null;
  return async (ctx) => {
    if (!ctx.reads) return read(ctx);
    const marks = await marksOf(ctx);
    const nowMs = ctx.clock.now().getTime();
    if (kept?.marks === marks && nowMs >= kept.atMs && nowMs - kept.atMs < LONGEST_MS) {
      verify?.(kept.value, await read(ctx));
      return kept.value;
    }
    const value = await read(ctx);
    kept = { marks, atMs: nowMs, value };
    return value;
  };
}

/** Marks are looked through by every page: so many are left when the oldest are swept away. */
const MARKS_LEFT = 1000;
export async function sweepMarks({ db }: Pick<Ctx, 'db'>): Promise<void> {
  await db.execute(sql`delete from write_mark where id < (select max(id) - ${MARKS_LEFT} from write_mark)`);
}
