import { expect, test } from 'vitest';
import type { Ctx } from '../../../platform/db/context.ts';
import { progressOf } from '../model/print.ts';
import { KeptPrint } from './keptPrint.ts';

const at = new Date('2026-05-04T08:00:00Z');
const ctx = { clock: { now: () => at } } as Ctx;
class Log extends KeptPrint {
  keeps = 0;
  protected keep() {
    this.keeps++;
    return Promise.resolve('pause' as const);
  }
  end() {
    return Promise.resolve();
  }
}
const log = (renew: () => Promise<boolean>) => new Log(ctx, 'print', renew, progressOf('connecting', 9, at));

test('whoever has lost the machine sends no further line, though a report on the side was the first to learn it', async () => {
  const kept = log(() => Promise.resolve(false));
  await kept.write({ nozzleC: 200 }, 250).catch(() => undefined); // as a temperature report does
  await expect(kept.write({ acknowledged: 5 }, 250)).rejects.toThrow('another worker holds this machine');
  expect([kept.keeps, kept.progress.acknowledged]).toEqual([0, 0]);
});
test('a database that fails once under a report ends the sending as well', async () => {
  const kept = log(() => Promise.reject(new Error('connection lost')));
  await kept.write({}, 250).catch(() => undefined);
  await expect(kept.write({}, 250)).rejects.toThrow('connection lost');
});
test('while it holds the machine it learns what is wished, seldom enough', async () => {
  const kept = log(() => Promise.resolve(true));
  await kept.write({ acknowledged: 1 }, 60_000);
  await kept.write({ acknowledged: 2 }, 60_000);
  expect([kept.keeps, kept.wish, kept.progress.acknowledged]).toEqual([1, 'pause', 2]);
});
