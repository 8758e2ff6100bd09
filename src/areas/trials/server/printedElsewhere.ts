import { orOf } from '../../../core/states/moves.ts';
import { trialMoves } from '../model/states.ts';
import { moveTrial } from './moveTrial.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { findLoaded, findMachine, findMounted } from '../../machines/server/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { PrintProgress } from '../model/trial.ts';
import { checkCoupon } from './checkCoupon.ts';
import { moveMates } from './plateMates.ts';
import { trialName } from './planTrial.ts';
import { progressOf } from '../../machines/model/print.ts';
import { findTrial } from './rows.ts';

export interface Elsewhere {
  /** Machine it was printed on: the planned one, or another of the same printer profile with the same tool. */
  readonly machineId: string;
  readonly by: string;
  readonly at: Date;
  readonly note: string;
  readonly resinC?: number | null;
}

/** Records that a coupon was printed from its file, by whom, when and on which machine; what it proves will count for that machine. */
export async function recordPrintedElsewhere(
  ctx: Ctx,
  trialId: string,
  printed: Elsewhere,
): Promise<Result<null, TrialFailure>> {
  const row = await findTrial(ctx, trialId);
  if (!row) return fail({ code: 'noTrial' });
  const planned = (await findMachine(ctx, row.machineId))!;
  const machine = await findMachine(ctx, printed.machineId);
  if (!machine) return fail({ code: 'noMachine' });
  const mounted = await findMounted(ctx, machine.id);
  if (machine.printerId !== planned.printerId || mounted?.toolId !== row.toolId)
    return fail({
      code: 'notReady',
      what: `The coupon was made for ${planned.name}: ${machine.name} is of another printer profile or has another tool mounted. Plan a trial for it`,
    });
  const now = ctx.clock.now();
  if (printed.at > now || printed.at < row.createdAt)
    return fail({ code: 'notReady', what: 'It cannot have been printed before it was planned, nor after now' });
  // against the machine that printed it, with what is loaded there
  const passes = await checkCoupon(ctx, { ...row, machineId: machine.id });
  if (!passes.ok) return passes;
  const loaded = await findLoaded(ctx, machine.id);
  const lot = loaded?.materialId === row.materialId ? loaded.lot : row.lot;
  const { lines } = row.plan;
  const progress: PrintProgress = {
    ...progressOf('done', lines, printed.at),
    acknowledged: lines,
    zMm: row.plan.sizeMm[2],
    ...(printed.resinC ? { resinC: printed.resinC } : {}),
    message: `Printed from its file by ${printed.by} on ${machine.name}${printed.note && `: ${printed.note}`}`,
  };
  return ctx.db.transaction(async (db) => {
    if (!(await moveTrial({ db }, trialId, 'printElsewhere', { progress, machineId: machine.id, lot })))
      return fail({
        code: 'wrongState',
        state: (await findTrial({ ...ctx, db }, trialId))!.state,
        wanted: orOf(trialMoves.printElsewhere.from),
      });
    await moveMates({ db }, row, 'printElsewhere', progress);
    await recordEvent(
      { ...ctx, db },
      {
        subjectKind: 'trial',
        subjectId: trialId,
        subjectName: trialName(row.number),
        what: 'coupon printed from its file',
        from: machine.id === planned.id ? null : planned.name,
        to: { machine: machine.name, by: printed.by, at: progress.at },
        why: printed.note || null,
      },
    );
    return succeed(null);
  });
}
