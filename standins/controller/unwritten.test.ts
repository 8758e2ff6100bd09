import { afterAll, beforeAll, expect, test } from 'vitest';
import { LeftOff } from '../../src/platform/db/context.ts';
import { LinePrint, type PrintLog } from '../../src/areas/machines/server/linePrint.ts';
import { progressOf } from '../../src/areas/machines/model/print.ts';
import { serveFarm, type Farm } from './serve.ts';

const program = ['G28', 'G90', 'M83', ...Array.from({ length: 20 }, (_, i) => `G1 X${10 + i} E0.05 F3000`)];
const HELD = 12;
let farm: Farm;
beforeAll(async () => {
  farm = await serveFarm(0, [{ key: 'hut', seed: 1 }], [], 5000);
});
afterAll(() => farm.stop());

/** The record of a print, kept nowhere: it cannot be written any more once `lost` says why. */
class Log implements PrintLog {
  name = 'J-0001';
  wish = 'print' as const;
  progress = progressOf('connecting', program.length, new Date('2026-05-04T08:00:00Z'));
  lost: Error | null = null;
  ends: string[] = [];
  /** How often it was told how hot the machine is, since it stood before the line that is held. */
  told = 0;
  write(change: object): Promise<void> {
    if (this.progress.acknowledged === HELD - 1 && 'nozzleC' in change) this.told++;
    if (this.lost) return Promise.reject(this.lost);
    this.progress = { ...this.progress, ...change };
    return Promise.resolve();
  }
  mayGoOn(): Promise<void> {
    return this.lost ? Promise.reject(this.lost) : Promise.resolve();
  }
  end(how: string): Promise<void> {
    this.ends.push(how);
    return Promise.resolve();
  }
}
const printing = (log: Log): Promise<void> =>
  new LinePrint(program, log, { host: '127.0.0.1', port: farm.ports[0]! }, 1).run();

/** A print whose machine keeps it waiting for a line, and has told how hot it is meanwhile. */
async function held(): Promise<{ log: Log; ended: Promise<void> }> {
  farm.controllers[0]!.holdAt = HELD;
  const log = new Log();
  const ended = printing(log);
  while (log.told < 3) await new Promise((again) => setImmediate(again));
  return { log, ended };
}

test('a print that cannot be written down ends while its machine keeps it waiting for a line, and goes on there afterwards', async () => {
  const [controller] = farm.controllers;
  const { log, ended } = await held();
  log.lost = new Error('connection lost'); // the sender waits for an answer: only a report on the side learns of it
  await expect(ended).rejects.toThrow('connection lost');
  expect([controller!.lastLine, log.ends]).toEqual([HELD - 1, []]);
  log.lost = null;
  controller!.holdAt = Infinity;
  await printing(log);
  expect([controller!.accepted, log.ends]).toEqual([program, ['finished']]);
});
test('a print that leaves off, because its process ends, waits for the line that is under way', async () => {
  const [controller] = farm.controllers;
  const { log, ended } = await held();
  log.lost = new LeftOff();
  const told = log.told;
  while (log.told < told + 3) await new Promise((again) => setImmediate(again));
  controller!.holdAt = Infinity;
  await expect(ended).rejects.toThrow(LeftOff);
  expect([controller!.lastLine, log.ends]).toEqual([HELD, []]);
});
