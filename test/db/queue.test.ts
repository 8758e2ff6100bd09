import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import {
  checkAgain,
  getQueue,
  queueJob,
  retireMachineWithQueue,
  unqueueJob,
} from '../../src/areas/checks/server/index.ts';
import { clearPlate, findLoaded, unloadSlot, loadContainer } from '../../src/areas/machines/server/index.ts';
import { emptyPlates, unwrap } from './setup.ts';
import {
  approved,
  ask,
  bench,
  check,
  closePrintBench,
  farm,
  openPrintBench,
  pageOf,
  print,
  tech,
  why,
} from './printBench.ts';

beforeAll(() => openPrintBench('queue'));
afterAll(closePrintBench);
afterEach(async () => {
  for (const r of (await getQueue(tech())).rows) unwrap(await unqueueJob(tech(), r.jobId));
  await emptyPlates(farm);
});

const order = async (): Promise<string[]> => (await getQueue(tech())).rows.map((r) => r.jobId);
const due = (id: string, day: string) => farm.pool.query('update job set due = $2 where id = $1', [id, day]);

describe('the queue of a machine', () => {
  test('takes an approved job in where its due date puts it, moves it by hand and lets it out again', async () => {
    const [a, b, c] = [await approved(), await approved(), await approved()];
    await due(a, '2026-08-01');
    await due(b, '2026-07-01');
    for (const id of [a, b, c]) unwrap(await queueJob(tech(), id, 'machine'));
    expect(await order()).toEqual([b, a, c]);
    unwrap(await queueJob(tech(), c, 'machine', b));
    expect(await order()).toEqual([c, b, a]);
    unwrap(await queueJob(tech(), c, 'machine', null));
    expect(await order()).toEqual([b, a, c]);
    unwrap(await unqueueJob(tech(), a));
    expect(await order()).toEqual([b, c]);
    expect(await pageOf(a)).toMatchObject({ state: 'cleared', queued: null });
    expect(why(await queueJob(tech(), c, 'machine', a))).toContain('does not wait there any more');
    expect(why(await unqueueJob(tech(), a))).toContain('it waits in no queue');
  });

  test('stays one order of all that wait, whoever moves what at the same moment', async () => {
    const ids = [await approved(), await approved(), await approved(), await approved()];
    await Promise.all(ids.map((id) => queueJob(tech(), id, 'machine')));
    await Promise.all(ids.map((id, i) => queueJob(tech(), id, 'machine', ids[(i + 1) % 4])));
    expect((await order()).toSorted()).toEqual(ids.toSorted());
    const { rows } = await farm.pool.query<{ rank: number }>(
      `select queue_rank rank from job where state = 'queued' order by 1`,
    );
    expect(rows.map((r) => r.rank)).toEqual([1, 2, 3, 4]);
  });

  test('takes nothing in that nobody approved, and nothing stays in it whose verdict goes', async () => {
    const id = await approved();
    unwrap(await checkAgain(tech(), id));
    expect(why(await queueJob(tech(), id, 'machine'))).toContain('being checked');
    await check(id);
    expect(why(await queueJob(tech(), id, 'machine'))).toContain(
      'The job is checked; it is queued once it is approved',
    );
    const queued = await approved();
    unwrap(await queueJob(tech(), queued, 'machine'));
    unwrap(await checkAgain(tech(), queued));
    await check(queued);
    expect(await pageOf(queued)).toMatchObject({ state: 'checked', queued: null });
    expect(await order()).toEqual([]);
  });

  test('is empty once the machine is retired, with the jobs approved as they were; a refusal leaves it as it was', async () => {
    const [a, b] = [await approved(), await approved()];
    for (const id of [a, b]) unwrap(await queueJob(tech(), id, 'machine'));
    const retire = (isRetired: boolean) => retireMachineWithQueue(farm.as('lead'), bench.m.id, isRetired, 'sold');
    await farm.pool.query(`update machine set state = 'unknown', stop = '{}' where id = $1`, [bench.m.id]);
    expect((await retire(true)).ok).toBe(false);
    expect(await order()).toEqual([a, b]);
    await emptyPlates(farm);
    const names = [(await pageOf(a)).name, (await pageOf(b)).name];
    expect(unwrap(await retire(true))).toEqual({ leftQueue: names });
    expect(await order()).toEqual([]);
    expect(await pageOf(a)).toMatchObject({ state: 'cleared', queued: null });
    expect(unwrap(await retire(false))).toEqual({ leftQueue: [] });
  });

  test('is printed from: a job of two prints waits for its second in its place, and leaves with the last', async () => {
    const [first, second] = [await approved(2), await approved()];
    unwrap(await queueJob(tech(), first, 'machine'));
    unwrap(await queueJob(tech(), second, 'machine'));
    expect((await getQueue(tech())).rows.map((r) => r.prints)).toEqual([2, 1]);
    await ask(first);
    // what prints has its end expected; what waits begins then
    const during = await getQueue(tech());
    expect(during.rows.map((r) => r.jobId)).toEqual([second]);
    await print(first);
    expect(await pageOf(first)).toMatchObject({ state: 'queued', printed: 1 });
    expect((await getQueue(tech())).rows.map((r) => [r.jobId, r.prints, r.startAt])).toEqual([
      [first, 1, null],
      [second, 1, null],
    ]);
    unwrap(await clearPlate(tech(), bench.m.id, ''));
    await ask(first);
    await print(first);
    expect(await pageOf(first)).toMatchObject({ state: 'done', printed: 2, queued: null });
    expect(await order()).toEqual([second]);
  });

  test('proposes what needs no change, and says of the others what has to be changed', async () => {
    const id = await approved();
    unwrap(await queueJob(tech(), id, 'printer'));
    const of = async () => {
      const { machines, rows } = await getQueue(tech());
      return {
        next: machines.find((m) => m.id === bench.m.id)!.next,
        changes: rows[0]!.changes,
        at: rows[0]!.machineId,
      };
    };
    expect(await of()).toEqual({ next: id, changes: [], at: bench.m.id });
    const { code } = (await findLoaded(tech(), bench.m.id))!;
    unwrap(await unloadSlot(tech(), bench.m.id, 0));
    expect((await of()).changes).toEqual([expect.stringMatching(/^load .+ \(nothing is loaded\)$/)]);
    unwrap(await loadContainer(tech(), bench.m.id, code));
    expect((await of()).changes).toEqual([]);
  });
});
