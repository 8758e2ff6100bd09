import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import {
  beginCare,
  clearPlate,
  doCareStep,
  getCarePage,
  getCarePlan,
  giveUpCare,
  listProofs,
  writeCareTask,
} from '../../src/areas/machines/server/index.ts';
import type { CareTask } from '../../src/areas/machines/model/care.ts';
import { machineText, type MachineFailure } from '../../src/areas/machines/model/failures.ts';
import { asChecked } from '../../src/core/result/checked.ts';
import type { Result } from '../../src/core/result/result.ts';
import { writePairing } from '../../src/areas/library/server/index.ts';
import { confirmSet, wishJobPrint } from '../../src/areas/checks/server/index.ts';
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
  tech,
  why,
} from './printBench.ts';

beforeAll(() => openPrintBench('care'));
afterAll(closePrintBench);
afterEach(async () => {
  const { underWay } = await careOf();
  if (underWay) unwrap(await giveUpCare(tech(), bench.m.id, { round: underWay.id, why: 'the test is over' }));
  await emptyPlates(farm);
});

/** The clock stands still unless somebody moves it: care counts what came to an end after it was done. */
const later = (hours: number): void => farm.clock.set(new Date(farm.clock.now().getTime() + 3_600_000 * hours));
const says = (r: Result<unknown, MachineFailure>): string =>
  r.ok ? 'done' : machineText[r.failure.code](asChecked<never>(r.failure));
const careOf = async () => unwrap(await getCarePage(tech(), bench.m.id));
const taskOf = async (key: string) => (await careOf()).tasks.find((t) => t.key === key)!;
const write = async (key: string, task: CareTask | null) => {
  const { printerId } = await hut();
  const version = unwrap(await getCarePlan(tech(), printerId)).tasks.find((t) => t.key === key)?.version ?? 0;
  return writeCareTask(farm.as('lead'), printerId, { key, task, version, why: 'for this test' });
};
const sweep: CareTask = {
  ...{ name: 'Sweep the machine', kind: 'axis', isBlocking: true },
  triggers: { hours: null, prints: 1, days: null, afterFailure: false, afterChange: [] },
  steps: [
    { text: 'Sweep it out.', drawing: 'wipe', reading: null },
    { text: 'Measure the play.', drawing: null, reading: { label: 'Play', unit: 'mm', min: 0, max: 0.1 } },
  ],
};
const begin = async (key: string): Promise<string> => unwrap(await beginCare(tech(), bench.m.id, key)).id;
const step = (round: string, n: number, reading: number | null = null) =>
  doCareStep(tech(), bench.m.id, { round, step: n, reading });
const printOne = async (): Promise<void> => {
  const id = await approved();
  later(1);
  await ask(id);
  later(0.5);
  await print(id);
  unwrap(await clearPlate(tech(), bench.m.id, ''));
};

describe('care', () => {
  test('that is due by prints keeps the machine from starting, and is done step by step', async () => {
    unwrap(await write('sweep', sweep));
    const byHours = {
      ...sweep,
      name: 'Oil it',
      isBlocking: false,
      triggers: { ...sweep.triggers, prints: null, hours: 1 },
    };
    unwrap(await write('oil', byHours));
    expect(await taskOf('sweep')).toMatchObject({ state: 'in time', says: '0 of 1 prints', doneAt: null });
    await printOne();
    expect(await taskOf('sweep')).toMatchObject({ state: 'due', says: '1 of 1 prints' });
    // by the machine's own clock, which the stand-in runs faster than ours
    const { rows } = await farm.pool.query<{ s: number }>('select took_s s from print order by number desc limit 1');
    const hours = Math.floor(rows[0]!.s / 36) / 100;
    expect(hours).toBeGreaterThan(0.01);
    expect(await taskOf('oil')).toMatchObject({ state: 'in time', says: `${hours} of 1 h printed` });
    const id = await approved();
    for (const { key } of (await pageOf(id)).toSet) unwrap(await confirmSet(tech(), id, key));
    expect(why(await wishJobPrint(tech(), id, 'print'))).toContain(
      'Sweep the machine is due on Hut (1 of 1 prints), and nothing starts there before it is done',
    );
    expect(await pageOf(id)).toMatchObject({ state: 'cleared', begun: 0 });

    const round = await begin('sweep');
    expect(says(await step(round, 1, 0.05))).toContain('Step 1 comes next');
    unwrap(await step(round, 0));
    expect(says(await step(round, 0))).toContain('Step 2 comes next');
    expect(says(await step(round, 1))).toContain('Play: measure it and type the figure');
    expect(says(await step(round, 1, 0.3))).toContain(
      'Play: 0.3 mm is outside 0 to 0.1 mm. Adjust it and measure again',
    );
    // nothing starts while hands are in it, not even what was begun before
    expect(why(await wishJobPrint(tech(), id, 'print'))).toContain('at work on Hut (Sweep the machine)');
    expect(unwrap(await step(round, 1, 0.08))).toMatchObject({ isDone: true });
    expect(says(await step(round, 1, 0.08))).toContain('This round is done');

    const after = await careOf();
    expect(after.tasks.find((t) => t.key === 'sweep')).toMatchObject({ state: 'in time', says: '0 of 1 prints' });
    expect(after.rounds[0]).toMatchObject({ name: 'Sweep the machine', state: 'done' });
    unwrap(await wishJobPrint(tech(), id, 'print'));
    await print(id);
    expect(await pageOf(id)).toMatchObject({ state: 'done' });
    unwrap(await write('sweep', null));
    unwrap(await write('oil', null));
  });

  test('that is done makes due what was proven before of what it touches, and nothing else', async () => {
    unwrap(await write('sweep', sweep));
    const now = farm.clock.now().getTime();
    const proof = {
      ...{ value: 100, uncertainty: 0.1, trialId: '', trialName: 'bench sheet', machineId: bench.m.id, conditions: {} },
      range: { min: 99, max: 101, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' } as const,
      provenOn: new Date(now).toISOString(),
      validUntil: new Date(now + 90 * 86_400_000).toISOString(),
    };
    const { toolId, materialId } = bench;
    const pairing = { machineId: bench.m.id, toolId, materialId, label: 'pairing' };
    await writePairing(farm.as('lead'), pairing, { scaleXPercent: proof, bedC: proof }, 'for this test');
    const states = async () =>
      Object.values(await listProofs(tech(), await hut(), toolId, materialId, null)).map((p) => [p.key, p.state]);
    expect(await states()).toEqual(
      expect.arrayContaining([
        ['scaleXPercent', 'proven'],
        ['bedC', 'proven'],
      ]),
    );
    later(1);
    const round = await begin('sweep');
    expect(unwrap(await step(round, 0))).toEqual({ isDone: false, due: [] });
    expect(unwrap(await step(round, 1, 0))).toEqual({ isDone: true, due: ['scaleXPercent'] });
    expect(await states()).toEqual(
      expect.arrayContaining([
        ['scaleXPercent', 'due'],
        ['bedC', 'proven'],
      ]),
    );
    unwrap(await write('sweep', null));
  });

  test('is not begun on a machine that prints or is about to, nor twice at once, and given up counts for nothing', async () => {
    unwrap(await write('sweep', { ...sweep, isBlocking: false }));
    const id = await approved();
    await ask(id);
    expect(says(await beginCare(tech(), bench.m.id, 'sweep'))).toContain('about to print J-');
    await print(id);
    const { doneAt } = await taskOf('sweep');
    const round = await begin('sweep');
    expect(await begin('sweep')).toBe(round); // the other press of the same button
    expect(says(await beginCare(tech(), bench.m.id, 'level'))).toContain('at work on Hut already: Sweep the machine');
    unwrap(await step(round, 0));
    unwrap(await giveUpCare(tech(), bench.m.id, { round, why: 'no brush' }));
    expect(await taskOf('sweep')).toMatchObject({ doneAt });
    expect(says(await step(round, 1, 0.05))).toContain('This round is given up');
    expect(says(await beginCare(tech(), bench.m.id, 'weather'))).toContain('There is no such care task');
    unwrap(await write('sweep', null));
  });

  test('after a failure is due by the failure alone, and of two who take the machine at once one is told', async () => {
    unwrap(await write('sweep', { ...sweep, triggers: { ...sweep.triggers, prints: null, afterFailure: true } }));
    await printOne();
    expect(await taskOf('sweep')).toMatchObject({ state: 'on demand', says: 'nothing has happened since' });
    await farm.pool.query(
      `update print set state = 'stopped' where number = (select max(number) from print where machine_id = $1)`,
      [bench.m.id],
    );
    expect(await taskOf('sweep')).toMatchObject({ state: 'due', says: 'a print has failed since' });
    unwrap(await write('sweep', { ...sweep, isBlocking: false }));
    const id = await approved();
    for (const { key } of (await pageOf(id)).toSet) unwrap(await confirmSet(tech(), id, key));
    const both = await Promise.all([wishJobPrint(tech(), id, 'print'), beginCare(tech(), bench.m.id, 'sweep')]);
    expect(both.filter((r) => r.ok)).toHaveLength(1);
    unwrap(await write('sweep', null));
  });

  test('is written for a printer profile by one at a time, and a task taken away is asked of no machine', async () => {
    const { printerId } = await hut();
    const plan = async () => unwrap(await getCarePlan(tech(), printerId)).tasks;
    const own = { key: 'own', task: sweep, version: 0, why: 'asked for' };
    const both = await Promise.all([own, own].map((o) => writeCareTask(farm.as('lead'), printerId, o)));
    expect(both.filter((r) => r.ok)).toHaveLength(1);
    expect((await plan()).find((t) => t.key === 'own')!.version).toBeGreaterThan(0);
    unwrap(await write('own', null));
    unwrap(await write('drive', null));
    expect((await plan()).map((t) => t.key)).toEqual(['level', 'nozzle', 'surface', 'new surface', 'axes']);
    expect((await careOf()).tasks.map((t) => t.key)).not.toContain('drive');
    expect(says(await writeCareTask(farm.as('lead'), 'nothing', own))).toContain('no printer profile');
  });
});

test.each([
  ['care_task', 'UPDATE care_task SET why = $$x$$'],
  ['care_step', 'DELETE FROM care_step'],
  ['care_round', 'DELETE FROM care_round'],
])('the application may not change %s: %s', async (_, statement) => {
  await expect(farm.pool.query(statement)).rejects.toThrow(/permission denied/);
});
