import { and, desc, eq, inArray, sql, type SQL } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { mayMove } from '../../../core/states/moves.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { moveRow } from '../../../platform/db/states.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { findProfile, findProfiles } from '../../library/server/index.ts';
import { containerMoves, type ContainerPage, type ContainerRow, type EntryKind } from '../model/containers.ts';
import type { MachineFailure } from '../model/failures.ts';
import { countHeads, findMachine, ofHead, type Machine } from './queries.ts';
import { container, containerEntry, machine, slot } from './tables.ts';

type Reader = Pick<Ctx, 'db'>;
type Container = typeof container.$inferSelect;

export interface Received {
  readonly materialId: string;
  readonly lot: string;
  readonly netG: number;
  readonly tareG: number | null;
  readonly place: string;
  /** Its own code; null for one of ours. */
  readonly code: string | null;
  readonly count: number;
}
/** Takes in spools or bottles of one lot: each gets a code that it can be loaded by. */
export const receiveContainers = (
  ctx: Ctx,
  { count, code: own, ...of }: Received,
): Promise<Result<{ id: string; code: string }[], MachineFailure>> =>
  inTransaction<{ id: string; code: string }[], MachineFailure>(ctx, async (inside) => {
    const material = await findProfile(inside, of.materialId);
    if (material?.kind !== 'material') return fail({ code: 'notAMaterial' });
    if (own !== null && count > 1) return fail({ code: 'oneCodeEach' });
    const made: { id: string; code: string }[] = [];
    for (let i = 0; i < count; i++) {
      const id = inside.newId();
      const code = own ?? (await nextCode(inside, material.technology === 'resin' ? 'B' : 'S'));
      const [row] = await inside.db
        .insert(container)
        .values({ id, code, ...of, remainingG: of.netG, at: inside.clock.now() })
        .onConflictDoNothing()
        .returning();
      if (!row) return fail({ code: 'codeTaken', of: code });
      await enter(inside, row, 'received', { deltaG: of.netG, leftG: of.netG, where: of.place });
      made.push({ id, code });
    }
    return succeed(made);
  });

/** A code of ours that nothing has: somebody may have given one like it. */
async function nextCode({ db }: Reader, letter: string): Promise<string> {
  for (;;) {
    const { rows } = await db.execute<{ code: string }>(
      sql`select ${letter}::text || '-' || lpad(nextval('container_number')::text, 4, '0') as code`,
    );
    const { code } = rows[0]!;
    if (!(await findContainer({ db }, code))) return code;
  }
}

/** By its code, as it is typed or scanned, or by its id. */
export async function findContainer({ db }: Reader, codeOrId: string): Promise<Container | null> {
  const [row] = await db
    .select()
    .from(container)
    .where(sql`upper(${container.code}) = upper(${codeOrId.trim()}) or ${container.id} = ${codeOrId}`);
  return row ?? null;
}

/** Loads a spool or bottle by its code; what was loaded there goes back into stock. */
export const loadContainer = (
  ctx: Ctx,
  machineId: string,
  code: string,
  head = 0,
): Promise<Result<null, MachineFailure>> =>
  inTransaction<null, MachineFailure>(ctx, async (inside) => {
    const at = await slotAt(inside, machineId, head);
    if (!at.ok) return at;
    const { m, heads, name } = at.value;
    const found = await findContainer(inside, code);
    const wanted = found && (await held(inside, found.id));
    if (!wanted) return fail({ code: 'noContainer', of: code });
    const material = (await findProfile(inside, wanted.materialId))!;
    const printer = (await findProfile(inside, m.printerId))!;
    if (material.technology !== printer.technology)
      return fail({ code: 'otherTechnology', of: wanted.code, name: material.name });
    const there = await slotOf(inside, wanted.id);
    if (there?.machineId === m.id && there.index === head) return succeed(null);
    if (there) return fail({ code: 'loadedElsewhere', of: wanted.code, where: there.where });
    if (!(await moveRow(inside, container, wanted.id, containerMoves.load, { openedAt: opened(inside) })))
      return fail({ code: 'notInStock', of: wanted.code, state: wanted.state });
    const before = await takeOut(inside, m, head, name);
    const set = { containerId: wanted.id, at: inside.clock.now(), by: inside.user.name };
    await inside.db.insert(slot).values({ machineId: m.id, index: head, ...set });
    await enter(inside, wanted, 'loaded', { deltaG: 0, leftG: wanted.remainingG, where: name });
    await recordEvent(inside, {
      ...{ subjectKind: 'machine', subjectId: m.id, subjectName: m.name, what: 'lot loaded' },
      from: before,
      to: `${ofHead(head, heads)}${material.name}, lot ${wanted.lot}, ${wanted.code}, ${wanted.remainingG.toFixed(0)} g`,
    });
    return succeed(null);
  });

/** Takes what is loaded out of a slot, back into stock. */
export const unloadSlot = (ctx: Ctx, machineId: string, head: number): Promise<Result<null, MachineFailure>> =>
  inTransaction<null, MachineFailure>(ctx, async (inside) => {
    const at = await slotAt(inside, machineId, head);
    if (!at.ok) return at;
    const { m, name } = at.value;
    const before = await takeOut(inside, m, head, name);
    if (before === null) return fail({ code: 'nothingLoaded' });
    await recordEvent(inside, {
      ...{ subjectKind: 'machine', subjectId: m.id, subjectName: m.name, what: 'unloaded' },
      from: before,
    });
    return succeed(null);
  });

/** Receives one spool or bottle and loads it in one go. */
export const loadLot = (
  ctx: Ctx,
  machineId: string,
  { head, ...of }: { materialId: string; lot: string; remainingG: number; head?: number | undefined },
): Promise<Result<{ code: string }, MachineFailure>> =>
  inTransaction<{ code: string }, MachineFailure>(ctx, async (inside) => {
    const m = await findMachine(inside, machineId);
    if (!m) return fail({ code: 'noMachine' });
    const { materialId, lot, remainingG: netG } = of;
    const made = await receiveContainers(inside, {
      ...{ materialId, lot, netG },
      ...{ tareG: null, place: m.place, code: null, count: 1 },
    });
    if (!made.ok) return made;
    const { code } = made.value[0]!;
    const loaded = await loadContainer(inside, machineId, code, head);
    return loaded.ok ? succeed({ code }) : loaded;
  });

/** A slot that nobody else changes meanwhile. */
async function slotAt(ctx: Ctx, machineId: string, head: number) {
  await ctx.db.select({ id: machine.id }).from(machine).where(eq(machine.id, machineId)).for('update');
  const m = await findMachine(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' } as const);
  const heads = await countHeads(ctx, m);
  if (head >= heads) return fail({ code: 'noHead', heads } as const);
  return succeed({ m, heads, name: heads > 1 ? `${m.name}, head ${head + 1}` : m.name });
}
/** Empties a slot; what was in it, in words, and null where nothing was. */
async function takeOut(ctx: Ctx, m: Pick<Machine, 'id' | 'place'>, head: number, name: string): Promise<string | null> {
  const [out] = await ctx.db
    .delete(slot)
    .where(and(eq(slot.machineId, m.id), eq(slot.index, head)))
    .returning({ id: slot.containerId });
  if (!out) return null;
  const row = (await held(ctx, out.id))!;
  await moveRow(ctx, container, row.id, row.remainingG > 0 ? containerMoves.unload : containerMoves.finish, {
    place: m.place,
  });
  await enter(ctx, row, 'unloaded', { deltaG: 0, leftG: row.remainingG, where: name });
  return `${(await findProfile(ctx, row.materialId))!.name}, lot ${row.lot}, ${row.code}`;
}
const opened = (ctx: Ctx): SQL => sql`coalesce(${container.openedAt}, ${ctx.clock.now()})`;

/** Says what a scale says: what is left is that from now on, with a reason. */
export const weighContainer = (
  ctx: Ctx,
  id: string,
  leftG: number,
  why: string,
): Promise<Result<null, MachineFailure>> =>
  changed(ctx, id, async (inside, row) => {
    const found =
      row.state === 'used up' && leftG > 0 ? 'find' : row.state === 'in stock' && leftG === 0 ? 'finish' : null;
    await inside.db.update(container).set({ remainingG: leftG }).where(eq(container.id, row.id));
    if (found) await moveRow(inside, container, row.id, containerMoves[found], {});
    return { what: 'weighed', deltaG: leftG - row.remainingG, leftG, where: null, why };
  });

export const dryContainer = (
  ctx: Ctx,
  id: string,
  { dryC, dryH }: { readonly dryC: number; readonly dryH: number },
): Promise<Result<null, MachineFailure>> =>
  changed(ctx, id, async (inside, row) => {
    await inside.db
      .update(container)
      .set({ driedAt: inside.clock.now(), driedC: dryC, driedH: dryH, openedAt: opened(inside) })
      .where(eq(container.id, row.id));
    return { what: 'dried', deltaG: 0, leftG: row.remainingG, where: null, why: `${dryC} °C for ${dryH} h` };
  });

/** Throws one away, with what is left in it. */
export const discardContainer = (ctx: Ctx, id: string, why: string): Promise<Result<null, MachineFailure>> =>
  inTransaction<null, MachineFailure>(ctx, async (inside) => {
    const row = await held(inside, id);
    if (!row) return fail({ code: 'noContainer', of: id });
    if (!mayMove(containerMoves.discard, row.state))
      return fail({ code: 'notDiscarded', of: row.code, state: row.state });
    await moveRow(inside, container, row.id, containerMoves.discard, { remainingG: 0 });
    await enter(inside, row, 'discarded', { deltaG: -row.remainingG, leftG: 0, where: row.place, why });
    return succeed(null);
  });

type Entered = Omit<typeof containerEntry.$inferInsert, 'id' | 'containerId' | 'by' | 'byName' | 'at'>;
/** Changes one that is still there, and enters what was done. */
const changed = (
  ctx: Ctx,
  id: string,
  change: (inside: Ctx, row: Container) => Promise<Entered>,
): Promise<Result<null, MachineFailure>> =>
  inTransaction<null, MachineFailure>(ctx, async (inside) => {
    const row = await held(inside, id);
    if (!row) return fail({ code: 'noContainer', of: id });
    if (row.state === 'discarded') return fail({ code: 'isDiscarded', of: row.code });
    const { what, ...entry } = await change(inside, row);
    await enter(inside, row, what, entry);
    return succeed(null);
  });
/** A container that nobody else changes meanwhile. */
async function held({ db }: Reader, id: string): Promise<Container | null> {
  const [row] = await db.select().from(container).where(eq(container.id, id)).for('update');
  return row ?? null;
}

/** Takes off what is loaded for a head what a print has fed. A record that held less than that was wrong: it says so, and nothing is left. */
export async function consume(ctx: Ctx, machineId: string, fedG: number, head: number, print: string): Promise<void> {
  if (fedG <= 0) return;
  const [in_] = await ctx.db
    .select({ id: slot.containerId })
    .from(slot)
    .where(and(eq(slot.machineId, machineId), eq(slot.index, head)));
  const row = in_ && (await held(ctx, in_.id));
  if (!row) return;
  const leftG = Math.max(0, row.remainingG - fedG);
  await ctx.db.update(container).set({ remainingG: leftG }).where(eq(container.id, row.id));
  const why =
    fedG > row.remainingG ? `${fedG.toFixed(1)} g were fed, more than the record held: weigh what is left` : null;
  await enter(ctx, row, 'fed', { deltaG: leftG - row.remainingG, leftG, where: print, why });
}

async function enter(
  ctx: Ctx,
  row: Pick<Container, 'id' | 'code'>,
  what: EntryKind,
  entry: Omit<Entered, 'what'>,
): Promise<void> {
  await ctx.db.insert(containerEntry).values({
    ...entry,
    what,
    id: ctx.newId(),
    containerId: row.id,
    by: ctx.user.id,
    byName: ctx.user.name,
    at: ctx.clock.now(),
  });
  await recordEvent(ctx, {
    ...{ subjectKind: 'container', subjectId: row.id, subjectName: row.code, what },
    to: { where: entry.where, leftG: Number(entry.leftG.toFixed(1)) },
    why: entry.why ?? null,
  });
}

/** Where one is loaded. */
async function slotOf({ db }: Reader, containerId: string) {
  const [there] = await db
    .select({ machineId: slot.machineId, index: slot.index, where: machine.name })
    .from(slot)
    .innerJoin(machine, eq(machine.id, slot.machineId))
    .where(eq(slot.containerId, containerId));
  return there ?? null;
}

/** Spools and bottles that a condition holds of. */
export async function containerRows(ctx: Reader, where: SQL): Promise<ContainerRow[]> {
  const rows = await ctx.db
    .select({ c: container, on: machine })
    .from(container)
    .leftJoin(slot, eq(slot.containerId, container.id))
    .leftJoin(machine, eq(machine.id, slot.machineId))
    .where(where);
  const materials = await findProfiles(
    ctx,
    rows.map(({ c }) => c.materialId),
  );
  return rows.map(({ c: { at: _at, openedAt, driedAt, ...c }, on }) => {
    const { name, technology } = materials.get(c.materialId)!;
    return {
      ...c,
      material: name,
      technology,
      place: on?.name ?? c.place,
      machineId: on?.id ?? null,
      openedAt: openedAt?.toISOString() ?? null,
      driedAt: driedAt?.toISOString() ?? null,
    };
  });
}
export const containersOf = (ctx: Reader, ids: readonly string[]): Promise<ContainerRow[]> =>
  containerRows(ctx, inArray(container.id, [...ids]));

/** One and what came with it: those of its lot that were received at the same moment. */
export async function getLotOf(ctx: Ctx, codeOrId: string): Promise<Result<ContainerRow[], MachineFailure>> {
  const found = await findContainer(ctx, codeOrId);
  if (!found) return fail({ code: 'noContainer', of: codeOrId });
  const { materialId, lot, at } = found;
  const together = and(eq(container.materialId, materialId), eq(container.lot, lot), eq(container.at, at))!;
  const rows = await containerRows(ctx, together);
  return succeed(rows.sort((a, b) => a.code.localeCompare(b.code)));
}

export async function getContainerPage(ctx: Ctx, codeOrId: string): Promise<Result<ContainerPage, MachineFailure>> {
  const found = await findContainer(ctx, codeOrId);
  if (!found) return fail({ code: 'noContainer', of: codeOrId });
  const [row] = await containersOf(ctx, [found.id]);
  const entries = await ctx.db
    .select()
    .from(containerEntry)
    .where(eq(containerEntry.containerId, found.id))
    .orderBy(desc(containerEntry.seq));
  return succeed({
    ...row!,
    entries: entries.map(({ id, what, deltaG, leftG, where, why, byName, at }) => ({
      ...{ id, what, deltaG, leftG, where, why, byName },
      at: at.toISOString(),
    })),
  });
}
