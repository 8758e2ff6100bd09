import { and, desc, eq, isNotNull } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { MOST_PRINTS, paceOf, type Pace } from '../model/pace.ts';
import { print } from './tables.ts';

/** The pace of a machine by the prints it has finished last. */
export async function paceOfMachine({ db }: Pick<Ctx, 'db'>, machineId: string): Promise<Pace | null> {
  const rows = await db
    .select({ workedOutS: print.workedOutS, tookS: print.tookS })
    .from(print)
    .where(and(eq(print.machineId, machineId), isNotNull(print.tookS)))
    .orderBy(desc(print.endedAt))
    .limit(MOST_PRINTS);
  return paceOf(rows.map((r) => ({ workedOutS: r.workedOutS!, tookS: r.tookS! })));
}
