import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { MachineFailure } from '../model/failures.ts';
import type { Claim, MachineStop } from '../model/occupancy.ts';
import { findMachine, type Machine } from './queries.ts';
import { machine, occupancy, slot } from './tables.ts';

/** Another print has the machine: which, and until when. */
export interface Taken {
  readonly code: 'taken';
  readonly what: string;
}

/** Takes a machine for a print, in the same transaction as the wish for it: of two at once one gets it, the other is told by what it is
 *  taken. What has it already keeps it. */
export async function claim(ctx: Ctx, m: Pick<Machine, 'id' | 'name'>, print: Claim): Promise<Result<null, Taken>> {
  const now = ctx.clock.now();
  const got = await ctx.db
    .insert(occupancy)
    .values({
      id: ctx.newId(),
      machineId: m.id,
      of: print.of,
      ofId: print.id,
      name: print.name,
      byName: ctx.user.name,
      since: now,
      expected: new Date(now.getTime() + 1000 * print.timeS),
    })
    .onConflictDoNothing()
    .returning({ id: occupancy.id });
  if (got.length > 0) return succeed(null);
  const held = await heldBy(ctx, m.id);
  if (held && isOf(held, print)) return succeed(null);
  if (!held) return fail({ code: 'taken', what: `${m.name} has just become free: try again` });
  const untilAbout = `until about ${hourOf(held.expected)}, and until its plate is cleared`;
  return fail({
    code: 'taken',
    what: `${m.name} is taken by ${held.name}, which ${held.byName} asked for: ${untilAbout}`,
  });
}
const hourOf = (at: Date): string => at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The machine prints from here on what has taken it, whatever stood on it before: it goes on, or somebody has said that its plate is
 *  empty. */
export async function occupy(ctx: Ctx, m: Pick<Machine, 'id' | 'name'>, print: Claim): Promise<Result<null, Taken>> {
  return ctx.db.transaction(async (db) => {
    const taken = await claim({ ...ctx, db }, m, print);
    if (taken.ok) await db.update(machine).set({ state: 'printing', stop: null }).where(eq(machine.id, m.id));
    return taken;
  });
}

/** The end of a print, in the same transaction as the end of what was printed: free again, or with something on the plate, finished or
 *  stopped. A machine that another print has taken is left as it is. */
export async function release(
  ctx: Ctx,
  m: Pick<Machine, 'id' | 'name'>,
  print: Pick<Claim, 'of' | 'id'>,
  how: 'finished' | 'interrupted',
  stop: MachineStop | null,
): Promise<void> {
  const held = await heldBy(ctx, m.id);
  if (held && !isOf(held, print)) return;
  const state = stop === null ? 'ready' : how === 'finished' ? 'waiting to be cleared' : 'stopped';
  await ctx.db
    .update(machine)
    .set({ state, stop })
    .where(and(eq(machine.id, m.id), eq(machine.state, 'printing')));
  if (!stop) return vacate(ctx, m.id);
  await recordEvent(ctx, {
    subjectKind: 'machine',
    subjectId: m.id,
    subjectName: m.name,
    what: how === 'finished' ? 'finished, waiting to be cleared' : 'stopped, part on the plate',
    to: { print: stop.name, zMm: stop.zMm },
    why: stop.why,
  });
}
/** What has taken a machine. */
async function heldBy({ db }: Pick<Ctx, 'db'>, machineId: string): Promise<typeof occupancy.$inferSelect | null> {
  const [held] = await db
    .select()
    .from(occupancy)
    .where(and(eq(occupancy.machineId, machineId), isNull(occupancy.until)));
  return held ?? null;
}
const isOf = (held: typeof occupancy.$inferSelect, print: Pick<Claim, 'of' | 'id'>): boolean =>
  held.of === print.of && held.ofId === print.id;
/** Nothing takes the machine any more. */
async function vacate(ctx: Pick<Ctx, 'db' | 'clock'>, machineId: string): Promise<void> {
  await ctx.db
    .update(occupancy)
    .set({ until: ctx.clock.now() })
    .where(and(eq(occupancy.machineId, machineId), isNull(occupancy.until)));
}

/** Takes off the lot that is loaded for a head what a print has fed. */
export async function consume(ctx: Pick<Ctx, 'db'>, machineId: string, massG: number, head: number): Promise<void> {
  await ctx.db
    .update(slot)
    .set({ remainingG: sql`greatest(0, ${slot.remainingG} - ${massG})` })
    .where(and(eq(slot.machineId, machineId), eq(slot.index, head)));
}

/** Somebody has taken off what a print left, and says so: the machine is free again. */
export async function clearPlate(ctx: Ctx, machineId: string, note: string): Promise<Result<null, MachineFailure>> {
  const m = await findMachine(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' });
  return ctx.db.transaction(async (db) => {
    const [freed] = await db
      .update(machine)
      .set({ state: 'ready', stop: null })
      .where(and(eq(machine.id, m.id), inArray(machine.state, ['stopped', 'waiting to be cleared'])))
      .returning({ id: machine.id });
    if (!freed) return fail({ code: 'notStopped', state: m.state });
    await vacate({ ...ctx, db }, m.id);
    await recordEvent(
      { ...ctx, db },
      {
        subjectKind: 'machine',
        subjectId: m.id,
        subjectName: m.name,
        what: 'part removed, plate is clear',
        from: m.stop && { print: m.stop.name, zMm: m.stop.zMm },
        why: note || null,
      },
    );
    return succeed(null);
  });
}
