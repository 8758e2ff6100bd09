import { and, eq, isNull, ne, or, sql, type SQL } from 'drizzle-orm';
import type { InferType } from 'yup';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { findProfile, keyOf } from '../../library/server/index.ts';
import { connectionFor, connectionText, placeOf, type Connection, type GivenConnection } from '../model/connection.ts';
import type { Unit } from '../model/copies.ts';
import type { MachineFailure } from '../model/failures.ts';
import type { changeMachineSchema } from '../model/schemas.ts';
import { isSeenAtWork, lookAt } from './adapters/index.ts';
import { moveRow } from '../../../platform/db/states.ts';
import { machineMoves } from '../model/states.ts';
import { findMachine, type Machine } from './queries.ts';
import { machine, print } from './tables.ts';

export interface NewMachine {
  readonly name: string;
  readonly printerId: string;
  readonly place: string;
  readonly notes?: string | undefined;
  readonly device: GivenConnection | null;
}
/** Two people who add or change machines take turns: names and addresses are nobody else's. */
const ONE_BY_ONE = 7_310_002;

/** Adds a machine: one unit on the floor, of a printer profile. */
export const addMachine = (ctx: Ctx, input: NewMachine): Promise<Result<Machine, MachineFailure>> =>
  inTransaction<Machine, MachineFailure>(ctx, async (inside) => {
    const printer = await findProfile(inside, input.printerId);
    if (printer?.kind !== 'printer') return fail({ code: 'notAPrinter' });
    const device = input.device && connectionFor(printer.technology, input.device);
    if (input.device && !device) return fail({ code: 'otherWay', printer: printer.name });
    const taken = await whoHas(inside, input.name, device, null);
    if (taken) return fail(taken);
    const [row] = await inside.db
      .insert(machine)
      .values({ ...input, id: inside.newId(), key: keyOf(input.name), device, addedAt: inside.clock.now() })
      .returning();
    await recordEvent(inside, {
      ...eventOf(row!),
      what: 'machine added',
      to: { place: input.place, printer: printer.name, connection: connectionText(device) },
    });
    return succeed(row!);
  });

/** Adds units of the same printer in the same place: all of them, or none. */
export const copyMachine = (
  ctx: Ctx,
  id: string,
  units: readonly Unit[],
): Promise<Result<{ ids: string[] }, MachineFailure>> =>
  inTransaction<{ ids: string[] }, MachineFailure>(ctx, async (inside) => {
    const like = await findMachine(inside, id);
    if (like?.id !== id) return fail({ code: 'noMachine' });
    const ids: string[] = [];
    for (const { name, device } of units) {
      const made = await addMachine(inside, { name, device, printerId: like.printerId, place: like.place });
      if (!made.ok) return made;
      ids.push(made.value.id);
    }
    return succeed({ ids });
  });

/** Names, moves or connects a machine otherwise; while anything stands or runs on it, its connection stays. */
export const changeMachine = (
  ctx: Ctx,
  id: string,
  { version, ...input }: InferType<typeof changeMachineSchema>,
): Promise<Result<null, MachineFailure>> =>
  inTransaction<null, MachineFailure>(ctx, async (inside) => {
    await inside.db.select({ id: machine.id }).from(machine).where(eq(machine.id, id)).for('update');
    const before = await findMachine(inside, id);
    if (before?.id !== id) return fail({ code: 'noMachine' });
    if (before.version !== version) return fail({ code: 'changedMeanwhile' });
    const printer = (await findProfile(inside, before.printerId))!;
    const device = input.device && connectionFor(printer.technology, input.device);
    if (input.device && !device) return fail({ code: 'otherWay', printer: printer.name });
    const isMoved = connectionText(device) !== connectionText(before.device);
    if (isMoved && (before.state !== 'ready' || (await isTaken(inside, id))))
      return fail({ code: 'notReady', state: before.state === 'ready' ? 'about to print' : before.state });
    const taken = await whoHas(inside, input.name, device, id);
    if (taken) return fail(taken);
    await inside.db
      .update(machine)
      .set({ name: input.name, place: input.place, notes: input.notes ?? before.notes, device, version: version + 1 })
      .where(eq(machine.id, id));
    const shown = (m: Pick<Machine, 'name' | 'place' | 'notes' | 'device'>) => ({
      ...{ name: m.name, place: m.place, notes: m.notes, connection: connectionText(m.device) },
    });
    await recordEvent(inside, {
      ...eventOf({ id, name: input.name }),
      what: 'machine changed',
      from: shown(before),
      to: shown({ ...input, notes: input.notes ?? before.notes, device }),
    });
    return succeed(null);
  });

/** Takes a machine out of use, or back into it. A connection that another has meanwhile is not taken away from it. */
export const retireMachine = (
  ctx: Ctx,
  id: string,
  isRetired: boolean,
  why: string,
): Promise<Result<null, MachineFailure>> =>
  inTransaction<null, MachineFailure>(ctx, async (inside) => {
    await inside.db.select({ id: machine.id }).from(machine).where(eq(machine.id, id)).for('update');
    const m = await findMachine(inside, id);
    if (m?.id !== id) return fail({ code: 'noMachine' });
    if (isRetired && m.state === 'ready' && (await isTaken(inside, id)))
      return fail({ code: 'inTheWay', state: 'about to print' });
    if (!isRetired) {
      const taken = await whoHas(inside, m.name, m.device, id);
      if (taken) return fail(taken);
    }
    if (!(await moveRow(inside, machine, id, machineMoves[isRetired ? 'retire' : 'restore'], {})))
      return fail({ code: 'inTheWay', state: m.state });
    await recordEvent(inside, {
      ...eventOf(m),
      what: isRetired ? 'machine retired' : 'machine restored',
      from: m.state,
      why: why || null,
    });
    return succeed(null);
  });

/** Whether a print is on its way to it: that was meant for the device that is connected now. */
const isTaken = async ({ db }: Ctx, id: string): Promise<boolean> =>
  (
    await db
      .select({ id: print.id })
      .from(print)
      .where(and(eq(print.machineId, id), isNull(print.clearedAt)))
  ).length > 0;

/** Looks at a device before anything rests on it: what it says of itself. */
export async function testConnection(
  ctx: Pick<Ctx, 'db'>,
  technology: 'filament' | 'resin',
  given: GivenConnection,
): Promise<Result<{ says: string }, MachineFailure>> {
  const connection = connectionFor(technology, given);
  if (!connection) return fail({ code: 'otherWay', printer: 'the printer' });
  const busy = isSeenAtWork(connection) ? null : await whoPrintsAt(ctx, connection);
  if (busy !== null) return fail({ code: 'inUse', name: busy });
  const seen = await lookAt(connection);
  return typeof seen === 'string' ? fail({ code: 'notAnswering', why: seen }) : succeed({ says: seen.says });
}

const eventOf = ({ id, name }: Pick<Machine, 'id' | 'name'>) => ({
  subjectKind: 'machine',
  subjectId: id,
  subjectName: name,
});

/** Where a machine is connected, as `placeOf` says it. */
const PLACE = sql`coalesce(${machine.device} ->> 'path', lower(${machine.device} ->> 'host') || ':' || (${machine.device} ->> 'port'))`;
/** Which machine prints over that connection. */
async function whoPrintsAt({ db }: Pick<Ctx, 'db'>, connection: Connection): Promise<string | null> {
  const [busy] = await db
    .select({ name: machine.name })
    .from(machine)
    .where(and(eq(machine.state, 'printing'), sql`${PLACE} = ${placeOf(connection)}`));
  return busy?.name ?? null;
}
/** Another machine of the name or at the address. */
async function whoHas(
  { db }: Ctx,
  name: string,
  device: Connection | null,
  id: string | null,
): Promise<MachineFailure | null> {
  await db.execute(sql`select pg_advisory_xact_lock(${ONE_BY_ONE})`);
  const another = async (is: SQL | undefined): Promise<string | undefined> => {
    const [found] = await db
      .select({ name: machine.name })
      .from(machine)
      .where(and(is, id === null ? undefined : ne(machine.id, id)))
      .limit(1);
    return found?.name;
  };
  const named = await another(or(sql`lower(${machine.name}) = lower(${name})`, eq(machine.key, keyOf(name))));
  if (named !== undefined) return { code: 'nameTaken', name: named };
  if (!device) return null;
  const there = await another(and(sql`${PLACE} = ${placeOf(device)}`, ne(machine.state, 'retired')));
  return there === undefined ? null : { code: 'addressTaken', name: there };
}
