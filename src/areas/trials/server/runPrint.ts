import { linesOfOwn } from '../../../core/gcode/wire.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import {
  dropLease,
  findMachine,
  LinePrint,
  occupy,
  StackPrinter,
  takeLease,
  type Machine,
} from '../../machines/server/index.ts';
import { PlatePrint } from './printPlate.ts';
import { LASTS, progressOf } from '../../machines/model/print.ts';
import { PrintRecord } from './printRecord.ts';
import { findTrial, type Trial } from './rows.ts';

/** Prints a trial's coupon from where the machine stands, to its end, a pause, a cancel or an interruption. Owned by the
 *  worker that holds the machine's lease; what the machine accepted is the truth after any crash. */
export async function runPrint(ctx: Ctx, trialId: string, holder: string): Promise<void> {
  const row = await findTrial(ctx, trialId);
  if (!row || row.state !== 'printing' || row.wish === 'idle') return;
  const m = await findMachine(ctx, row.machineId);
  if (!m?.device || !(await takeLease(ctx, m.id, holder))) return;
  await occupy(ctx, m.id);
  try {
    const renew = (): Promise<boolean> => takeLease(ctx, m.id, holder);
    await (
      m.device.adapter === 'stack'
        ? new PlatePrint(ctx, row, m, new StackPrinter(m.device.host, m.device.port), renew)
        : new LinePrint(linesOfOwn(row.gcode), recordOf(ctx, row, m, renew), m.device)
    ).run();
  } finally {
    await dropLease(ctx, m.id, holder);
  }
}

/** The record of a coupon's print, from where it stood. */
function recordOf(ctx: Ctx, row: Trial, on: Machine, renewLease: () => Promise<boolean>): PrintRecord {
  const goesOn = row.progress && LASTS.includes(row.progress.phase);
  const progress = goesOn
    ? { ...row.progress!, phase: 'connecting' as const, message: null }
    : progressOf('connecting', linesOfOwn(row.gcode).length, ctx.clock.now());
  return new PrintRecord(ctx, row, on, renewLease, progress);
}
