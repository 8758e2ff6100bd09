import { and, eq, isNotNull, isNull, ne, notExists, or, sql, type SQL } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { inStateFor, moveRow } from '../../../platform/db/states.ts';
import type { MachineStop } from '../model/occupancy.ts';
import { machineMoves, printMoves, type MachineState } from '../model/states.ts';
import { lookAt } from './adapters/index.ts';
import type { Machine } from './queries.ts';
import { machine, print } from './tables.ts';

/** A print that somebody wants and no worker has taken up is no contradiction before so long. */
const SETTLES_S = 10;

/** Compares what is recorded of machines with what they do and with what is printed (ids of jobs and trials). What is safe to mend is
 *  mended; where nobody knows, the machine is unknown until a person has looked. Gives what it found, a sentence each. */
export async function reconcileMachines(ctx: Ctx, isPrinting: ReadonlySet<string>): Promise<readonly string[]> {
  await vacateLeftBehind(ctx, isPrinting);
  const found: string[] = [];
  const machines = await ctx.db
    .select()
    .from(machine)
    .where(and(isNotNull(machine.device), ne(machine.state, 'retired')));
  const whyNot = await Promise.all(machines.map(whyNotIdle)); // one that is switched off holds up no other
  for (const [i, m] of machines.entries()) {
    const why = m.state === 'printing' ? await whyNotPrinting(ctx, m, isPrinting) : whyNot[i]!;
    if (why !== null && (await doubt(ctx, m, why))) found.push(`${m.name}: ${why}`);
  }
  return found;
}

/** A claim of which nothing came: its print is not under way, and its machine has not begun. */
async function vacateLeftBehind(ctx: Ctx, isPrinting: ReadonlySet<string>): Promise<void> {
  const open = await ctx.db
    .select({ id: print.id, ofId: print.ofId })
    .from(print)
    .innerJoin(machine, eq(machine.id, print.machineId))
    .where(
      and(
        isNull(print.clearedAt),
        eq(machine.state, 'ready'),
        sql`${print.since} < ${new Date(ctx.clock.now().getTime() - 1000 * SETTLES_S)}`,
      ),
    );
  const now = ctx.clock.now();
  for (const { id, ofId } of open)
    if (!isPrinting.has(ofId)) await moveRow(ctx, print, id, printMoves.leave, { endedAt: now, clearedAt: now });
}

/** Recorded as printing: by what, and is that printing at all? */
async function whyNotPrinting(ctx: Ctx, m: Machine, isPrinting: ReadonlySet<string>): Promise<string | null> {
  const [held] = await ctx.db
    .select({ ofId: print.ofId, name: print.name })
    .from(print)
    .where(and(eq(print.machineId, m.id), isNull(print.clearedAt)));
  if (!held) return 'it is recorded as printing, and nothing that it prints is known here';
  return isPrinting.has(held.ofId) ? null : `it is recorded as printing ${held.name}, which is not printed any more`;
}

/** Recorded as ready: it should neither heat nor expose. One that does not answer is not doubted: it may be switched off. */
async function whyNotIdle(m: Machine): Promise<string | null> {
  if (m.state !== 'ready' || !m.device) return null;
  const seen = await lookAt(m.device);
  return typeof seen === 'string' || !seen.does ? null : `${seen.does}, and nothing was sent to it`;
}

/** From what it is at this moment: a print that has begun meanwhile is no doubt. */
async function doubt(ctx: Ctx, m: Machine, why: string): Promise<boolean> {
  const taken: SQL = sql`select 1 from ${print} o where o.machine_id = ${machine.id} and o.cleared_at is null`;
  const isAsRead =
    m.state === 'ready' ? notExists(sql`(${taken})`) : or(isNull(machine.leaseBy), sql`${machine.leaseUntil} < now()`);
  const stop: MachineStop = { of: null, id: '', name: m.name, zMm: 0, why, at: ctx.clock.now().toISOString() };
  return ctx.db.transaction(async (db) => {
    const moved = await db
      .update(machine)
      .set({ state: machineMoves.doubt.to, stop })
      .where(
        and(
          eq(machine.id, m.id),
          eq(machine.state, m.state),
          inStateFor<MachineState>(machine.state, machineMoves.doubt),
          isAsRead,
        ),
      )
      .returning({ id: machine.id });
    if (moved.length === 0) return false;
    await recordEvent(
      { ...ctx, db },
      { subjectKind: 'machine', subjectId: m.id, subjectName: m.name, what: 'unknown: somebody must look', why },
    );
    return true;
  });
}
