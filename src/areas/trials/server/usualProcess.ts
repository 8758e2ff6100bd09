import { sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import type { RowOf } from '../../../platform/db/rowOf.ts';

interface UsualProcess {
  readonly id: string;
  readonly name: string;
  readonly materialName: string;
  readonly at: string;
}
/** The process of the last trial on a machine with this material, else of the last trial there; a retired one is no longer proposed. */
export async function findUsualProcess(
  ctx: Pick<Ctx, 'db'>,
  machineId: string,
  materialId: string,
): Promise<UsualProcess | null> {
  const found = await ctx.db.execute<RowOf<UsualProcess>>(sql`
    select p.id, p.name, m.name as "materialName", t.created_at as at
    from trial t join profile p on p.id = t.process_id and p.retired_at is null join profile m on m.id = t.material_id
    where t.machine_id = ${machineId} order by (t.material_id = ${materialId}) desc, t.number desc limit 1`);
  const row = found.rows[0];
  return row ? { ...row, at: new Date(row.at).toISOString() } : null;
}
