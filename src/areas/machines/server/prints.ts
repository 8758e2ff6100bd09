import { and, count, desc, eq, inArray, isNull, ne } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { MachineFailure } from '../model/failures.ts';
import { actAfter, whyNotFree, type Claim, type MachineStop } from '../model/occupancy.ts';
import type { PrintProgress } from '../model/print.ts';
import type { PrintRow } from '../model/pages.ts';
import { machineMoves, printMoves, printsThatCount, type MachineState } from '../model/states.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { moveRow } from '../../../platform/db/states.ts';
import { whyCareStops } from './care.ts';
import { findMachine, type Machine } from './queries.ts';
import { machine, print } from './tables.ts';

/** Another print has the machine: which, and until when. */
export interface Taken {
  readonly code: 'taken';
  readonly what: string;
}

/** Takes a machine for a print, in the same transaction as the wish for it: whoever claims it, or begins care, waits for the other and is
 *  told by what it is taken. What has it already keeps it. */
export async function claim(ctx: Ctx, m: Pick<Machine, 'id' | 'name'>, claimed: Claim): Promise<Result<null, Taken>> {
  const now = ctx.clock.now();
  const taken = (what: string) => fail<Taken>({ code: 'taken', what });
  await ctx.db.select({ id: machine.id }).from(machine).where(eq(machine.id, m.id)).for('update');
  const held = await heldBy(ctx, m.id);
  if (held && !isOf(held, claimed))
    return taken(
      `${m.name} is taken by ${held.name}, which ${held.byName} asked for: until about ${hourOf(held.expected)}, and until its plate is cleared`,
    );
  const care = await whyCareStops(ctx, m, held === null);
  if (care !== null) return taken(care);
  if (held) await moveRow(ctx, print, held.id, printMoves.resume, { endedAt: null, why: null });
  else
    await ctx.db.insert(print).values({
      id: ctx.newId(),
      machineId: m.id,
      of: claimed.of,
      ofId: claimed.id,
      name: claimed.name,
      byName: ctx.user.name,
      since: now,
      expected: new Date(now.getTime() + 1000 * claimed.timeS),
    });
  return succeed(null);
}
const hourOf = (at: Date): string => at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The machine prints from here on what has taken it, whatever stood on it before: it goes on, or somebody has said that its plate is
 *  empty. */
export async function occupy(ctx: Ctx, m: Pick<Machine, 'id' | 'name'>, claimed: Claim): Promise<Result<null, Taken>> {
  return ctx.db.transaction(async (db) => {
    const taken = await claim({ ...ctx, db }, m, claimed);
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
  of: Pick<Claim, 'of' | 'id' | 'name'>,
  how: 'finished' | 'interrupted',
  progress: PrintProgress,
  /** Uncorrected, where the print is one that times its machine. */
  workedOutS?: number,
): Promise<void> {
  const held = await heldBy(ctx, m.id);
  if (held && !isOf(held, of)) return;
  const act = actAfter(how, progress);
  const { zMm, message, phase, at, tookS = null } = progress;
  const why = message ?? phase;
  const stop: MachineStop | null =
    act === 'leave' ? null : { of: of.of, id: of.id, name: of.name, zMm, why, isFinished: act === 'finish', at };
  const isMoved = await moveMachine(ctx, m.id, act, stop);
  if (held) {
    const isThrough = act === 'finish' || phase === 'next plate';
    await moveRow(
      ctx,
      print,
      held.id,
      printMoves[isThrough ? 'finish' : act === 'leave' && isMoved ? 'leave' : 'stop'],
      {
        ...{ progress, endedAt: ctx.clock.now(), why: isThrough ? null : why },
        ...(workedOutS !== undefined && tookS !== null && tookS > 0 && workedOutS > 0 && { workedOutS, tookS }),
      },
    );
  }
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
async function heldBy({ db }: Pick<Ctx, 'db'>, machineId: string): Promise<typeof print.$inferSelect | null> {
  const [held] = await db
    .select()
    .from(print)
    .where(and(eq(print.machineId, machineId), isNull(print.clearedAt)));
  return held ?? null;
}
const isOf = (held: typeof print.$inferSelect, claimed: Pick<Claim, 'of' | 'id'>): boolean =>
  held.of === claimed.of && held.ofId === claimed.id;

/** Nothing takes the machine any more: what was still under way is none, whatever came of it. */
async function vacate(ctx: Pick<Ctx, 'db' | 'clock'>, machineId: string): Promise<void> {
  const held = await heldBy(ctx, machineId);
  if (!held) return;
  const now = ctx.clock.now();
  await moveRow(ctx, print, held.id, printMoves.stop, { endedAt: now });
  await ctx.db.update(print).set({ clearedAt: now }).where(eq(print.id, held.id));
}

/** Somebody has looked at what the last print gave; false where that has not come to its end, or there was none. */
export async function judgePrint(
  ctx: Ctx,
  of: Pick<Claim, 'of' | 'id'>,
  verdict: 'good' | 'scrap',
  why: string | null,
): Promise<boolean> {
  const [newest] = await ctx.db
    .select({ id: print.id })
    .from(print)
    .where(and(eq(print.of, of.of), eq(print.ofId, of.id), ne(print.state, 'not begun')))
    .orderBy(desc(print.number))
    .limit(1);
  const set = { why, judgedByName: ctx.user.name, judgedAt: ctx.clock.now() };
  return newest ? moveRow(ctx, print, newest.id, printMoves[verdict === 'good' ? 'accept' : 'scrap'], set) : false;
}
/** How many prints of each came to their end and were not found to be scrap. */
export async function countPrints(
  { db }: Pick<Ctx, 'db'>,
  of: Claim['of'],
  ids: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .select({ id: print.ofId, n: count() })
    .from(print)
    .where(and(eq(print.of, of), inArray(print.ofId, [...ids]), inArray(print.state, [...printsThatCount])))
    .groupBy(print.ofId);
  const counted = new Map(rows.map((r) => [r.id, r.n]));
  return new Map(ids.map((id) => [id, counted.get(id) ?? 0]));
}

/** Prints of a job or a trial, the last one first. */
export async function listPrints({ db }: Pick<Ctx, 'db'>, of: Pick<Claim, 'of' | 'id'>): Promise<PrintRow[]> {
  const rows = await db
    .select()
    .from(print)
    .where(and(eq(print.of, of.of), eq(print.ofId, of.id)))
    .orderBy(desc(print.number))
    .limit(100);
  return rows.map((p) => ({
    ...{ number: p.number, state: p.state, byName: p.byName, why: p.why, judgedByName: p.judgedByName },
    since: p.since.toISOString(),
    endedAt: p.endedAt?.toISOString() ?? null,
  }));
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
