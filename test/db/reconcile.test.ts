import { spawnSync } from 'node:child_process';
import { hostname } from 'node:os';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import {
  checkAgain,
  listPrintingJobs,
  rescueChecks,
  runCheck,
  runJobPrint,
} from '../../src/areas/checks/server/index.ts';
import {
  claim,
  clearPlate,
  dropLeasesOfEnded,
  findStopped,
  Lease,
  LeaseLost,
  reconcileMachines,
} from '../../src/areas/machines/server/index.ts';
import { getToday } from '../../src/areas/today/server/index.ts';
import { openPool } from '../../src/platform/db/client.ts';
import { databaseFaultOf } from '../../src/platform/db/faults.ts';
import { identity } from '../../src/platform/identity.ts';
import { drizzle } from 'drizzle-orm/node-postgres';
import { withChecksum } from '../../src/core/gcode/words.ts';
import { emptyPlates, unwrap, whileHeld } from './setup.ts';
import {
  approved,
  ask,
  bench,
  check,
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

beforeAll(() => openPrintBench('reconcile'));
afterAll(closePrintBench);
afterEach(async () => {
  standins.controllers[0]!.holdAt = Infinity;
  await farm.pool.query('update machine set lease_by = null, lease_until = null');
  await emptyPlates(farm);
});
const reconcile = async () => reconcileMachines(farm.as('lead'), new Set(await listPrintingJobs(tech())));
/** Somebody has the machine do something at its own panel. */
async function atThePanel(text: string): Promise<void> {
  const controller = standins.controllers[0]!;
  await controller.take(withChecksum(`@aside ${text}`), () => undefined);
}

describe('a lease is a fence', () => {
  test('a worker whose machine another has taken sends not one line more, writes nothing, and the other goes on from there', async () => {
    const controller = standins.controllers[0]!;
    const id = await approved();
    await ask(id);
    controller.holdAt = 60;
    const older = print(id);
    await until(() => controller.lastLine === 59);
    await farm.pool.query(
      `update machine set lease_by = 'other', lease_epoch = lease_epoch + 1, lease_until = now() + interval '1 minute' where id = $1`,
      [bench.m.id],
    );
    // it learns it while its line is held, and has no other on the way
    await expect(older).rejects.toThrow(LeaseLost);
    expect(controller.lastLine).toBe(59);
    controller.holdAt = Infinity;
    expect(await pageOf(id)).toMatchObject({ state: 'printing', wish: 'print' });
    expect(controller.nozzleTargetC).toBeGreaterThan(0); // the other has it: its heaters are not this one's to switch off
    await farm.pool.query('update machine set lease_by = null where id = $1', [bench.m.id]);
    await print(id);
    expect(await pageOf(id)).toMatchObject({ state: 'done' });
    expect(controller.accepted).toHaveLength((await pageOf(id)).progress!.lines);
  });

  test('each holder’s epoch is higher than that of the one before, and the same holder keeps its own', async () => {
    const [a, b] = [
      await Lease.take(tech(), bench.m.id, 'a'),
      await Lease.take(tech(), bench.m.id, 'b'), // held
    ];
    expect(b).toBeNull();
    expect((await Lease.take(tech(), bench.m.id, 'a'))!.epoch).toBe(a!.epoch);
    await farm.pool.query(`update machine set lease_until = now() - interval '1 second' where id = $1`, [bench.m.id]);
    const later = (await Lease.take(tech(), bench.m.id, 'b'))!;
    expect(later.epoch).toBe(a!.epoch + 1);
    await expect(a!.renew(tech())).rejects.toThrow(LeaseLost);
    await a!.drop(); // gives back what it no longer has
    await later.renew(tech());
  });

  test('what a process of this host held that has ended is given back at once; what others hold is not', async () => {
    const ended = spawnSync(process.execPath, ['-e', '']).pid;
    await farm.pool.query('update machine set lease_by = $2 where id = $1', [bench.m.id, `${hostname()}:${ended}:1:x`]);
    expect(await dropLeasesOfEnded(tech())).toBe(1);
    for (const by of [`${identity()}:x`, `elsewhere:${ended}:1:x`, 'test']) {
      await farm.pool.query('update machine set lease_by = $2 where id = $1', [bench.m.id, by]);
      expect(await dropLeasesOfEnded(tech())).toBe(0);
    }
  });
});

test('a database that fails between the last line and the word that it is done leaves a print that comes to its end all the same', async () => {
  const controller = standins.controllers[0]!;
  const id = await approved();
  await ask(id);
  controller.holdAt = 60;
  const hasty = openPool(process.env['DATABASE_URL']!, { connections: 2, statementMs: 2000, lockMs: 30 });
  const worker = { ...farm.as('lead'), db: drizzle(hasty) };
  const printing = runJobPrint(worker, id, 'test');
  printing.catch(() => undefined);
  await until(() => controller.lastLine === 59);
  // its end is an event, too; what is written on the way is not
  await whileHeld(farm, 'event', async () => {
    controller.holdAt = Infinity;
    await expect(printing).rejects.toSatisfy((e: unknown) => databaseFaultOf(e) === 'busy');
  });
  await hasty.end();
  const { lines } = (await pageOf(id)).progress!;
  expect(controller.accepted).toHaveLength(lines);
  expect([(await pageOf(id)).state, (await hut()).state]).toEqual(['printing', 'printing']);
  await print(id);
  expect([(await pageOf(id)).state, (await hut()).state]).toEqual(['done', 'waiting to be cleared']);
  expect(controller.accepted).toHaveLength(lines); // not a line twice
});

describe('what is recorded of a machine and what it does', () => {
  test('a machine recorded as printing that prints nothing known is unknown until somebody has looked', async () => {
    await farm.pool.query(`update machine set state = 'printing' where id = $1`, [bench.m.id]);
    expect(await reconcile()).toEqual(['Hut: it is recorded as printing, and nothing that it prints is known here']);
    expect(await hut()).toMatchObject({ state: 'unknown', stop: { of: null } });
    expect((await getToday(tech())).unknown.map((m) => m.name)).toEqual(['Hut']);
    const id = await approved();
    expect((await pageOf(id)).run!.outcome!.findings.map((f) => f.title)).toContain('Hut is not ready');
    unwrap(await findStopped(tech(), bench.m.id));
    expect(await hut()).toMatchObject({
      state: 'stopped',
      stop: { why: expect.stringContaining('has looked') as string },
    });
    expect(why(await findStopped(tech(), bench.m.id))).toContain('notUnknown');
    unwrap(await clearPlate(tech(), bench.m.id, ''));
    expect(await reconcile()).toEqual([]);
  });

  test('a print that ended while its machine stayed at printing is found, and by its name', async () => {
    const id = await approved();
    await ask(id);
    await farm.pool.query(`update machine set state = 'printing' where id = $1`, [bench.m.id]);
    expect(await reconcile()).toEqual([]); // it prints: a worker will take it up
    await farm.pool.query(`update job set state = 'done', wish = 'idle' where id = $1`, [id]);
    expect((await reconcile())[0]).toMatch(/^Hut: it is recorded as printing J-\d+, which is not printed any more/);
  });

  test('a machine that is ready and heats is unknown; one that is cold, or prints, is not', async () => {
    expect(await reconcile()).toEqual([]);
    const id = await approved();
    await ask(id);
    await atThePanel('M104 S215');
    expect(await reconcile()).toEqual([]); // somebody has just asked for a print
    await print(id);
    expect((await hut()).state).toBe('waiting to be cleared');
    unwrap(await clearPlate(tech(), bench.m.id, ''));
    await atThePanel('M104 S215');
    expect(await reconcile()).toEqual(['Hut: it heats (nozzle to 215 °C, bed to 0 °C), and nothing was sent to it']);
    expect(await reconcile()).toEqual([]); // said once
    await atThePanel('M104 S0');
  });

  test('a claim of which nothing came is given back, one that was just made is not', async () => {
    const at = farm.clock.now();
    unwrap(await claim(tech(), bench.m, { of: 'job', id: 'gone', name: 'J-0', timeS: 9 }));
    const open = async () =>
      (await farm.pool.query('select 1 from print where cleared_at is null and of_id = $1', ['gone'])).rows.length;
    await reconcile();
    expect(await open()).toBe(1);
    farm.clock.set(new Date(at.getTime() + 20_000));
    await reconcile();
    expect(await open()).toBe(0);
    farm.clock.set(at);
  });
});

describe('a check comes to a last word', () => {
  const runOf = async (id: string) => (await pageOf(id)).run!;
  /** Later than the check before it, by the bench's own clock. */
  const anew = async (id: string): Promise<void> => {
    farm.clock.set(new Date(farm.clock.now().getTime() + 1000));
    unwrap(await checkAgain(tech(), id));
  };
  const fresh = async (): Promise<string> => {
    const id = await approved();
    await anew(id);
    return id;
  };
  test('one that waits with no entry in the queue is done all the same', async () => {
    const id = await fresh();
    const { id: runId } = await runOf(id);
    await farm.pool.query(`delete from pgboss.job where data->>'runId' = $1`, [runId]);
    await farm.pool.query(`update check_run set at = now() where id = $1`, [runId]);
    await rescueChecks(tech());
    expect((await runOf(id)).state).toBe('queued'); // it may just be on its way
    await farm.pool.query(`update check_run set at = now() - interval '1 minute' where id = $1`, [runId]);
    await rescueChecks(tech());
    expect((await runOf(id)).state).toBe('done');
  });
  test('one that a worker took from the queue and died with is done by another', async () => {
    const id = await fresh();
    const { id: runId } = await runOf(id);
    await farm.pool.query(`update check_run set at = now() - interval '1 minute' where id = $1`, [runId]);
    await rescueChecks(tech());
    expect((await runOf(id)).state).toBe('queued'); // its entry waits for a worker
    const set = (since: string) =>
      farm.pool.query(
        `update pgboss.job set state = 'active', started_on = now() - $2::interval where data->>'runId' = $1`,
        [runId, since],
      );
    await set('1 second');
    await rescueChecks(tech());
    expect((await runOf(id)).state).toBe('queued'); // somebody works on it
    await set('1 minute');
    await rescueChecks(tech());
    expect((await runOf(id)).state).toBe('done');
  });
  test('one that comes to no end however often it is begun gives up, stands in a list, and can be asked for again', async () => {
    const id = await fresh();
    const { id: runId } = await runOf(id);
    await farm.pool.query(
      `update check_run set state = 'running', attempts = 5, beat_at = now() - interval '1 minute' where id = $1`,
      [runId],
    );
    await rescueChecks(tech());
    expect(await runOf(id)).toMatchObject({ state: 'gave up', refusal: expect.stringContaining('5 times') as string });
    expect((await getToday(tech())).gaveUp.map((j) => j.id)).toEqual([id]);
    await rescueChecks(tech()); // it stays given up
    expect((await runOf(id)).state).toBe('gave up');
    await anew(id);
    await check(id);
    expect((await runOf(id)).state).toBe('done');
    expect((await getToday(tech())).gaveUp).toEqual([]);
  });
  test('a table that was held for longer than any worker waits leaves no check behind', async () => {
    const id = await fresh();
    const { id: runId } = await runOf(id);
    const hasty = openPool(process.env['DATABASE_URL']!, { connections: 1, statementMs: 2000, lockMs: 30 });
    const worker = { ...farm.as('lead'), db: drizzle(hasty) };
    await whileHeld(farm, 'check_run', () =>
      expect(runCheck(worker, runId)).rejects.toSatisfy((e: unknown) => databaseFaultOf(e) === 'busy'),
    );
    await hasty.end();
    await farm.pool.query(`delete from pgboss.job where data->>'runId' = $1`, [runId]); // tried so often that the queue has dropped it
    await farm.pool.query(`update check_run set at = now() - interval '1 minute' where id = $1`, [runId]);
    await rescueChecks(tech());
    expect((await runOf(id)).state).toBe('done');
  });
});
