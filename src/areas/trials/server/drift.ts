import { sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { keptUntilWritten } from '../../../platform/db/kept.ts';
import { listWorkSince } from '../../machines/server/index.ts';
import { driftsOf, type Drift, type FoundValue } from '../model/drift.ts';
import type { Decision } from '../model/trial.ts';
import { trialName } from './planTrial.ts';

/** So many of its last accepted trials tell how a machine goes: of each value some ten. */
const MOST_OF_A_MACHINE = 60;

/** How every value of the farm went over time, those out of control first. */
export const listDrifts = keptUntilWritten(
  async (ctx: Pick<Ctx, 'db' | 'clock' | 'reads'>): Promise<readonly Drift[]> => {
    const { rows } = await ctx.db.execute<{
      id: string;
      number: number;
      at: string;
      written: Decision['written'];
      machineId: string;
      machineName: string;
      toolId: string;
      materialName: string;
    }>(sql`
    select t.id, t.number, t.decided_at as at, t.decision->'written' as written, m.id as "machineId", m.name as "machineName",
           t.tool_id as "toolId", mat.name as "materialName"
    from machine m cross join lateral (select * from trial o where o.machine_id = m.id and o.state = 'accepted' order by o.decided_at desc limit ${MOST_OF_A_MACHINE}) t
    join profile mat on mat.id = t.material_id`);
    const found = rows.flatMap((r) =>
      r.written.map((w): FoundValue => ({
        id: r.id,
        name: trialName(Number(r.number)),
        at: new Date(r.at).toISOString(),
        setting: w.setting,
        value: w.value,
        machineId: r.machineId,
        machineName: r.machineName,
        toolId: r.toolId,
        materialName: r.materialName,
      })),
    );
    const firstOn = new Map<string, string>();
    for (const { machineId, at } of found) {
      const first = firstOn.get(machineId);
      if (first === undefined || at < first) firstOn.set(machineId, at);
    }
    const work = await listWorkSince(ctx, [...firstOn].map(([machineId, since]) => ({ machineId, since }))); // prettier-ignore
    return driftsOf(found, work);
  },
);
