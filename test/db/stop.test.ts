import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
import { getJobPage, wishJobPrint } from '../../src/areas/checks/server/index.ts';
import { addMachine, stopMachine } from '../../src/areas/machines/server/index.ts';
import { listEvents } from '../../src/platform/events/record.ts';
import { emptyPlates, unwrap } from './setup.ts';
import {
  approved,
  ask,
  bench,
  closePrintBench,
  farm,
  hut,
  openPrintBench,
  pageOf,
  print,
  standins,
  tech,
  until,
  why,
} from './printBench.ts';

beforeAll(() => openPrintBench('stop'));
afterAll(closePrintBench);
afterEach(async () => {
  standins.controllers[0]!.holdAt = Infinity;
  await emptyPlates(farm);
});

const heat = (): number[] => {
  const { nozzleTargetC, bedTargetC } = standins.controllers[0]!;
  return [nozzleTargetC, bedTargetC];
};

test('an emergency stop reaches a machine in the middle of a line: heaters off, part on the plate, job to be looked at', async () => {
  const controller = standins.controllers[0]!;
  const id = await approved();
  await ask(id);
  controller.holdAt = 60;
  const printing = print(id);
  await until(() => controller.lastLine === 59);
  expect(heat().every((c) => c > 0)).toBe(true);
  unwrap(await stopMachine(tech(), bench.m.id));
  expect(heat()).toEqual([0, 0]);
  await printing;
  expect(controller.lastLine).toBe(59);
  expect(await pageOf(id)).toMatchObject({
    state: 'needs attention',
    progress: { phase: 'cancelled', message: expect.stringMatching(/^Stopped at line 59, .*heaters off$/) as string },
  });
  expect(await hut()).toMatchObject({ state: 'stopped', stop: { id } });
  const [last] = (await listEvents(tech(), { subjectKind: 'machine', subjectId: bench.m.id, limit: 5 })).filter(
    (e) => e.what === 'emergency stop',
  );
  expect(last).toBeDefined();
});

test('after it the machine takes no line but a new program', async () => {
  const id = await approved();
  unwrap(await stopMachine(tech(), bench.m.id));
  await ask(id);
  await print(id);
  expect(unwrap(await getJobPage(tech(), id)).state).toBe('done');
});

test('a cancel reaches a machine that waits for its heat and answers no line', async () => {
  const controller = standins.controllers[0]!;
  const id = await approved();
  await ask(id);
  controller.holdAt = 3; // M109, by the start block of the bench
  const printing = print(id);
  await until(async () => (await pageOf(id)).progress!.phase === 'heating' && controller.lastLine === 2);
  unwrap(await wishJobPrint(tech(), id, 'cancel'));
  await printing;
  expect(heat()).toEqual([0, 0]);
  // nothing has been laid: the plate is clear
  expect(await pageOf(id)).toMatchObject({ state: 'cleared', progress: { phase: 'cancelled' } });
  expect((await hut()).state).toBe('ready');
});

test('where it does not reach the machine it says so, and what to do', async () => {
  const add = async (name: string, device: { host: string; port: number } | null) =>
    unwrap(await addMachine(farm.as('lead'), { name, printerId: bench.m.printerId, place: 'x', device }));
  const far = await add('Far hut', { host: '127.0.0.1', port: 9 });
  expect(why(await stopMachine(tech(), far.id))).toMatch(/notReached.*no machine answers/);
  const loose = await add('Loose hut', null);
  expect(why(await stopMachine(tech(), loose.id))).toMatch(/notReached.*not connected/);
});
