import { and, asc, desc, eq, gt, ne, or, sql, type SQL } from 'drizzle-orm';
import { among } from '../../../platform/db/among.ts';
import { byIds, bySets, onceOnPage } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { RowOf } from '../../../platform/db/rowOf.ts';
import { findProfiles, getReleasedRevision, listReleasedRevisions } from '../../library/server/index.ts';
import type { MaintenanceKind } from '../model/maintenance.ts';
import type { MaintenanceRow } from '../model/pages.ts';
import { assignHeads } from '../model/heads.ts';
import { container, machine, maintenance, mount, slot } from './tables.ts';

type Reader = Pick<Ctx, 'db' | 'reads'>;
export type Machine = typeof machine.$inferSelect;

/** Machines by whatever each is called: id, key or name. */
export const { one: findMachine } = byIds(async (ctx: Reader, called: readonly string[]) => {
  const rows = await ctx.db
    .select()
    .from(machine)
    .where(or(among(machine.id, called), among(machine.key, called), among(machine.name, called)));
  for (const row of rows) known.set(row.id, row);
  // an id wins over a key, and that over a name
  return new Map((['name', 'key', 'id'] as const).flatMap((by) => rows.map((row) => [row[by], row] as const)));
});
/** Machines that are in use. */
export const listMachines = onceOnPage(async (ctx: Reader): Promise<Machine[]> => {
  const rows = await ctx.db.select().from(machine).where(ne(machine.state, 'retired')).orderBy(asc(machine.name));
  for (const row of rows) known.set(row.id, row);
  return rows;
});
/** Machines that are no longer in use. */
export const listRetired = (ctx: Reader): Promise<Pick<Machine, 'id' | 'name' | 'place'>[]> =>
  ctx.db
    .select({ id: machine.id, name: machine.name, place: machine.place })
    .from(machine)
    .where(eq(machine.state, 'retired'))
    .orderBy(asc(machine.name));
/** Machines as this process has read them last: for a stop while the database is silent. */
const known = new Map<string, Machine>();
export const lastKnown = (id: string): Machine | null => known.get(id) ?? null;

/** Which of several heads it is, before what is on it. */
export const ofHead = (head: number, heads: number): string => (heads > 1 ? `head ${head + 1}: ` : '');

/** Heads that a machine's printer profile gives it. */
export const countHeads = async (ctx: Reader, m: Pick<Machine, 'printerId'>): Promise<number> =>
  Math.max(1, Number((await getReleasedRevision(ctx, m.printerId)).resolved['heads'] ?? 1));

const heads = bySets(
  async (ctx: Reader, machines: readonly Pick<Machine, 'id' | 'printerId'>[]) => {
    const ids = machines.map((m) => m.id);
    const tool = ctx.db.select().from(mount).where(among(mount.machineId, ids)).as('tool');
    const fill = ctx.db
      .select({
        ...{ machineId: slot.machineId, index: slot.index, containerId: container.id, code: container.code },
        ...{ materialId: container.materialId, lot: container.lot, remainingG: container.remainingG },
        ...{ at: slot.at, by: slot.by },
      })
      .from(slot)
      .innerJoin(container, eq(container.id, slot.containerId))
      .where(among(slot.machineId, ids))
      .as('fill');
    const onThem = await ctx.db
      .select()
      .from(tool)
      .fullJoin(fill, and(eq(fill.machineId, tool.machineId), eq(fill.index, tool.index)));
    const mounts = onThem.flatMap((on) => on.tool ?? []);
    const loads = onThem.flatMap((on) => on.fill ?? []);
    const profiles = await findProfiles(ctx, [
      ...mounts.map((m) => m.toolId),
      ...loads.map((l) => l.materialId),
      ...machines.map((m) => m.printerId), // whoever asks for heads shows what machine they are on
    ]);
    const released = await listReleasedRevisions(ctx, [
      ...machines.map((m) => m.printerId),
      ...mounts.map((m) => m.toolId),
    ]);
    const valueOf = (profileId: string, key: string): number => Number(released.get(profileId)?.resolved[key] ?? 0);
    const at = (machineId: string, index: number): string => `${machineId} ${index}`;
    const mounted = new Map(
      mounts.map((m) => [
        at(m.machineId, m.index),
        { ...m, name: profiles.get(m.toolId)!.name, nozzleMm: valueOf(m.toolId, 'nozzleDiameterMm') },
      ]),
    );
    const loaded = new Map(
      loads.map(({ machineId, index, ...l }) => [
        at(machineId, index),
        { ...l, name: profiles.get(l.materialId)!.name },
      ]),
    );
    return new Map(
      machines.map((m) => [
        m.id,
        Array.from({ length: Math.max(1, valueOf(m.printerId, 'heads')) }, (_, tool) => ({
          tool,
          mounted: mounted.get(at(m.id, tool)) ?? null,
          loaded: loaded.get(at(m.id, tool)) ?? null,
        })),
      ]),
    );
  },
  (m) => m.id,
);
/** Every head of each machine with what is on it: as many statements for one machine as for five hundred. */
export const headsOf = heads.many;
/** Every head of a machine with what is on it. */
export const listHeads = async (ctx: Reader, m: Pick<Machine, 'id' | 'printerId'>) => (await heads.one(ctx, m))!;
const headOf = async (ctx: Reader, machineId: string, head: number) => {
  const m = await findMachine(ctx, machineId);
  return m && (await listHeads(ctx, m))[head];
};
/** What is mounted on a head; on the first where none is named. */
export const findMounted = async (ctx: Reader, machineId: string, head = 0) =>
  (await headOf(ctx, machineId, head))?.mounted ?? null;
/** What is loaded for a head; for the first where none is named. */
export const findLoaded = async (ctx: Reader, machineId: string, head = 0) =>
  (await headOf(ctx, machineId, head))?.loaded ?? null;

export type HeadOnMachine = Awaited<ReturnType<typeof listHeads>>[number];
/** What is on a head, as the rules read it. */
export const asRulesRead = ({ mounted, loaded }: Pick<HeadOnMachine, 'mounted' | 'loaded'>) => ({
  mounted: mounted && { id: mounted.toolId, name: mounted.name, nozzleMm: mounted.nozzleMm },
  loaded: loaded && { id: loaded.materialId, name: loaded.name, lot: loaded.lot, remainingG: loaded.remainingG },
});
/** Every pair of tool and material with the head that lays it and what is on that; null where no head is left. */
export async function findHeadsFor(
  ctx: Reader,
  m: Machine,
  pairs: readonly { readonly toolId: string | null; readonly materialId: string }[],
) {
  const all = await listHeads(ctx, m);
  const taken = assignHeads(
    pairs,
    all.map(({ tool, mounted, loaded }) => ({
      tool,
      mountedToolId: mounted?.toolId ?? null,
      loadedMaterialId: loaded?.materialId ?? null,
    })),
  );
  return taken.map((tool) => (tool === null ? null : all[tool]!));
}

/** Work on a machine after a moment, the newest first. */
export const listMaintenance = (ctx: Reader, machineId: string, since: Date) =>
  ctx.db
    .select()
    .from(maintenance)
    .where(and(eq(maintenance.machineId, machineId), gt(maintenance.at, since)))
    .orderBy(desc(maintenance.at));
/** More than that is not done to one machine between sixty trials; a limit keeps the database from reading the work of all machines. */
const MOST_WORK_SINCE = 1000;
/** Work on each of several machines after a moment of its own, the newest first. */
export async function listWorkSince(
  ctx: Reader,
  of: readonly { readonly machineId: string; readonly since: string }[],
): Promise<{ readonly machineId: string; readonly kind: MaintenanceKind; readonly at: string }[]> {
  const { rows } = await ctx.db.execute<{ machineId: string; kind: MaintenanceKind; at: string }>(sql`
    select w.machine_id as "machineId", w.kind, w.at
    from unnest(${sql.param(of.map((o) => o.machineId))}::text[], ${sql.param(of.map((o) => o.since))}::timestamptz[]) u(machine, since)
    cross join lateral (select * from ${maintenance} o where o.machine_id = u.machine and o.at > u.since order by o.at desc limit ${MOST_WORK_SINCE}) w
    order by w.at desc`);
  return rows.map((r) => ({ ...r, at: new Date(r.at).toISOString() }));
}
/** The newest work on a machine. */
export const listNewestMaintenance = (ctx: Reader, machineId: string, most: number) =>
  ctx.db
    .select()
    .from(maintenance)
    .where(eq(maintenance.machineId, machineId))
    .orderBy(desc(maintenance.at))
    .limit(most);

type Work = Omit<typeof maintenance.$inferSelect, 'by'>;
/** The last work of each kind on each head of machines, the newest first: it makes due whatever earlier work of it did. What came before it
 *  is not read: the index is entered anew behind each (a loose scan). */
const lastWorks = byIds(async (ctx: Reader, ids: readonly string[]) => {
  const last = sql`select w.id, w.kind, w.head, w.note, w.by_name, w.at from ${maintenance} w where w.machine_id`;
  const order = sql`order by w.kind desc, coalesce(w.head, -1) desc, w.at desc limit 1`;
  const { rows } = await ctx.db.execute<RowOf<Work>>(sql`
    with recursive last as (
      select m.id as "machineId", f.* from unnest(${sql.param([...ids])}::text[]) m(id) cross join lateral (${last} = m.id ${order}) f
      union all
      select l."machineId", f.* from last l cross join lateral (
        ${last} = l."machineId" and (w.kind, coalesce(w.head, -1)) < (l.kind, coalesce(l.head, -1)) ${order}) f)
    select "machineId", id, kind, head, note, by_name as "byName", at from last order by at desc`);
  const found = new Map<string, Work[]>(ids.map((id) => [id, []]));
  for (const row of rows) found.get(row.machineId)!.push({ ...row, at: new Date(row.at) });
  return found;
});
export const findLastWorks = lastWorks.many;
export const findLastWork = async (ctx: Reader, id: string): Promise<readonly Work[]> =>
  (await lastWorks.one(ctx, id)) ?? [];

/** Work that a condition holds of, on every machine, the newest first. */
export async function maintenanceRows(ctx: Reader, where: SQL): Promise<MaintenanceRow[]> {
  const found = await ctx.db
    .select({
      id: maintenance.id,
      kind: maintenance.kind,
      note: maintenance.note,
      byName: maintenance.byName,
      at: maintenance.at,
      machineId: machine.id,
      machineName: machine.name,
    })
    .from(maintenance)
    .innerJoin(machine, eq(machine.id, maintenance.machineId))
    .where(where)
    .orderBy(desc(maintenance.at));
  return found.map((r) => ({ ...r, at: r.at.toISOString() }));
}
