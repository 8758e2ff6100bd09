import { sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { maintenanceRows } from '../../machines/server/index.ts';
import { driftsOf, type Drift, type FoundValue } from '../model/drift.ts';
import type { Decision } from '../model/trial.ts';
import { trialName } from './planTrial.ts';

const MOST_TRIALS = 20_000;
const MOST_WORK = 100_000;

/** How every value of the farm went over time, those out of control first. */
export async function listDrifts(ctx: Pick<Ctx, 'db'>): Promise<Drift[]> {
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
    from trial t join machine m on m.id = t.machine_id join profile mat on mat.id = t.material_id
    where t.state = 'accepted' order by t.decided_at desc limit ${MOST_TRIALS}`);
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
  return driftsOf(found, await maintenanceRows(ctx, undefined, MOST_WORK));
}
