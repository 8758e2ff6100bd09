import { conditionDependentSettings } from '../../library/model/along.ts';
import { asc, desc, eq, or } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import type { Proof } from '../../library/model/records.ts';
import { findProfile, getReleasedRevision, judgeEntry, latest, listPairingHeads } from '../../library/server/index.ts';
import type { MaintenanceRow } from '../model/pages.ts';
import { maintenanceKinds } from '../model/maintenance.ts';
import { machine, maintenance, mount, slot } from './tables.ts';

type Reader = Pick<Ctx, 'db'>;
export type Machine = typeof machine.$inferSelect;

export async function findMachine(ctx: Reader, idOrKey: string): Promise<Machine | null> {
  const [row] = await ctx.db
    .select()
    .from(machine)
    .where(or(eq(machine.id, idOrKey), eq(machine.key, idOrKey), eq(machine.name, idOrKey)));
  return row ?? null;
}
export const listMachines = (ctx: Reader): Promise<Machine[]> =>
  ctx.db.select().from(machine).orderBy(asc(machine.name));

export async function findMounted(ctx: Reader, machineId: string) {
  const [row] = await ctx.db
    .select()
    .from(mount)
    .where(eq(mount.machineId, machineId))
    .orderBy(asc(mount.index))
    .limit(1);
  if (!row) return null;
  const tool = await findProfile(ctx, row.toolId);
  const head = await getReleasedRevision(ctx, row.toolId);
  return { ...row, name: tool!.name, nozzleMm: Number(head.resolved['nozzleDiameterMm'] ?? 0) };
}

export async function findLoaded(ctx: Reader, machineId: string) {
  const [row] = await ctx.db.select().from(slot).where(eq(slot.machineId, machineId)).orderBy(asc(slot.index)).limit(1);
  if (!row) return null;
  return { ...row, name: (await findProfile(ctx, row.materialId))!.name };
}

export async function listMaintenance(ctx: Reader, machineId: string) {
  return ctx.db.select().from(maintenance).where(eq(maintenance.machineId, machineId)).orderBy(desc(maintenance.at));
}

/** What was worked on lately, on every machine. */
export async function listAllMaintenance(ctx: Reader, limit = 300): Promise<MaintenanceRow[]> {
  const rows = await ctx.db
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
    .orderBy(desc(maintenance.at))
    .limit(limit);
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

/** Evidence by setting for a machine with a tool and a material; sisters of the same printer profile fill what it lacks. */
export async function listProofs(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  m: Machine,
  toolId: string,
  materialId: string,
  loadedLot: string | null,
): Promise<Record<string, Proof>> {
  const machines = await listMachines(ctx);
  const sisters = machines.filter((other) => other.id !== m.id && other.printerId === m.printerId);
  const heads = await listPairingHeads(ctx, [m.id, ...sisters.map((s) => s.id)], toolId, materialId);
  const events = (await listMaintenance(ctx, m.id)).map((e) => ({ ...maintenanceKinds[e.kind], at: e.at }));
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
