import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { LinkLost } from '../devices/line.ts';
import { PrinterLost, PrinterRefused, StackPrinter } from '../devices/stackPrinter.ts';
import type { MachineFailure } from '../model/failures.ts';
import { stopDevice } from './linePrint.ts';
import { findMachine, type Machine } from './queries.ts';

/** Stops a machine at once, whatever its records say of it: straight to the device, beside the worker that prints on it. What was printed is
 *  written down as ended by that worker, which the machine tells. */
export async function stopMachine(ctx: Ctx, machineId: string): Promise<Result<null, MachineFailure>> {
  const m = await findMachine(ctx, machineId);
  if (!m) return fail({ code: 'noMachine' });
  const lost = await reach(m);
  await recordEvent(ctx, {
    subjectKind: 'machine',
    subjectId: m.id,
    subjectName: m.name,
    what: lost === null ? 'emergency stop' : 'emergency stop did not reach it',
    why: lost,
  });
  return lost === null ? succeed(null) : fail({ code: 'notReached', why: lost });
}

/** Why a machine could not be stopped; null where it was. */
async function reach({ device }: Machine): Promise<string | null> {
  if (!device) return 'the machine is not connected';
  try {
    if (device.adapter === 'stack') await new StackPrinter(device.host, device.port).cancel();
    else await stopDevice(device);
    return null;
  } catch (error) {
    if (error instanceof LinkLost || error instanceof PrinterLost || error instanceof PrinterRefused)
      return error.message;
    throw error;
  }
}
