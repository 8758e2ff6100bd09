import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { runCheck, runJobPrint } from '../../src/areas/checks/server/index.ts';
import { checkRun } from '../../src/areas/checks/server/tables.ts';
import { getStatus } from '../../src/areas/today/server/index.ts';
import { LeftOff } from '../../src/platform/db/context.ts';
import { programText } from '../../src/areas/rules/cases.ts';
import { cutProgram, linesToSend } from '../../src/core/gcode/wire.ts';
import { approved, ask, closePrintBench, farm, hut, openPrintBench, pageOf, standins, until } from './printBench.ts';
import { emptyPlates, unwrap } from './setup.ts';

const AT_LINE = 20;
beforeAll(() => openPrintBench('drain'));
afterAll(closePrintBench);

test('a process that ends finishes the line in flight, writes it down and gives the machine back; the next goes on with the next line', async () => {
  const bytes = new TextEncoder().encode(programText());
  const sent = linesToSend(unwrap(cutProgram(bytes)));
  const id = await approved(1, bytes);
  await ask(id);
  const controller = standins.controllers[0]!;
  const taken: string[] = [];
  const ending = new AbortController();
  const asBuilt = controller.take.bind(controller);
  controller.take = (text, report) => {
    const answer = asBuilt(text, report);
    taken.push(text.split(' ')[0]!);
    if (controller.lastLine === AT_LINE) ending.abort();
    return answer;
  };
  const lead = { ...farm.as('lead'), ending: ending.signal };
  await expect(runJobPrint(lead, id, 'the one that ends')).rejects.toThrow(LeftOff);
  const acknowledged = controller.lastLine;
  expect(acknowledged).toBeLessThanOrEqual(AT_LINE + 1); // the one in flight is taken to its end
  expect((await pageOf(id)).progress).toMatchObject({ phase: 'printing', acknowledged, message: null });
  expect(await hut()).toMatchObject({ state: 'printing', leaseBy: null });

  await runJobPrint(farm.as('lead'), id, 'the next one');
  controller.take = asBuilt;
  expect(await pageOf(id)).toMatchObject({ state: 'done', progress: { phase: 'done', acknowledged: sent.length } });
  const numbers = taken.filter((n) => /^N[1-9]/.test(n));
  expect(numbers).toEqual(sent.map((_, i) => `N${i + 1}`)); // each line once
  await emptyPlates(farm);
});

test('a check in a process that ends is put back into the queue as if it had not been begun', async () => {
  const id = await approved();
  const { db } = farm.as('lead');
  const [run] = await db.select().from(checkRun).where(eq(checkRun.jobId, id));
  await db.update(checkRun).set({ state: 'queued', attempts: 0, workSha: null }).where(eq(checkRun.id, run!.id));
  await runCheck({ ...farm.as('lead'), ending: AbortSignal.abort() }, run!.id);
  const found = async () => (await db.select().from(checkRun).where(eq(checkRun.id, run!.id)))[0];
  expect(await found()).toMatchObject({ state: 'queued', attempts: 0 });
  expect(await getStatus(farm.as('lead'))).toMatchObject({
    database: { isReadOnly: false },
    checks: { queued: 1, running: 0, gaveUp: 0 },
    machines: { connected: 1, silent: [] },
  });
  await runCheck(farm.as('lead'), run!.id);
  expect(await found()).toMatchObject({ state: 'done', attempts: 1 });
});

test('what serves the machines, told to end, does so by itself, with its lease given back', async () => {
  const id = await approved(1, new TextEncoder().encode(programText()));
  await ask(id);
  const worker = spawn(process.execPath, ['--import', 'tsx', 'src/workers/devices.ts'], { stdio: 'ignore' });
  const ended = once(worker, 'exit');
  await until(async () => (await hut()).leaseBy !== null);
  worker.kill('SIGTERM');
  expect(await ended).toEqual([0, null]);
  expect((await hut()).leaseBy).toBeNull();
}, 60_000);
