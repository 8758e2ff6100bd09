import { conditionDependentSettings } from '../../library/model/along.ts';
import { and, asc, desc, eq, ne, or, type SQL } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import type { Proof } from '../../library/model/records.ts';
import { findProfile, getReleasedRevision, judgeEntry, latest, listPairingHeads } from '../../library/server/index.ts';
import type { MaintenanceRow } from '../model/pages.ts';
import { assignHeads } from '../model/heads.ts';
import { maintenanceKinds } from '../model/maintenance.ts';
import { container, machine, maintenance, mount, slot } from './tables.ts';

type Reader = Pick<Ctx, 'db'>;
export type Machine = typeof machine.$inferSelect;

export async function findMachine(ctx: Reader, idOrKey: string): Promise<Machine | null> {
  const [row] = await ctx.db
    .select()
    .from(machine)
    .where(or(eq(machine.id, idOrKey), eq(machine.key, idOrKey), eq(machine.name, idOrKey)));
  if (row) known.set(row.id, row);
  return row ?? null;
}
/** Machines that are in use. */
export async function listMachines(ctx: Reader): Promise<Machine[]> {
  const rows = await ctx.db.select().from(machine).where(ne(machine.state, 'retired')).orderBy(asc(machine.name));
  for (const row of rows) known.set(row.id, row);
  return rows;
}
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

/** What is mounted on a head; on the first where none is named. */
export async function findMounted(ctx: Reader, machineId: string, head = 0) {
  const [row] = await ctx.db
    .select()
    .from(mount)
    .where(and(eq(mount.machineId, machineId), eq(mount.index, head)));
  if (!row) return null;
  const tool = await findProfile(ctx, row.toolId);
  const released = await getReleasedRevision(ctx, row.toolId);
  return { ...row, name: tool!.name, nozzleMm: Number(released.resolved['nozzleDiameterMm'] ?? 0) };
}

/** What is loaded for a head; for the first where none is named. */
export async function findLoaded(ctx: Reader, machineId: string, head = 0) {
  const [row] = await ctx.db
    .select({
      ...{ containerId: container.id, code: container.code, materialId: container.materialId },
      ...{ lot: container.lot, remainingG: container.remainingG, at: slot.at, by: slot.by },
    })
    .from(slot)
    .innerJoin(container, eq(container.id, slot.containerId))
    .where(and(eq(slot.machineId, machineId), eq(slot.index, head)));
  return row ? { ...row, name: (await findProfile(ctx, row.materialId))!.name } : null;
}
/** Which of several heads it is, before what is on it. */
export const ofHead = (head: number, heads: number): string => (heads > 1 ? `head ${head + 1}: ` : '');

/** Heads that a machine's printer profile gives it. */
export const countHeads = async (ctx: Reader, m: Pick<Machine, 'printerId'>): Promise<number> =>
  Math.max(1, Number((await getReleasedRevision(ctx, m.printerId)).resolved['heads'] ?? 1));

/** Every head of a machine with what is on it. */
export async function listHeads(ctx: Reader, m: Machine) {
  const count = await countHeads(ctx, m);
  const heads = [];
  for (let tool = 0; tool < count; tool++)
    heads.push({ tool, mounted: await findMounted(ctx, m.id, tool), loaded: await findLoaded(ctx, m.id, tool) });
  return heads;
}

type HeadOnMachine = Awaited<ReturnType<typeof listHeads>>[number];
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
  const heads = await listHeads(ctx, m);
  const taken = assignHeads(
    pairs,
    heads.map(({ tool, mounted, loaded }) => ({
      tool,
      mountedToolId: mounted?.toolId ?? null,
      loadedMaterialId: loaded?.materialId ?? null,
    })),
  );
  return taken.map((tool) => (tool === null ? null : heads[tool]!));
}

export async function listMaintenance(ctx: Reader, machineId: string) {
  return ctx.db.select().from(maintenance).where(eq(maintenance.machineId, machineId)).orderBy(desc(maintenance.at));
}

/** Work that a condition holds of, on every machine, the newest first; only so much of it where somebody says so. */
export async function maintenanceRows(ctx: Reader, where?: SQL, most?: number): Promise<MaintenanceRow[]> {
  const rows = ctx.db
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
  const found = await (most === undefined ? rows : rows.limit(most));
  return found.map((r) => ({ ...r, at: r.at.toISOString() }));
}

/** Evidence by setting for a machine with a tool and a material; sisters of the same printer profile fill what it lacks. What was done to
 *  another head than the one that is asked of makes nothing due. */
export async function listProofs(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  m: Machine,
  toolId: string,
  materialId: string,
  loadedLot: string | null,
  head: number | null = null,
): Promise<Record<string, Proof>> {
  const machines = await listMachines(ctx);
  const sisters = machines.filter((other) => other.id !== m.id && other.printerId === m.printerId);
  const heads = await listPairingHeads(ctx, [m.id, ...sisters.map((s) => s.id)], toolId, materialId);
  const events = (await listMaintenance(ctx, m.id))
    .filter((e) => head === null || e.head === null || e.head === head)
    .map((e) => ({ ...maintenanceKinds[e.kind], at: e.at }));
  const proofs: Record<string, Proof> = {};
  for (const head of heads.sort((a, b) => Number(a.machineId !== m.id) - Number(b.machineId !== m.id))) {
    const sister = head.machineId === m.id ? null : machines.find((x) => x.id === head.machineId)!.name;
    for (const [key, entries] of Object.entries(head.entries)) {
      if (entries.length === 0 || key in proofs) continue;
      const judged = judgeEntry(
        key,
        latest(entries),
        ctx.clock.now(),
        sister ? [] : events,
        sister ? null : loadedLot,
        sister,
      );
      proofs[key] = key in conditionDependentSettings ? { ...judged, entries } : judged;
    }
  }
  return proofs;
}
