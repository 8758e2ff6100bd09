import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import {
  findLoaded,
  getMachinePage,
  getMachineReport,
  loadContainer,
  logMaintenance,
  receiveContainers,
} from '../../src/areas/machines/server/index.ts';

import { confirmSet, wishJobPrint } from '../../src/areas/checks/server/index.ts';
import { knownOf } from '../../src/areas/machines/model/known.ts';
import { requestPrint } from '../../src/areas/trials/server/index.ts';
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
  why,
} from './printBench.ts';
import { planFlow } from './benchFarm.ts';
import { emptyPlates, unwrap } from './setup.ts';

beforeAll(() => openPrintBench('machine_report'));
afterAll(closePrintBench);
/** A device is asked again only after a while. */
beforeEach(() => farm.clock.set(new Date(farm.clock.now().getTime() + 60_000)));

const report = async () => unwrap(await getMachineReport(tech(), bench.m.id));
const readersFind = (...codes: (string | null)[]): void => {
  standins.controllers[0]!.codes = codes;
};
const inStock = async (code: string): Promise<void> => {
  const { materialId, lot } = (await findLoaded(tech(), bench.m.id))!;
  const of = { materialId, lot, netG: 1000, tareG: null, place: 'shelf', count: 1, code };
  unwrap(await receiveContainers(tech(), of));
};

test('a machine says its temperatures with the moment they are from, and one without readers says nothing of spools', async () => {
  expect(await report()).toEqual({
    at: farm.clock.now().toISOString(),
    why: null,
    figures: [
      { what: 'Nozzle temperature', value: expect.stringMatching(/^[\d.]+ °C, not heated$/) as string },
      { what: 'Bed temperature', value: expect.stringMatching(/^[\d.]+ °C, not heated$/) as string },
    ],
    codes: null,
  });
});

test('what a reader finds is a spool of the farm, a code that nobody has received, or none', async () => {
  await inStock('READ-1');
  const { name, lot } = (await findLoaded(tech(), bench.m.id))!;
  readersFind('read-1', null);
  expect((await report()).codes).toEqual([
    { head: 0, code: 'read-1', of: { code: 'READ-1', name, lot } },
    { head: 1, code: null, of: null },
  ]);
  farm.clock.set(new Date(farm.clock.now().getTime() + 60_000));
  readersFind('foreign-7');
  expect((await report()).codes).toEqual([{ head: 0, code: 'foreign-7', of: null }]);
});

test('nothing begins on a machine that reads another spool than the one that is loaded, until what it reads is confirmed', async () => {
  await inStock('READ-2');
  const before = (await findLoaded(tech(), bench.m.id))!.code;
  readersFind('READ-2');
  const id = await approved();
  for (const { key } of (await pageOf(id)).toSet) unwrap(await confirmSet(tech(), id, key));
  const refused = `Its reader finds READ-2 where ${before} is loaded`;
  expect(why(await wishJobPrint(tech(), id, 'print'))).toContain(refused);
  const trial = unwrap(await planFlow(tech(), bench));
  expect(why(await requestPrint(tech(), trial.id, 'print'))).toContain(refused);
  expect([(await pageOf(id)).state, (await hut()).state]).toEqual(['cleared', 'ready']);

  unwrap(await loadContainer(tech(), bench.m.id, 'READ-2'));
  await ask(id);
  await print(id);
  expect((await pageOf(id)).state).toBe('done');
  await emptyPlates(farm);
  readersFind(null);
  unwrap(await requestPrint(tech(), trial.id, 'print')); // a spool without a code is what somebody typed
  await emptyPlates(farm);
});

test('a machine that does not answer says why, and what was typed stays with who typed it', async () => {
  const [port] = standins.ports;
  await farm.pool.query(`update machine set device = jsonb_set(device, '{port}', '9') where id = $1`, [bench.m.id]);
  const silent = await report();
  expect(silent).toMatchObject({ why: 'no machine answers at 127.0.0.1:9', figures: [], codes: null });
  await farm.pool.query(`update machine set device = jsonb_set(device, '{port}', $2::text::jsonb) where id = $1`, [
    ...[bench.m.id, String(port)],
  ]);
  const page = unwrap(await getMachinePage(tech(), bench.m.id));
  const known = knownOf(page, silent);
  expect(known.filter((k) => k.how === 'reported')).toEqual([]);
  expect(known.find((k) => k.what === 'Spool')).toMatchObject({ how: 'typed', byName: 'technician' });
});

test('what wears has the day it was put on, what it is, and what the machine has printed since', async () => {
  const of = async () => {
    const { fitted } = unwrap(await getMachinePage(tech(), bench.m.id));
    return fitted.map(({ kind, note, since, prints }) => ({ kind, note, since, prints }));
  };
  const [before] = await of();
  expect(before).toMatchObject({ kind: 'surface', note: '', since: null });
  unwrap(await logMaintenance(tech(), bench.m.id, 'surface', 'smooth sheet'));
  const since = farm.clock.now().toISOString();
  const [now] = await of();
  expect(now).toMatchObject({ kind: 'surface', note: 'smooth sheet', since });
  farm.clock.set(new Date(farm.clock.now().getTime() + 60_000));
  const id = await approved();
  await ask(id);
  await print(id);
  expect(await of()).toEqual([{ kind: 'surface', note: 'smooth sheet', since, prints: now!.prints + 1 }]);
  await emptyPlates(farm);
});
