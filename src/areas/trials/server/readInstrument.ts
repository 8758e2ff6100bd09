import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { messageOf } from '../../../platform/log.ts';
import { askInstrument, findMachine } from '../../machines/server/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import { placeOnPlate } from './plateMates.ts';
import { findTrial } from './rows.ts';

/** What the connected instrument shows for one place of the coupon; it is stored only when the person takes it over. */
export async function readInstrument(
  ctx: Ctx,
  trialId: string,
  place: { band: number; feature: string; repeat: number },
): Promise<Result<{ typed: string }, TrialFailure>> {
  const row = await findTrial(ctx, trialId);
  if (!row) return fail({ code: 'noTrial' });
  const m = (await findMachine(ctx, row.machineId))!;
  const port = Number(process.env['CANTIERE_STANDIN_PORT'] ?? 0);
  if (!port) return fail({ code: 'noInstrument', why: 'none is connected' });
  try {
    return succeed({
      typed: await askInstrument(port, { machine: m.key, kind: row.kind, coupon: placeOnPlate(row), ...place }),
    });
  } catch (error) {
    return fail({ code: 'noInstrument', why: messageOf(error) });
  }
}
