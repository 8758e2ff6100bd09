import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { messageOf } from '../../../platform/log.ts';
import { askCalliper, findMachine } from '../../machines/server/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import { findTrial } from './queries.ts';

/** What the connected calliper shows for one place of the coupon; it is stored only when the person takes it over. */
export async function readCalliper(ctx: Ctx, trialId: string, place: { feature: string; repeat: number }): Promise<Result<{ typed: string }, TrialFailure>> {
  const row = await findTrial(ctx, trialId);
  if (!row) return fail({ code: 'noTrial' });
  const m = (await findMachine(ctx, row.machineId))!, port = Number(process.env['CANTIERE_STANDIN_PORT'] ?? 0);
  if (!port) return fail({ code: 'noInstrument', why: 'none is connected' });
  try { return succeed({ typed: await askCalliper(port, m.key, place.feature, place.repeat) }); } catch (error) { return fail({ code: 'noInstrument', why: messageOf(error) }); }
}
