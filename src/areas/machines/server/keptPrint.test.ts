import { expect, test } from 'vitest';
import { asChecked } from '../../../core/result/checked.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { progressOf } from '../model/print.ts';
import { KeptPrint } from './keptPrint.ts';
import { LeaseLost } from './lease.ts';

const at = new Date('2026-05-04T08:00:00Z');
const ctx = asChecked<Ctx>({
  clock: { now: () => at },
  db: { transaction: (work: (db: object) => Promise<unknown>) => work({}) },
});
class Log extends KeptPrint {
  keeps = 0;
  closes = 0;
  protected override keep() {
    this.keeps++;
    return Promise.resolve('pause' as const);
  }
  protected override close() {
    this.closes++;
    return Promise.resolve();
  }
}
const log = (renew: () => Promise<void>, isGood = true) =>
  new Log(ctx, 'J-0001', 'print', { renew, isGood, note: () => Promise.resolve() }, progressOf('connecting', 9, at));
const isLost = () => Promise.reject(new LeaseLost());

test('whoever has lost the machine sends no further line, though a report on the side was the first to learn it', async () => {
  const kept = log(isLost);
  await kept.write({ nozzleC: 200 }, 250).catch(() => undefined); // as a temperature report does
  await expect(kept.write({ acknowledged: 5 }, 250)).rejects.toThrow('another worker holds this machine');
  await expect(kept.mayGoOn()).rejects.toThrow('another worker holds this machine');
  expect([kept.keeps, kept.progress.acknowledged]).toEqual([0, 0]);
});
test('whoever was held up for longer than the lease lasts looks before the next line, not after it', async () => {
  const held = log(() => Promise.resolve(), false);
  await held.mayGoOn();
  expect(held.keeps).toBe(1);
  await expect(log(isLost, false).mayGoOn()).rejects.toThrow(LeaseLost);
  const good = log(isLost);
  await good.mayGoOn(); // asks nobody
});
test('a database that fails once under a report ends the sending as well', async () => {
  const kept = log(() => Promise.reject(new Error('connection lost')));
  await kept.write({}, 250).catch(() => undefined);
  await expect(kept.write({}, 250)).rejects.toThrow('connection lost');
});
test('no end is written under a lease that is another’s', async () => {
  const kept = log(isLost);
  await expect(kept.end('finished', { phase: 'done' })).rejects.toThrow(LeaseLost);
  expect(kept.closes).toBe(0);
});
test('while it holds the machine it learns what is wished, seldom enough', async () => {
  const kept = log(() => Promise.resolve());
  await kept.write({ acknowledged: 1 }, 60_000);
  await kept.write({ acknowledged: 2 }, 60_000);
  expect([kept.keeps, kept.wish, kept.progress.acknowledged]).toEqual([1, 'pause', 2]);
});
