import { sql } from 'drizzle-orm';
import { byIds } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { MOST_PRINTS, paceOf, type Pace } from '../model/pace.ts';
import { print } from './tables.ts';

/** The pace of a machine by the prints it has finished last. */
export const { one: paceOfMachine } = byIds(
  async ({ db }: Pick<Ctx, 'db' | 'reads'>, machineIds: readonly string[]) => {
    const last = sql`select p.worked_out_s, p.took_s from ${print} p where p.machine_id = asked.id and p.took_s is not null order by p.ended_at desc limit ${MOST_PRINTS}`;
    const { rows } = await db.execute<{ id: string; workedOutS: number; tookS: number }>(sql`
    select asked.id, last.worked_out_s as "workedOutS", last.took_s as "tookS"
    from unnest(${sql.param([...machineIds])}::text[]) asked (id) cross join lateral (${last}) last`);
    const paces = new Map<string, Pace>();
    for (const id of machineIds) {
      const pace = paceOf(rows.filter((r) => r.id === id));
      if (pace) paces.set(id, pace);
    }
    return paces;
  },
);
