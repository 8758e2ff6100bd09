import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  changeMachineSchema,
  connectionSchema,
  machineDetailsSchema,
  newMachineSchema,
} from '../../src/areas/machines/model/schemas.ts';
import {
  addMachine,
  changeMachine,
  copyMachine,
  findMachine,
  getMachinePage,
  listFloor,
  listMachines,
  listRetired,
  retireMachine,
  testConnection,
} from '../../src/areas/machines/server/index.ts';
import type { Connection, GivenConnection } from '../../src/areas/machines/model/connection.ts';
import { listEvents } from '../../src/platform/events/record.ts';
import { servePty } from '../../standins/controller/pty.ts';
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
} from './printBench.ts';
import { meshJob, planFlow } from './benchFarm.ts';
import { codeOf, unwrap } from './setup.ts';

beforeAll(() => openPrintBench('machine_record'));
afterAll(closePrintBench);

const lead = () => farm.as('lead');
const there = (port = 7001, host = '10.0.0.7') => ({ host, port });
const address = async () => (await hut()).device as Connection<'line'>;
const wanted = (name: string, device: ReturnType<typeof there> | null = null) => ({
  ...{ name, printerId: bench.m.printerId, place: 'cellar', device },
});

describe('a machine that is added', () => {
  test('is of a printer profile, is spoken to as that wants, and the log says so', async () => {
    const m = unwrap(await addMachine(lead(), wanted('Cellar one', there())));
    expect(m).toMatchObject({ state: 'ready', device: { adapter: 'line', host: '10.0.0.7', port: 7001 }, version: 1 });
    const [event] = await listEvents(lead(), { subjectId: m.id });
    expect(event).toMatchObject({ what: 'machine added', to: { place: 'cellar', connection: 'line 10.0.0.7:7001' } });
    expect(codeOf(await addMachine(lead(), { ...wanted('No printer'), printerId: bench.toolId }))).toBe('notAPrinter');
  });
  test('has a name and an address that no other has, however they are written, and whoever is first has them', async () => {
    expect(codeOf(await addMachine(lead(), wanted('CELLAR ONE')))).toBe('nameTaken');
    expect(codeOf(await addMachine(lead(), wanted('Cellar two', there())))).toBe('addressTaken');
    const both = await Promise.all([1, 2].map(() => addMachine(lead(), wanted('Cellar three', there(7003)))));
    expect(both.map(codeOf).sort()).toEqual(['nameTaken', 'none']);
  });
  test.each([
    [newMachineSchema, { ...{ name: 'A', place: 'x', printerId: 'p', device: null } }, 'Give the machine a name'],
    [newMachineSchema, { name: 'Hut', place: '', printerId: 'p', device: null }, 'Say where it stands'],
    [newMachineSchema, { name: 'Hut', place: 'x', printerId: 'p', device: there(0) }, 'A port is 1 to 65535'],
    [newMachineSchema, { name: 'Hut', place: 'x', printerId: 'p', device: there(80, 'http://x/') }, 'An address is'],
    [newMachineSchema, { name: 'Hut\nx', place: 'x', printerId: 'p', device: null }, 'one line'],
    [changeMachineSchema, { name: 'Hut', place: 'x', device: null }, 'version'],
    [connectionSchema, { technology: 'filament', device: null }, 'device'],
  ])('is refused where it is wrong: %#', async (schema, body, why) => {
    await expect(schema.validate(body, { strict: true })).rejects.toThrow(why);
  });
});

describe('more of the same', () => {
  const count = async () => Number((await farm.pool.query<{ n: string }>('select count(*) n from machine')).rows[0]!.n);
  test('stand where the first does, are of its printer, and each is in the log', async () => {
    const units = [2, 3, 4].map((n) => ({ name: `Row ${n}`, device: there(7100, `10.0.1.${n}`) }));
    const { ids } = unwrap(await copyMachine(lead(), bench.m.id, units));
    const { rows } = await farm.pool.query(
      'select name, place, printer_id, device from machine where id = any($1) order by name',
      [ids],
    );
    const { place } = await hut();
    expect(rows).toEqual(
      units.map(({ name, device }) => ({
        ...{ name, place, printer_id: bench.m.printerId, device: { adapter: 'line', ...device } },
      })),
    );
    const events = await Promise.all(ids.map((subjectId) => listEvents(lead(), { subjectId })));
    expect(events.map(([e]) => e!.what)).toEqual(['machine added', 'machine added', 'machine added']);
  });
  test('are added all or none: one name or address that another has, also among themselves, undoes the rest', async () => {
    const before = await count();
    const tried = async (...units: Parameters<typeof copyMachine>[2]) =>
      codeOf(await copyMachine(lead(), bench.m.id, units));
    expect(await tried({ name: 'Row 8', device: null }, { name: 'row 2', device: null })).toBe('nameTaken');
    expect(await tried({ name: 'Row 8', device: null }, { name: 'Row 8', device: null })).toBe('nameTaken');
    expect(
      await tried({ name: 'Row 8', device: there(7200) }, { name: 'Row 9', device: there(7100, '10.0.1.2') }),
    ).toBe('addressTaken');
    expect(codeOf(await copyMachine(lead(), 'none', [{ name: 'Row 8', device: null }]))).toBe('noMachine');
    expect(await count()).toBe(before);
  });
});

describe('a machine that is changed', () => {
  const change = async (over: object) => {
    const { id, name, place, version } = await hut();
    return changeMachine(lead(), id, { name, place, device: null, version, ...over });
  };
  test('is moved and named otherwise also while it prints, but connected otherwise only when it is ready', async () => {
    const { port, host } = await address();
    await farm.pool.query(`update machine set state = 'printing' where id = $1`, [bench.m.id]);
    expect(codeOf(await change({ device: { host, port: port + 1 } }))).toBe('notReady');
    unwrap(await change({ name: 'Hut by the door', place: 'hall', device: { host, port } }));
    expect(await hut()).toMatchObject({ name: 'Hut by the door', place: 'hall', device: { port }, version: 2 });
    await farm.pool.query(`update machine set state = 'ready' where id = $1`, [bench.m.id]);
    // a print that is wished for was meant for the device that is connected now
    await farm.pool.query(
      `insert into print (id, machine_id, of, of_id, name, by_name, since, expected)
       values ('wish', $1, 'job', 'j', 'J-1', 'tester', now(), now())`,
      [bench.m.id],
    );
    expect(JSON.stringify(await change({ device: null }))).toContain('about to print');
    await farm.pool.query(
      `update print set state = case when state = 'under way' then 'stopped' else state end, ended_at = coalesce(ended_at, now()), cleared_at = now() where id = 'wish'`,
    );
    unwrap(await change({ device: null }));
    expect((await hut()).device).toBeNull();
    unwrap(await change({ device: { host, port } }));
    const [event] = await listEvents(lead(), { subjectId: bench.m.id });
    expect(event).toMatchObject({
      what: 'machine changed',
      from: { connection: 'not connected' },
      to: { connection: `line ${host}:${port}` },
    });
  });
  test('is not changed from a page that is older than it, into the name of another, or where there is none', async () => {
    expect(codeOf(await change({ version: 1 }))).toBe('changedMeanwhile');
    expect(codeOf(await change({ name: 'Cellar one' }))).toBe('nameTaken');
    expect(codeOf(await change({ device: there() }))).toBe('addressTaken');
    const nobody = { name: 'x', place: 'x', device: null, version: 1 };
    expect(codeOf(await changeMachine(lead(), 'none', nobody))).toBe('noMachine');
  });
});

describe('a connection that is tried', () => {
  const tried = async (technology: 'filament' | 'resin', given: GivenConnection) => {
    const answer = await testConnection(lead(), technology, given);
    return answer.ok ? answer.value.says : JSON.stringify(answer.failure);
  };
  test('says what the device says of itself', async () => {
    expect(await tried('filament', await address())).toMatch(/^nozzle [\d.]+ °C, bed [\d.]+ °C$/);
  });
  test('says in a sentence that nothing answers there, or in another language', async () => {
    expect(await tried('filament', { host: '127.0.0.1', port: 9 })).toContain('no machine answers at 127.0.0.1:9');
    expect(await tried('resin', { host: '127.0.0.1', port: standins.ports[0]! })).toContain('notAnswering');
  });
});

describe('the same machine over a serial device', () => {
  test('is one entry: it is tried, has the device for itself, and prints what was approved to its end', async () => {
    const end = await servePty(standins.controllers[0]!);
    try {
      const device = { adapter: 'serial', path: end.path, baud: 115_200 } as const;
      expect(unwrap(await testConnection(lead(), 'filament', device)).says).toMatch(/^nozzle [\d.]+ °C/);
      expect(codeOf(await testConnection(lead(), 'resin', device))).toBe('otherWay');
      const { id, name, place, version } = await hut();
      unwrap(await changeMachine(lead(), id, { name, place, version, device }));
      expect(codeOf(await addMachine(lead(), { ...wanted('Another'), device }))).toBe('addressTaken');
      await farm.pool.query(`update machine set state = 'printing' where id = $1`, [id]);
      // two that read it take each other's answers
      expect(codeOf(await testConnection(lead(), 'filament', device))).toBe('inUse');
      await farm.pool.query(`update machine set state = 'ready' where id = $1`, [id]);
      const job = await approved();
      await ask(job);
      await print(job);
      expect(await pageOf(job)).toMatchObject({ state: 'done', printed: 1 });
      expect(standins.controllers[0]!.accepted.length).toBeGreaterThan(100);
    } finally {
      end.pull();
    }
  });
  test.each([
    [{ adapter: 'serial', path: '/etc/passwd', baud: 115_200 }, 'A serial device is a path as /dev/ttyUSB0'],
    [{ adapter: 'serial', path: '/dev/../etc/passwd', baud: 115_200 }, 'A serial device is a path'],
    [{ adapter: 'serial', path: '/dev/ttyUSB0', baud: 1234 }, 'A speed is one of'],
    [{ adapter: 'serial', path: '/dev/ttyUSB0' }, 'Say its speed'],
    [{ adapter: 'serial', baud: 9600 }, 'Say the serial device'],
    [{ adapter: 'line', path: '/dev/ttyUSB0', ...there() }, 'That belongs to another way'],
    [{ adapter: 'serial', path: '/dev/ttyUSB0', baud: 9600, host: 'x' }, 'That belongs to another way'],
    [{ adapter: 'stack', port: 80 }, 'Say the address'],
  ])('is refused where it is wrong: %#', async (device, why) => {
    await expect(machineDetailsSchema.validate({ name: 'Hut', place: 'x', device }, { strict: true })).rejects.toThrow(
      why,
    );
  });
});

describe('a machine that is retired', () => {
  const added = async (name: string, device: GivenConnection | null = null) =>
    unwrap(await addMachine(lead(), { name, printerId: bench.m.printerId, place: 'loft', device })).id;
  const retired = (id: string, isRetired = true) => retireMachine(lead(), id, isRetired, 'sold');

  test('is on no list and takes neither job nor trial, and its page stays; restored it is as before', async () => {
    const id = await added('Old hut');
    unwrap(await retired(id));
    const names = async () => (await listMachines(lead())).map((m) => m.name);
    expect(await names()).not.toContain('Old hut');
    expect((await listFloor(lead())).map((m) => m.name)).not.toContain('Old hut');
    expect((await listRetired(lead())).map((m) => m.name)).toEqual(['Old hut']);
    const old = { ...bench, m: { ...bench.m, id } };
    await expect(meshJob(farm, old, new Uint8Array([1]), null)).rejects.toThrow('Old hut is retired');
    expect(JSON.stringify(await planFlow(lead(), old))).toContain('Old hut is retired');
    expect(unwrap(await getMachinePage(lead(), id)).state).toBe('retired');
    expect(codeOf(await retired(id))).toBe('inTheWay');
    unwrap(await retired(id, false));
    expect(await names()).toContain('Old hut');
    expect(unwrap(await getMachinePage(lead(), id)).events.map((e) => e.what)).toEqual(
      expect.arrayContaining(['machine restored', 'machine retired', 'machine added']),
    );
  });
  test('leaves its address to another, and does not take it away again', async () => {
    const there = { adapter: 'line', host: '10.9.8.7', port: 4000 } as const;
    const id = await added('First at it', there);
    unwrap(await retired(id));
    await added('Second at it', there);
    expect(codeOf(await retired(id, false))).toBe('addressTaken');
  });
  test('is retired while it is ready, and not while a part stands on it', async () => {
    const id = await added('Full hut');
    await farm.pool.query(
      `update machine set state = 'stopped', stop = '{"name":"x","zMm":1,"why":"y"}' where id = $1`,
      [id],
    );
    expect(codeOf(await retired(id))).toBe('inTheWay');
  });
  test('has notes that a change leaves alone where it does not name them', async () => {
    const id = await added('Noted hut');
    const { name, place, device } = (await findMachine(lead(), id))!;
    const change = async (over: object) =>
      unwrap(
        await changeMachine(lead(), id, {
          name,
          place,
          device,
          version: (await findMachine(lead(), id))!.version,
          ...over,
        }),
      );
    await change({ notes: 'left fan rattles' });
    await change({ place: 'cellar' });
    expect(unwrap(await getMachinePage(lead(), id))).toMatchObject({ notes: 'left fan rattles', place: 'cellar' });
  });
});
