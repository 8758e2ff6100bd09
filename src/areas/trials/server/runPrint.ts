import { linesOfOwn } from '../../../core/gcode/wire.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findMachine, Lease, occupy, printProgram } from '../../machines/server/index.ts';
import { kindOf } from '../kinds/index.ts';
import { printPlate } from './printPlate.ts';
import type { Claim } from '../../machines/model/occupancy.ts';
import { LASTS, progressOf, type PrintProgress } from '../../machines/model/print.ts';
import { PrintRecord } from './printRecord.ts';
import { trialName } from './planTrial.ts';
import { findTrial, type Trial } from './rows.ts';

/** Prints a trial's coupon from where the machine stands, to its end, a pause, a cancel or an interruption. Owned by the
 *  worker that holds the machine's lease; what the machine accepted is the truth after any crash. */
export async function runPrint(ctx: Ctx, trialId: string, holder: string): Promise<void> {
  const row = await findTrial(ctx, trialId);
  if (!row || row.state !== 'printing' || row.wish === 'idle') return;
  const m = await findMachine(ctx, row.machineId);
  const lease = m?.device ? await Lease.take(ctx, m.id, holder) : null;
  if (!m?.device || !lease) return;
  try {
    const taken = await occupy(ctx, m, claimOf(row));
    if (!taken.ok)
      return await new PrintRecord(ctx, row, m, lease, progressFrom(ctx, row, 0)).end('interrupted', {
        phase: 'refused',
        message: taken.failure.what,
      });
    if (kindOf(row.kind).technology === 'resin') await printPlate(ctx, row, m, m.device, lease);
    else {
      const lines = linesOfOwn(row.gcode);
      const record = new PrintRecord(ctx, row, m, lease, progressFrom(ctx, row, lines.length));
      await printProgram(m.device, lines, record, lease.epoch);
    }
  } finally {
    await lease.drop();
  }
}

/** A trial as it takes a machine. */
export const claimOf = (row: Trial): Claim => ({
  of: 'trial',
  id: row.id,
  name: trialName(row.number),
  timeS: row.plan.timeS,
});
/** Progress of a coupon's print from where it stood. */
const progressFrom = (ctx: Ctx, { progress }: Trial, lines: number): PrintProgress =>
  progress && LASTS.includes(progress.phase)
    ? { ...progress, phase: 'connecting', message: null }
    : progressOf('connecting', lines, ctx.clock.now());
