import { trialsOpen } from '../../src/areas/trials/model/states.ts';
import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { addReading, getTrialPage, listTrials } from '../../src/areas/trials/server/index.ts';
import { openPool } from '../../src/platform/db/client.ts';
import { databaseFaultOf } from '../../src/platform/db/faults.ts';
import type { Ctx } from '../../src/platform/db/context.ts';
import { recordEvent } from '../../src/platform/events/record.ts';
import { KEY_HEADER, once, sweepAnswers } from '../../src/platform/http/once.ts';
import { json, problem } from '../../src/platform/http/problem.ts';
import { reading } from '../../src/areas/trials/server/tables.ts';
import { benchFarm, planFlow, type Bench } from './benchFarm.ts';
import { freshFarm, unwrap, whileHeld, type Farm } from './setup.ts';

let farm: Farm;
let bench: Bench;
/** Waits for nothing: a lock that somebody holds is said at once. */
let hasty: pg.Pool;
const tech = (): Ctx => farm.as('technician');

beforeAll(async () => {
  farm = await freshFarm('faults');
  bench = await benchFarm(farm);
  hasty = openPool(process.env['DATABASE_URL']!, { connections: 1, statementMs: 300, lockMs: 30 });
});
afterAll(async () => {
  await hasty.end();
  await farm.close();
});

const faultOf = (work: Promise<unknown>): Promise<string | null> =>
  work.then(
    () => 'none',
    (error: unknown) => databaseFaultOf(error),
  );

describe('what keeps a statement from being carried out is told by its code', () => {
  const db = () => drizzle(hasty);
  test('a table that somebody holds is busy', async () => {
    expect(await whileHeld(farm, 'machine', () => faultOf(db().execute('select * from machine')))).toBe('busy');
  });
  test('a statement that takes too long is busy', async () => {
    expect(await faultOf(db().execute('select pg_sleep(5)'))).toBe('busy');
  });
  test('a database that takes no changes says so', async () => {
    expect(
      await faultOf(
        db().transaction((tx) => tx.execute('create temporary table t (a int); insert into machine default values'), {
          accessMode: 'read only',
        }),
      ),
    ).toBe('readOnly');
  });
  test('a connection that is cut in the middle of a statement is a database that cannot be reached', async () => {
    const { rows } = await hasty.query<{ pid: number }>('select pg_backend_pid() pid');
    const asked = faultOf(db().execute('select pg_sleep(0.25)'));
    await farm.pool.query('select pg_terminate_backend($1)', [rows[0]!.pid]);
    expect(await asked).toBe('down');
  });
  test('a connection that dies while somebody holds it and asks nothing takes nobody down with it', async () => {
    const client = await farm.pool.connect();
    const { rows } = await client.query<{ pid: number }>('select pg_backend_pid() pid');
    const isGone = new Promise((resolve) => client.once('end', resolve));
    await farm.pool.query('select pg_terminate_backend($1)', [rows[0]!.pid]);
    await isGone;
    expect(await faultOf(drizzle(client).execute('select 1'))).toBe('down');
    client.release(true);
    expect(await faultOf(drizzle(farm.pool).execute('select 1'))).toBe('none');
  });
  test('a pool whose connections are all taken is busy, a server that is not there is down', async () => {
    const only = openPool(process.env['DATABASE_URL']!, { connections: 1, statementMs: 300, lockMs: 30 });
    const taken = await only.connect();
    only.options.connectionTimeoutMillis = 20; // for what cannot be had, however long it is waited for
    expect(await faultOf(only.connect())).toBe('busy');
    taken.release();
    await only.end();
    const nobody = openPool('postgres://nobody@127.0.0.1:9/none', { connections: 1, statementMs: 300, lockMs: 30 });
    expect(await faultOf(drizzle(nobody).execute('select 1'))).toBe('down');
    await nobody.end();
  });
  test('a fault of our own is none of the database', async () => {
    expect(await faultOf(db().execute('select * from no_such_table'))).toBeNull();
    expect(databaseFaultOf(new Error('Connection refused'))).toBeNull();
  });
});

describe('once is once', () => {
  const asked = (key: string, path = '/api/x') =>
    new Request(`http://127.0.0.1${path}`, { method: 'POST', headers: { [KEY_HEADER]: key } });
  const eventsOf = async (id: string): Promise<number> =>
    Number(
      (await farm.pool.query<{ n: number }>('select count(*) n from event where subject_id = $1', [id])).rows[0]!.n,
    );
  const act =
    (id: string, n = 1) =>
    async (inside: Ctx) => {
      await recordEvent(inside, { subjectKind: 'test', subjectId: id, subjectName: id, what: 'done' });
      return json({ n }, 201);
    };

  test('a command that is sent again gets the first answer, and is not done again', async () => {
    const first = await once(tech(), asked('0123456789abcdef'), '{}', act('again', 1));
    const second = await once(tech(), asked('0123456789abcdef'), '{}', act('again', 2));
    expect([first.status, second.status]).toEqual([201, 201]);
    expect([await first.json(), await second.json()]).toEqual([{ n: 1 }, { n: 1 }]);
    expect(second.headers.get('idempotency-replayed')).toBe('true');
    expect(await eventsOf('again')).toBe(1);
  });
  test('of two at once one is done, and both get its answer', async () => {
    const answers = await Promise.all(
      [1, 2, 3].map((n) => once(tech(), asked('fedcba9876543210'), '{}', act('twice', n))),
    );
    const said = await Promise.all(answers.map((a) => a.json()));
    expect(new Set(said.map((s) => JSON.stringify(s))).size).toBe(1);
    expect(await eventsOf('twice')).toBe(1);
  });
  test('what failed half-way is not kept, neither its effect nor an answer: it is done when it comes again', async () => {
    const fails = async (inside: Ctx) => {
      await act('half')(inside);
      throw new Error('no');
    };
    await expect(once(tech(), asked('aaaaaaaaaaaaaaaa'), '{}', fails)).rejects.toThrow('no');
    expect(await eventsOf('half')).toBe(0);
    expect((await once(tech(), asked('aaaaaaaaaaaaaaaa'), '{}', act('half'))).status).toBe(201);
    expect(await eventsOf('half')).toBe(1);
  });
  test('a refusal is an answer, too', async () => {
    const refuses = async () => problem(409, 'taken', 'no');
    await once(tech(), asked('bbbbbbbbbbbbbbbb'), '{}', refuses);
    const again = await once(tech(), asked('bbbbbbbbbbbbbbbb'), '{}', act('refused'));
    expect([again.status, again.headers.get('content-type'), await eventsOf('refused')]).toEqual([
      409,
      'application/problem+json',
      0,
    ]);
  });
  test('the same key with another body, at another address or by another person is another command', async () => {
    const key = 'cccccccccccccccc';
    await once(tech(), asked(key), '{}', act('mine'));
    expect((await once(tech(), asked(key), '{"a":1}', act('mine'))).status).toBe(422);
    expect((await once(tech(), asked(key, '/api/y'), '{}', act('mine'))).status).toBe(422);
    expect((await once(farm.as('lead'), asked(key), '{}', act('theirs'))).status).toBe(201);
    expect((await once(tech(), asked('short'), '{}', act('mine'))).status).toBe(400);
    expect(await eventsOf('mine')).toBe(1);
  });
  test('of what is secret nothing is kept: sent again, it is not done again, and only that is told', async () => {
    const key = 'dddddddddddddddd';
    const first = await once(tech(), asked(key), '{"password":"four words"}', act('secret', 7), true);
    expect(await first.json()).toEqual({ n: 7 });
    const again = await once(tech(), asked(key), '{"password":"four words"}', act('secret', 8), true);
    expect([again.status, ((await again.json()) as { code: string }).code]).toEqual([409, 'doneBefore']);
    expect(await eventsOf('secret')).toBe(1);
    const { rows } = await farm.pool.query<{ command: string; body: string }>(
      'select command, body from answered where key = $1',
      [key],
    );
    expect(rows).toEqual([{ command: 'POST /api/x secret', body: '' }]);
  });
  test('answers are kept for a day', async () => {
    expect(await sweepAnswers(tech())).toBe(0);
    const tomorrow = { now: () => new Date(farm.clock.now().getTime() + 86_500_000) };
    expect(await sweepAnswers({ ...tech(), clock: tomorrow })).toBeGreaterThan(3);
  });
});

test('a late retry of a reading supersedes no newer correction', async () => {
  const { id } = unwrap(await planFlow(tech(), bench));
  const front = { band: 1, feature: 'front', repeat: 1, instrument: 'calliper' };
  const first = unwrap(await addReading(tech(), id, { ...front, typed: '0.44' }));
  const corrected = unwrap(await addReading(tech(), id, { ...front, typed: '0.47', replaces: first.id }));
  // typed before anybody had read there, or as a correction of the first: it comes when the second stands
  for (const replaces of [undefined, null, first.id])
    expect(await addReading(tech(), id, { ...front, typed: '0.45', replaces })).toMatchObject({
      ok: false,
      failure: { code: 'readMeanwhile', typed: '0.47', id: corrected.id },
    });
  // the correction itself, come twice
  expect(unwrap(await addReading(tech(), id, { ...front, typed: '0.47', replaces: first.id })).id).toBe(corrected.id);
  expect(unwrap(await getTrialPage(tech(), id)).readings.map((r) => r.typed)).toEqual(['0.47']);
});
test('a reading that is withdrawn stands no more, is told of, and may be read anew', async () => {
  const { id } = unwrap(await planFlow(tech(), bench));
  const front = { band: 1, feature: 'front', repeat: 1, instrument: 'calliper' };
  // where nothing was read there is nothing to withdraw
  expect(unwrap(await addReading(tech(), id, { ...front, typed: '' }))).toEqual({ id: null, value: null });
  const first = unwrap(await addReading(tech(), id, { ...front, typed: '0.44' }));
  expect(await addReading(tech(), id, { ...front, typed: ' ', replaces: null })).toMatchObject({
    ok: false,
    failure: { code: 'readMeanwhile', typed: '0.44' },
  });
  const gone = unwrap(await addReading(tech(), id, { ...front, typed: ' ', replaces: first.id }));
  const page = async () => unwrap(await getTrialPage(tech(), id)).readings.map((r) => r.typed);
  const listed = async () => (await listTrials(tech(), trialsOpen)).find((t) => t.id === id)!.readings;
  expect([await page(), await listed()]).toEqual([[], 0]);
  const { rows } = await farm.pool.query(
    `select what, "from", "to", why from event where subject_id = $1 and what like 'reading %'`,
    [id],
  );
  expect(rows).toEqual([{ what: 'reading withdrawn, front 1', from: '0.44', to: null, why: 'withdrawn' }]);
  unwrap(await addReading(tech(), id, { ...front, typed: '0.46', replaces: gone.id }));
  expect([await page(), await listed()]).toEqual([['0.46'], 1]);
});
test('the database takes no reading without a figure that withdraws nothing', async () => {
  const { id } = unwrap(await planFlow(tech(), bench));
  const row = {
    trialId: id,
    band: 1,
    feature: 'front',
    repeat: 1,
    personId: 'p',
    personName: 'P',
    instrument: 'calliper',
    at: farm.clock.now(),
  };
  for (const [typed, value] of [
    ['', null],
    ['0.44', null],
    ['', 0.44],
  ] as const)
    await expect(
      tech()
        .db.insert(reading)
        .values({ ...row, id: `bad ${typed} ${value}`, typed, value, supersedes: null }),
    ).rejects.toThrow();
});
