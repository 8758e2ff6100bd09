import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { listSeenOn } from '../../checks/server/index.ts';
import {
  findMachine,
  getMachinePage,
  listCare,
  listMachines,
  findLastWork,
  type Machine,
} from '../../machines/server/index.ts';
import { signs } from '../kinds/signs.ts';
import { rankCauses, SEEN_DAYS, type RankedCause } from '../model/causes.ts';
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
  const { loaded } = page.value;
  return succeed(
    rankCauses(
      sign,
      {
        ...{ card: page.value, care: await listCare(ctx, [m]), maintenance: await findLastWork(ctx, m.id) },
        sisters: loaded ? await sistersWith(ctx, m, signKey, loaded.id) : [],
      },
      ctx.clock.now(),
    ),
  );
}

/** Machines of the same printer on which the same was seen lately with the material. */
async function sistersWith(ctx: Ctx, m: Machine, sign: string, materialId: string): Promise<string[]> {
  const since = new Date(ctx.clock.now().getTime() - SEEN_DAYS * 86_400_000);
  const seen = await listSeenOn(ctx, { sign, materialId, since });
  return (await listMachines(ctx))
    .filter((o) => o.id !== m.id && o.printerId === m.printerId && seen.includes(o.id))
    .map((o) => o.name);
}
