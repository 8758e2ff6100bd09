import { layerCount } from '../../../core/resin/plate.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { printStack, type Lease, type Machine } from '../../machines/server/index.ts';
import type { Connection } from '../../machines/model/connection.ts';
import { LASTS, progressOf } from '../../machines/model/print.ts';
import { platesOf } from '../model/plates.ts';
import { stackOf } from './plateStack.ts';
import { PrintRecord } from './printRecord.ts';
import type { Trial } from './rows.ts';

/** Phases from which the next run belongs to the same print. */
const GOES_ON = [...LASTS, 'next plate'];

/** The print of a trial's plate, or of the one at hand of several. */
export function printPlate(ctx: Ctx, row: Trial, on: Machine, device: Connection, lease: Lease): Promise<void> {
  const plates = platesOf(row.gcode);
  const plate = row.progress?.plate ?? 0;
  const layersBefore = plates.slice(0, plate).reduce((sum, p) => sum + layerCount(p), 0);
  const record = new PrintRecord(ctx, row, on, lease, {
    ...progressOf('connecting', row.plan.lines, ctx.clock.now()),
    plate,
    acknowledged: layersBefore,
    ...(row.progress && GOES_ON.includes(row.progress.phase) && { takenG: row.progress.takenG ?? 0 }),
    isBegun: row.progress?.isBegun ?? (row.progress?.acknowledged ?? 0) > layersBefore,
  });
  const says = `Plate ${plate + 1} of ${plates.length} is done: write ${plate + 1} on it, put an empty one in and go on`;
  const next = plate + 1 < plates.length ? { plate: plate + 1, says } : null;
  const sent = { zip: stackOf(plates[plate]!).zip, layers: layerCount(plates[plate]!), layersBefore, next };
  return printStack(device, sent, record, lease.epoch);
}
