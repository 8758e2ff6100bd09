import { sql } from 'drizzle-orm';
import { bySets } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { RowOf } from '../../../platform/db/rowOf.ts';

interface UsualProcess {
  readonly id: string;
  readonly name: string;
  readonly materialName: string;
  readonly at: string;
}
interface On {
  readonly machineId: string;
  readonly materialId: string;
}
/** So far back a trial tells what is usual on a machine. */
const LOOKED_AT = 200;
const nameOf = (on: On): string => `${on.machineId} ${on.materialId}`;
const { one: find } = bySets(async (ctx: Pick<Ctx, 'db' | 'reads'>, asked: readonly On[]) => {
  const { rows } = await ctx.db.execute<RowOf<UsualProcess & On>>(sql`
    select asked.*, last.* from unnest(${sql.param(asked.map((a) => a.machineId))}::text[], ${sql.param(asked.map((a) => a.materialId))}::text[]) asked ("machineId", "materialId")
    cross join lateral (
      select p.id, p.name, m.name as "materialName", t.created_at as at
      from (select * from trial o where o.machine_id = asked."machineId" order by o.number desc limit ${LOOKED_AT}) t
      join profile p on p.id = t.process_id and p.retired_at is null join profile m on m.id = t.material_id
      order by (t.material_id = asked."materialId") desc, t.number desc limit 1) last`);
  return new Map(
    rows.map(({ id, name, materialName, at, ...on }) => [
      nameOf(on),
      { id, name, materialName, at: new Date(at).toISOString() },
    ]),
  );
}, nameOf);
/** The process of the last trial on a machine with this material, else of the last trial there; a retired one is no longer proposed. */
export const findUsualProcess = (
  ctx: Pick<Ctx, 'db' | 'reads'>,
  machineId: string,
  materialId: string,
): Promise<UsualProcess | null> => find(ctx, { machineId, materialId });
