import { desc, eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import type { Claim } from '../model/occupancy.ts';
import { MOST_PRINTS, paceOf, type Pace, type TimedPrint } from '../model/pace.ts';
import { printTime } from './tables.ts';

/** Keeps how long a print took that ran through, in the transaction of its end. */
export async function notePrintTime(
  ctx: Pick<Ctx, 'db' | 'clock' | 'newId'>,
  machineId: string,
  print: Pick<Claim, 'of' | 'id'>,
  { workedOutS, tookS }: TimedPrint,
): Promise<void> {
  if (!(workedOutS > 0 && tookS > 0)) return;
  await ctx.db
    .insert(printTime)
    .values({ id: ctx.newId(), machineId, of: print.of, ofId: print.id, workedOutS, tookS, at: ctx.clock.now() });
}

/** The pace of a machine by the prints it has finished last. */
export async function paceOfMachine({ db }: Pick<Ctx, 'db'>, machineId: string): Promise<Pace | null> {
  const rows = await db
    .select({ workedOutS: printTime.workedOutS, tookS: printTime.tookS })
    .from(printTime)
    .where(eq(printTime.machineId, machineId))
    .orderBy(desc(printTime.at))
    .limit(MOST_PRINTS);
  return paceOf(rows);
}
