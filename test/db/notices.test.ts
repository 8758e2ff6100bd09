import { afterAll, beforeAll, expect, test } from 'vitest';
import { queueJob } from '../../src/areas/checks/server/index.ts';
import { clearPlate } from '../../src/areas/machines/server/index.ts';
import { getNotices, giveNotices, seeNotices } from '../../src/areas/today/server/index.ts';
import { noticeHref, noticeText } from '../../src/areas/today/model/notices.ts';
import type { Ctx } from '../../src/platform/db/context.ts';
import { joins, unwrap } from './setup.ts';
import { approved, ask, bench, closePrintBench, farm, openPrintBench, pageOf, print, tech } from './printBench.ts';

let nerio: Ctx;
let livia: Ctx;
beforeAll(async () => {
  await openPrintBench('notices');
  nerio = await joins(farm, 'technician');
  livia = await joins(farm, 'viewer');
});
afterAll(closePrintBench);

const days = (n: number): void => farm.clock.set(new Date(farm.clock.now().getTime() + 86_400_000 * n));

test('a print that has finished is told to each person once, and stays seen by who has looked', async () => {
  const id = await approved();
  await ask(id);
  await print(id);
  unwrap(await clearPlate(tech(), bench.m.id, ''));
  const before = await getNotices(livia);
  expect(before.unseen).toBe(1);
  expect(before.rows.map((n) => [noticeText(n), noticeHref(n), n.isNew])).toEqual([
    ['Hut has finished: take it off the plate', `/machines/${bench.m.id}`, true],
  ]);
  await seeNotices(livia, before.rows[0]!.id);
  await seeNotices(livia, 0); // a page that was open for long takes nothing back
  expect(await getNotices(livia)).toMatchObject({ unseen: 0, rows: [{ isNew: false }] });
  expect((await getNotices(nerio)).unseen).toBe(1);
  // who looks for the first time is not told of weeks ago
  days(2);
  expect((await getNotices(nerio)).unseen).toBe(0);
});

test('care that comes due is told once until it was done, and evidence that ends before its job prints', async () => {
  expect(await giveNotices(tech())).toBe(0);
  days(400);
  expect(await giveNotices(tech())).toBe(1); // the yearly oiling
  expect(await giveNotices(tech())).toBe(0);
  const told = (await getNotices(livia)).rows[0]!;
  expect([noticeText(told), told.why, noticeHref(told)]).toEqual([
    'Hut is due for care',
    'Clean and oil the axes: 402 of 365 days',
    `/machines/${bench.m.id}/care`,
  ]);
  const id = await approved(3);
  unwrap(await queueJob(tech(), id, 'machine'));
  const hour = new Date(farm.clock.now().getTime() + 60_000).toISOString();
  const short = JSON.stringify({ label: 'Flow', until: hour });
  await farm.pool.query(`update job set queued = jsonb_set(queued, '{evidence}', $2) where id = $1`, [id, short]);
  expect(await giveNotices(tech())).toBe(1);
  const { rows } = await getNotices(livia);
  expect(noticeText(rows[0]!)).toBe(`${(await pageOf(id)).name} waits longer than its evidence holds`);
});
