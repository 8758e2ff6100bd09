import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEventOrKeep } from '../../../platform/events/later.ts';
import { DATABASE_SAYS_MS, inTime } from '../../../platform/inTime.ts';
import { isUnreachable } from '../devices/unreachable.ts';
import type { MachineFailure } from '../model/failures.ts';
import { stopAt } from './adapters/index.ts';
import { findMachine, lastKnown, type Machine } from './queries.ts';

/** Stops a machine at once, whatever its records say of it: straight to the device, beside the worker that prints on it, and with what was
 *  last known of the machine where the database is silent. What was printed is written down as ended by that worker, which the machine
 *  tells; the stop itself, now or when the database is back. */
export async function stopMachine(
  ctx: Ctx,
  machineId: string,
): Promise<Result<{ isWrittenDown: boolean }, MachineFailure>> {
  const m = await machineAtOnce(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' });
  const lost = await reach(m);
  const isWrittenDown = await recordEventOrKeep(ctx, {
    subjectKind: 'machine',
    subjectId: m.id,
    subjectName: m.name,
    what: lost === null ? 'emergency stop' : 'emergency stop did not reach it',
    why: lost,
  });
  return lost === null ? succeed({ isWrittenDown }) : fail({ code: 'notReached', why: lost });
}

async function machineAtOnce(ctx: Ctx, id: string): Promise<Machine | null> {
  const asked = findMachine(ctx, id);
  const said = await inTime(asked, DATABASE_SAYS_MS);
  return said ? said.value : (lastKnown(id) ?? asked);
}

/** Why a machine could not be stopped; null where it was. */
async function reach({ device }: Machine): Promise<string | null> {
  if (!device) return 'the machine is not connected';
  try {
    await stopAt(device);
    return null;
  } catch (error) {
    if (isUnreachable(error)) return error.message;
    throw error;
  }
}
