import { and, eq, isNull } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { MachineFailure } from '../model/failures.ts';
import { actAfter, whyNotFree, type Claim, type MachineStop } from '../model/occupancy.ts';
import type { PrintProgress } from '../model/print.ts';
import { machineMoves, type MachineState } from '../model/states.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { moveRow } from '../../../platform/db/states.ts';
import { findMachine, type Machine } from './queries.ts';
import { machine, occupancy } from './tables.ts';

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
    if (taken.ok && !(await moveMachine({ db }, m.id, 'begin', null)))
      return fail({ code: 'taken', what: whyNotFree((await findMachine({ db }, m.id))!) ?? `${m.name} is taken` });
    return taken;
  });
}

/** The end of a print, in the same transaction as the end of what was printed: free again, or with something on the plate, finished,
 *  stopped or out of reach. A machine that another print has taken is left as it is. */
export async function release(
  ctx: Ctx,
  m: Pick<Machine, 'id' | 'name'>,
  print: Pick<Claim, 'of' | 'id' | 'name'>,
  how: 'finished' | 'interrupted',
  progress: PrintProgress,
): Promise<void> {
  const held = await heldBy(ctx, m.id);
  if (held && !isOf(held, print)) return;
  const act = actAfter(how, progress);
  const { zMm, message, phase, at } = progress;
  const why = message ?? phase;
  const stop: MachineStop | null =
    act === 'leave'
      ? null
      : { of: print.of, id: print.id, name: print.name, zMm, why, isFinished: act === 'finish', at };
  const isMoved = await moveMachine(ctx, m.id, act, stop);
  if (!stop) return isMoved ? vacate(ctx, m.id) : undefined; // what stands on its plate keeps it taken
  if (!isMoved) return;
  await recordEvent(ctx, {
    subjectKind: 'machine',
    subjectId: m.id,
    subjectName: m.name,
    what: AFTER[machineMoves[act].to] ?? act,
    to: { print: stop.name, zMm },
    why,
  });
}
const AFTER: Readonly<Partial<Record<MachineState, string>>> = {
  'waiting to be cleared': 'finished, waiting to be cleared',
  stopped: 'stopped, part on the plate',
  unknown: 'unknown: somebody must look',
};

/** Moves a machine, with what stands on its plate then. */
const moveMachine = (
  ctx: Pick<Ctx, 'db'>,
  id: string,
  act: keyof typeof machineMoves,
  stop: MachineStop | null,
): Promise<boolean> => moveRow(ctx, machine, id, machineMoves[act], { stop });
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

/** Somebody has taken off what a print left, and says so: the machine is free again. */
export async function clearPlate(ctx: Ctx, machineId: string, note: string): Promise<Result<null, MachineFailure>> {
  const m = await findMachine(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' });
  return inTransaction<null, MachineFailure>(ctx, async (inside) => {
    if (!(await moveMachine(inside, m.id, 'clear', null)))
      return fail({ code: 'notStopped', state: (await findMachine(inside, m.id))!.state });
    await vacate(inside, m.id);
    await recordEvent(inside, {
      subjectKind: 'machine',
      subjectId: m.id,
      subjectName: m.name,
      what: 'part removed, plate is clear',
      from: m.stop && { print: m.stop.name, zMm: m.stop.zMm },
      why: note || null,
    });
    return succeed(null);
  });
}

/** Somebody has looked at a machine of which nothing was known: it stands still, with what it printed on its plate. */
export async function findStopped(ctx: Ctx, machineId: string): Promise<Result<null, MachineFailure>> {
  const m = await findMachine(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' });
  return inTransaction<null, MachineFailure>(ctx, async (inside) => {
    if (
      !m.stop ||
      !(await moveMachine(inside, m.id, 'find', {
        ...m.stop,
        why: `${m.stop.why} ${ctx.user.name} has looked: it stands still`,
      }))
    )
      return fail({ code: 'notUnknown', state: (await findMachine(inside, m.id))!.state });
    await recordEvent(inside, {
      subjectKind: 'machine',
      subjectId: m.id,
      subjectName: m.name,
      what: 'looked at: it stands still, part on the plate',
      from: m.stop.why,
    });
    return succeed(null);
  });
}
