import { and, eq, sql } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { MachineFailure } from '../model/failures.ts';
import type { MachineStop } from '../model/occupancy.ts';
import { findMachine, type Machine } from './queries.ts';
import { machine, slot } from './tables.ts';

/** The machine prints from here on, whatever stood on it before: it goes on, or somebody has said that its plate is empty. */
export async function occupy(ctx: Pick<Ctx, 'db'>, machineId: string): Promise<void> {
  await ctx.db.update(machine).set({ state: 'printing', stop: null }).where(eq(machine.id, machineId));
}

/** The end of a print, in the same transaction as the end of what was printed: free again, or stopped with the part on the plate. */
export async function release(ctx: Ctx, m: Pick<Machine, 'id' | 'name'>, stop: MachineStop | null): Promise<void> {
  await ctx.db
    .update(machine)
    .set({ state: stop ? 'stopped' : 'ready', stop })
    .where(and(eq(machine.id, m.id), eq(machine.state, 'printing')));
  if (stop)
    await recordEvent(ctx, {
      subjectKind: 'machine',
      subjectId: m.id,
      subjectName: m.name,
      what: 'stopped, part on the plate',
      to: { print: stop.name, zMm: stop.zMm },
      why: stop.why,
    });
}

/** Takes off the lot that is loaded for a head what a print has fed. */
export async function consume(ctx: Pick<Ctx, 'db'>, machineId: string, massG: number, head: number): Promise<void> {
  await ctx.db
    .update(slot)
    .set({ remainingG: sql`greatest(0, ${slot.remainingG} - ${massG})` })
    .where(and(eq(slot.machineId, machineId), eq(slot.index, head)));
}

/** Somebody has taken off what a stopped print left, and says so: the machine is free again. */
export async function clearPlate(ctx: Ctx, machineId: string, note: string): Promise<Result<null, MachineFailure>> {
  const m = await findMachine(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' });
  return ctx.db.transaction(async (db) => {
    const [freed] = await db
      .update(machine)
      .set({ state: 'ready', stop: null })
      .where(and(eq(machine.id, m.id), eq(machine.state, 'stopped')))
      .returning({ id: machine.id });
    if (!freed) return fail({ code: 'notStopped', state: m.state });
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
