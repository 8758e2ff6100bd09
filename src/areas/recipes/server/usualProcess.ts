import { sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import type { UsualProcess } from '../model/usualProcess.ts';

/** The process that a machine was last given for a job or a trial: with this material where it ever was, else with any; a retired one is
 *  proposed no more. */
export async function findUsualProcess(
  ctx: Pick<Ctx, 'db'>,
  machineId: string,
  materialId: string,
): Promise<UsualProcess | null> {
  const found = await ctx.db.execute<{ id: string; name: string; material: string; at: Date }>(sql`
    with used as (
      select r.process_id, a.material_id, j.created_at as at
      from job j join recipe r on r.id = j.recipe_id join recipe_assignment a on a.recipe_id = r.id and a.role = 'part body'
      where r.machine_id = ${machineId}
      union all
      select t.process_id, t.material_id, t.created_at from trial t where t.machine_id = ${machineId})
    select p.id, p.name, m.name as material, used.at
    from used join profile p on p.id = used.process_id and p.retired_at is null join profile m on m.id = used.material_id
    order by (used.material_id = ${materialId}) desc, used.at desc limit 1`);
  const row = found.rows[0];
  return row ? { id: row.id, name: row.name, materialName: row.material, at: new Date(row.at).toISOString() } : null;
}
