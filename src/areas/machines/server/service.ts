import { eq } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { findProfile } from '../../library/server/index.ts';
import type { MachineFailure } from '../model/failures.ts';
import { maintenanceKinds, type MaintenanceKind } from '../model/maintenance.ts';
import type { ReportedState } from '../model/pages.ts';
import { listProofs } from './proofs.ts';
import { countHeads, findLoaded, findMachine, findMounted, ofHead, type Machine } from './queries.ts';
import { machine, maintenance, mount } from './tables.ts';

/** Mounts a tool; another bore means another nozzle, so evidence that depends on the nozzle falls due. */
export async function mountTool(
  ctx: Ctx,
  machineId: string,
  toolId: string,
  note: string,
  head = 0,
): Promise<Result<{ due: string[] }, MachineFailure>> {
  const m = await findMachine(ctx, machineId);
  const tool = await findProfile(ctx, toolId);
  if (!m) return fail({ code: 'noMachine' });
  if (tool?.kind !== 'tool') return fail({ code: 'notATool' });
  const heads = await countHeads(ctx, m);
  if (head >= heads) return fail({ code: 'noHead', heads });
  const before = await findMounted(ctx, m.id, head);
  const changed = tool.technology === 'resin' ? 'film' : 'nozzle';
  await ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const at = ctx.clock.now();
    await db
      .insert(mount)
      .values({ machineId: m.id, index: head, toolId, at, by: ctx.user.name })
      .onConflictDoUpdate({ target: [mount.machineId, mount.index], set: { toolId, at, by: ctx.user.name } });
    if (before)
      await db.insert(maintenance).values({
        id: ctx.newId(),
        machineId: m.id,
        kind: changed,
        head: heads > 1 ? head : null,
        note: `${ofHead(head, heads)}${note || `${before.name} → ${tool.name}`}`,
        by: ctx.user.id,
        byName: ctx.user.name,
        at,
      });
    await recordEvent(inside, {
      subjectKind: 'machine',
      subjectId: m.id,
      subjectName: m.name,
      what: 'tool mounted',
      from: before?.name ?? null,
      to: `${ofHead(head, heads)}${tool.name}`,
      why: note || null,
    });
  });
  return succeed({ due: before ? await dueBy(ctx, m, changed, head) : [] });
}

/** Logs maintenance and returns the settings whose evidence falls due by it, for what is mounted and loaded. */
export async function logMaintenance(
  ctx: Ctx,
  machineId: string,
  kind: MaintenanceKind,
  note: string,
): Promise<Result<{ due: string[] }, MachineFailure>> {
  const m = await findMachine(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' });
  await ctx.db.transaction(async (db) => {
    await db.insert(maintenance).values({
      id: ctx.newId(),
      machineId: m.id,
      kind,
      note,
      by: ctx.user.id,
      byName: ctx.user.name,
      at: ctx.clock.now(),
    });
    await recordEvent(
      { ...ctx, db },
      {
        subjectKind: 'machine',
        subjectId: m.id,
        subjectName: m.name,
        what: maintenanceKinds[kind].label,
        to: { makesDue: maintenanceKinds[kind].due },
        why: note || null,
      },
    );
  });
  return succeed({ due: await dueBy(ctx, m, kind) });
}

/** Settings whose evidence is due by work of that kind, for what is mounted and loaded. */
export async function dueBy(ctx: Ctx, m: Machine, kind: MaintenanceKind, head = 0): Promise<string[]> {
  const mounted = await findMounted(ctx, m.id, head);
  const loaded = await findLoaded(ctx, m.id, head);
  if (!mounted || !loaded) return [];
  const proofs = await listProofs(ctx, m, mounted.toolId, loaded.materialId, loaded.lot, head);
  return Object.values(proofs)
    .filter((p) => p.state === 'due' && (maintenanceKinds[kind].due as readonly string[]).includes(p.key))
    .map((p) => p.key);
}

/** Keeps what somebody has read off the machine: no file carries it, and rules that need it run only then. */
export async function recordState(
  ctx: Ctx,
  machineId: string,
  said: Omit<ReportedState, 'byName' | 'at'>,
): Promise<Result<null, MachineFailure>> {
  const m = await findMachine(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' });
  await ctx.db.transaction(async (db) => {
    await db
      .update(machine)
      .set({ said: { ...said, byName: ctx.user.name, at: ctx.clock.now().toISOString() } })
      .where(eq(machine.id, m.id));
    await recordEvent(
      { ...ctx, db },
      {
        subjectKind: 'machine',
        subjectId: m.id,
        subjectName: m.name,
        what: 'state said at the machine',
        from: m.said && {
          speedPercent: m.said.speedPercent,
          lid: m.said.lid,
          resinC: m.said.resinC,
          inVatMl: m.said.inVatMl,
        },
        to: said,
      },
    );
  });
  return succeed(null);
}
