import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { findMachine, getMachinePage, listCare, listMaintenance } from '../../machines/server/index.ts';
import { signs } from '../kinds/signs.ts';
import { rankCauses, type RankedCause } from '../model/causes.ts';
import type { TrialFailure } from '../model/failures.ts';

/** Causes of something seen, ranked for one machine with what is mounted and loaded there now. */
export async function listCauses(
  ctx: Ctx,
  machineId: string,
  signKey: string,
): Promise<Result<readonly RankedCause[], TrialFailure>> {
  const m = await findMachine(ctx, machineId);
  const page = m && (await getMachinePage(ctx, m.id));
  if (!m || !page?.ok) return fail({ code: 'noMachine' });
  const sign = signs.find((s) => s.key === signKey);
  if (!sign) return fail({ code: 'notReady', what: `There is no defect "${signKey}"; choose from the list` });
  const seen = { card: page.value, care: await listCare(ctx, [m]), maintenance: await listMaintenance(ctx, m.id) };
  return succeed(rankCauses(sign, seen, ctx.clock.now()));
}
