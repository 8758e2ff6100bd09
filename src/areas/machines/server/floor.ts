import { and, asc, eq, isNull, ne } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { findProfiles } from '../../library/server/index.ts';
import type { PrintProgress } from '../model/print.ts';
import type { FloorRow, Heard, OnHead } from '../model/pages.ts';
import { listProofsOf } from './proofs.ts';
import { container, machine, mount, print, slot } from './tables.ts';

/** The whole floor by sets, however many machines it has: what each is doing, until when, and what is on its heads. */
export async function listFloor({ db }: Pick<Ctx, 'db'>): Promise<FloorRow[]> {
  const machines = await db
    .select({
      ...{ id: machine.id, name: machine.name, place: machine.place, printerId: machine.printerId },
      ...{ state: machine.state, stop: machine.stop, device: machine.device },
      ...{ printOf: print.of, printOfId: print.ofId, printName: print.name, since: print.since },
      ...{ expected: print.expected, progress: print.progress, printState: print.state },
    })
    .from(machine)
    .leftJoin(print, and(eq(print.machineId, machine.id), isNull(print.clearedAt)))
    .where(ne(machine.state, 'retired'))
    .orderBy(asc(machine.place), asc(machine.name));
  const mounts = await db.select().from(mount);
  const loads = await db
    .select({
      ...{ machineId: slot.machineId, index: slot.index, materialId: container.materialId, lot: container.lot },
      ...{ remainingG: container.remainingG, code: container.code },
    })
    .from(slot)
    .innerJoin(container, eq(container.id, slot.containerId));
  const profiles = await findProfiles({ db }, [
    ...machines.map((m) => m.printerId),
    ...mounts.map((m) => m.toolId),
    ...loads.map((l) => l.materialId),
  ]);
  const nameOf = (id: string | undefined): string | null => (id && profiles.get(id)?.name) ?? null;
  const heads = new Map<string, Map<number, OnHead>>();
  const headOf = (machineId: string, head: number): OnHead => {
    const of = heads.get(machineId) ?? new Map<number, OnHead>();
    heads.set(machineId, of);
    return of.get(head) ?? { ...EMPTY, head };
  };
  for (const m of mounts) {
    const on = headOf(m.machineId, m.index);
    heads.get(m.machineId)!.set(m.index, { ...on, toolId: m.toolId, toolName: nameOf(m.toolId) });
  }
  for (const l of loads) {
    const { materialId, lot, remainingG, code } = l;
    const on = headOf(l.machineId, l.index);
    heads
      .get(l.machineId)!
      .set(l.index, { ...on, materialId, lot, remainingG, code, materialName: nameOf(materialId) });
  }
  return machines.map((m) => ({
    ...{ id: m.id, name: m.name, place: m.place, state: m.state, stop: m.stop, printerId: m.printerId },
    printer: nameOf(m.printerId) ?? '',
    technology: profiles.get(m.printerId)?.technology ?? 'filament',
    isStoppedFromHere: m.device !== null && m.device.adapter !== 'folder',
    print:
      m.printOf === null
        ? null
        : {
            ...{ of: m.printOf, ofId: m.printOfId!, name: m.printName!, isUnderWay: m.printState === 'under way' },
            since: m.since!.toISOString(),
            expected: m.expected!.toISOString(),
            heard: m.progress && heardOf(m.progress),
          },
    onHeads: [...(heads.get(m.id)?.values() ?? [])].sort((a, b) => a.head - b.head),
  }));
}
const heardOf = (p: PrintProgress): Heard => ({
  ...{ phase: p.phase, zMm: p.zMm, nozzleC: p.nozzleC, nozzleTargetC: p.nozzleTargetC, bedC: p.bedC },
  ...{ bedTargetC: p.bedTargetC, message: p.message, at: p.at, share: p.lines > 0 ? p.acknowledged / p.lines : 0 },
  ...(p.resinC !== undefined && { resinC: p.resinC }),
  ...(p.isUnheard && { isUnheard: true }),
});

/** How many values are proven, and how many due, for what is mounted and loaded, machine by machine. */
export async function countEvidence(
  ctx: Pick<Ctx, 'db' | 'clock'>,
  rows: readonly FloorRow[],
): Promise<ReadonlyMap<string, { readonly proven: number; readonly due: number }>> {
  const asked = rows.flatMap((r) =>
    r.onHeads.flatMap(({ head, toolId, materialId, lot }) =>
      toolId && materialId ? [{ machine: r, toolId, materialId, lot, head }] : [],
    ),
  );
  const counts = new Map(rows.map((r) => [r.id, { proven: 0, due: 0 }]));
  const found = await listProofsOf(ctx, asked, []); // what sisters have proven is none of its own
  for (const [i, { machine: of }] of asked.entries())
    for (const { state } of Object.values(found[i]!))
      if (state === 'proven' || state === 'due') counts.get(of.id)![state]++;
  return counts;
}
const EMPTY = {
  ...{ toolId: null, toolName: null, materialId: null, materialName: null },
  ...{ lot: null, code: null, remainingG: 0 },
} as const;
