import { mkdtempSync, rmSync, symlinkSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, afterEach, beforeEach, expect, test } from 'vitest';
import { LineLink } from '../../src/areas/machines/devices/line.ts';
import { progressOf, type PrintProgress } from '../../src/areas/machines/model/print.ts';
import { LinePrint, stopDevice, type PrintLog } from '../../src/areas/machines/server/linePrint.ts';
import { SimulatedController } from './controller.ts';
import { servePty, type SerialEnd } from './pty.ts';

const program = [
  ...['M109 S200', 'G28', 'G90', 'M83'],
  ...Array.from({ length: 80 }, (_, i) => `G1 X${10 + i} Y10 Z0.2 E0.05 F3000`),
  'M104 S0',
];
const folder = mkdtempSync(path.join(os.tmpdir(), 'serial-'));
/** What stays where the cable is put in again, as names of serial devices do. */
const named = path.join(folder, 'machine');
const device = { path: named, baud: 115_200 };
let controller: SimulatedController;
let end: SerialEnd;
async function plugIn(): Promise<void> {
  end = await servePty(controller);
  rmSync(named, { force: true });
  symlinkSync(end.path, named);
}
beforeEach(async () => {
  controller = new SimulatedController('hut', 1, 1e9);
  await plugIn();
});
afterEach(() => end.pull());
afterAll(() => rmSync(folder, { recursive: true }));

/** A print on its way, and what becomes of it. */
function printing(onLine: (n: number) => void = () => undefined) {
  let how: 'finished' | 'interrupted' | null = null;
  const log: PrintLog & { wish: PrintLog['wish'] } = {
    name: 'J-0001',
    wish: 'print',
    progress: progressOf('connecting', program.length, new Date(0)),
    write: (change: Partial<PrintProgress>) => {
      log.progress = { ...log.progress, ...change };
      onLine(log.progress.acknowledged);
      return Promise.resolve();
    },
    mayGoOn: () => Promise.resolve(),
    end: (ended, change) => {
      how = ended;
      log.progress = { ...log.progress, ...change };
      return Promise.resolve();
    },
  };
  const done = new LinePrint(program, log, device, 1).run().then(() => ({ how, ...log.progress }));
  return { log, done };
}

test('what is sent over a serial device is what the machine takes, line by line, and it is looked at the same way', async () => {
  expect(await LineLink.look(device)).toMatchObject({ nozzleTargetC: 0 });
  expect(await printing().done).toMatchObject({ how: 'finished', phase: 'done', acknowledged: program.length });
  expect(controller.accepted).toEqual(program);
});

test('a stop beside whoever prints reaches it through the same device, though a line is at work, and the print says so', async () => {
  controller.holdAt = 30;
  const { done, log } = printing();
  await expect.poll(() => log.progress.acknowledged, { timeout: 10_000 }).toBe(29);
  await stopDevice(device);
  expect(await done).toMatchObject({
    how: 'interrupted',
    phase: 'cancelled',
    message: expect.stringMatching(/^Stopped at line 29/) as string,
  });
  expect(controller.accepted).toHaveLength(29);
});

test('a cable that is pulled and put in again leaves the print as it was: it goes on behind the last line that was accepted', async () => {
  let isPulled = false;
  const { done } = printing((n) => {
    if (n < 40 || isPulled) return;
    isPulled = true;
    end.pull();
    void plugIn();
  });
  expect(await done).toMatchObject({ how: 'finished' });
  expect(isPulled).toBe(true);
  expect(controller.accepted).toEqual(program);
});

test('where no device is, one sentence says so', async () => {
  await expect(LineLink.look({ path: '/dev/nothing', baud: 9600 })).rejects.toThrow(
    'no serial device can be opened at /dev/nothing',
  );
});
