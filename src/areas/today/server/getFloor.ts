import type { Ctx } from '../../../platform/db/context.ts';
import { getQueue } from '../../checks/server/index.ts';
import { countEvidence, listAllCare, listFloor } from '../../machines/server/index.ts';
import type { FloorCard } from '../model/floor.ts';

/** The floor with what waits for each machine, what is due on it and what is proven for what it carries. */
export async function getFloor(ctx: Ctx): Promise<FloorCard[]> {
  const rows = await listFloor(ctx);
  const evidence = await countEvidence(ctx);
  const care = new Map<string, FloorCard['care'][number][]>(rows.map((r) => [r.id, []]));
  for (const c of await listAllCare(ctx))
    if (c.state === 'due' || c.isUnderWay)
      care.get(c.machineId)?.push({ name: c.task.name, isBlocking: c.task.isBlocking, isUnderWay: c.isUnderWay });
  const queue = await getQueue(ctx, rows);
  const waiting = new Map(queue.rows.map((r) => [r.jobId, r]));
  const nextOf = new Map(queue.machines.map((m) => [m.id, m.next]));
  return rows.map((r) => {
    const next = waiting.get(nextOf.get(r.id) ?? '');
    return {
      ...r,
      evidence: evidence.get(r.id)!,
      care: care.get(r.id)!,
      next: next ? { jobId: next.jobId, name: next.name, changes: next.machineId === r.id ? next.changes : [] } : null,
    };
  });
}
