import { randomUUID } from 'node:crypto';
import { systemClock } from '../platform/clock.ts';
import { database, type poolLimits } from '../platform/db/client.ts';
import type { Ctx } from '../platform/db/context.ts';
import { log } from '../platform/log.ts';

/** What a process works with: whatever it does leaves off once `ending` is aborted. */
export const ending = new AbortController();
const underWay = new Set<Promise<unknown>>();

/** As whom a process of ours does what nobody asked for, on connections of one kind. */
export const contextOf = (work: keyof typeof poolLimits, name: string): Ctx => ({
  db: database(work).db,
  user: { id: 'worker', name, role: 'lead' },
  clock: systemClock,
  newId: randomUUID,
  ending: ending.signal,
});

/** Something that is waited for at the end. */
export async function waitedFor(work: Promise<unknown>): Promise<void> {
  underWay.add(work);
  try {
    await work;
  } finally {
    underWay.delete(work);
  }
}

/** Does a step over and over, until the end. One that fails is logged, and tried again in its turn. */
export async function forever(everyMs: number, what: string, step: () => Promise<unknown>): Promise<void> {
  while (!ending.signal.aborted) {
    try {
      await waitedFor(step());
    } catch (error) {
      log('warn', what, { error });
    }
    await new Promise((resolve) => {
      setTimeout(resolve, everyMs);
    });
  }
}

/** What does not leave off in so long is cut, as in a crash: a machine that waits for its heat answers nothing. */
const LEAVES_OFF_MS = 2500;
/** Told to end, the process waits for what is under way and for `also`, but not for ever. */
export function endsInOrder(also: (withinMs: number) => Promise<unknown>): void {
  process.on('unhandledRejection', (error) => log('error', 'process', { error }));
  process.on('SIGTERM', () => {
    if (ending.signal.aborted) return;
    ending.abort();
    setTimeout(() => process.exit(0), LEAVES_OFF_MS);
    void Promise.allSettled([...underWay, also(LEAVES_OFF_MS)]).then(() => process.exit(0));
  });
}
