import type { PrintLog } from '../linePrint.ts';

const LOOK_EVERY_MS = 1000;

/** Where nothing is connected: a person takes what was judged to the machine, and says when it is printed. Nothing is sent and nothing is
 *  heard, so that of one that is cancelled nobody here knows how far it had come. */
export async function printByHand(log: PrintLog): Promise<void> {
  await log.write({
    ...{ isBegun: true, isUnheard: true, phase: 'handed over' },
    message: 'Print it at the machine from its file, then say here that it is printed, or cancel',
  });
  while (log.wish !== 'cancel' && log.wish !== 'printed') {
    await new Promise((again) => setTimeout(again, LOOK_EVERY_MS));
    await log.write({});
  }
  if (log.wish === 'printed') return log.end('finished', { phase: 'done', message: null });
  return log.end('interrupted', {
    phase: 'fault',
    message: 'Cancelled: look what stands on the plate, and weigh what it has fed',
  });
}
