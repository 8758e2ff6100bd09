import pg from 'pg';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { listMachineCards } from '../../src/areas/machines/server/index.ts';
import { forOnePage } from '../../src/platform/db/bySets.ts';
import type { Ctx } from '../../src/platform/db/context.ts';
import { keptUntilWritten, marked, sweepMarks } from '../../src/platform/db/kept.ts';
import { benchFarm, type Bench } from './benchFarm.ts';
import { freshFarm, withoutVerifying, type Farm } from './setup.ts';

let farm: Farm;
let bench: Bench;
beforeAll(async () => {
  farm = await freshFarm('kept');
  bench = await benchFarm(farm);
});
afterAll(() => farm.close());

const page = (): Ctx => forOnePage(farm.as('technician'));
const marks = async (): Promise<number> =>
  (await farm.pool.query<{ n: number }>('select coalesce(max(id), 0) n from write_mark')).rows[0]!.n;
/** How many marks some statement leaves. */
async function leaves(statement: string): Promise<number> {
  const before = await marks();
  await farm.pool.query(statement);
  return (await marks()) - before;
}
/** Something that is kept, which says how often it was read. */
function counted(): { readonly read: (ctx: Ctx) => Promise<string>; readonly times: () => number } {
  let times = 0;
  const read = keptUntilWritten(async (ctx: Ctx) => {
    times++;
    const { rows } = await ctx.db.execute<{ note: string }>(
      sql`select notes note from machine where id = ${bench.m.id}`,
    );
    return rows[0]!.note;
  });
  return { read, times: () => times };
}
const noted = (note: string): string => `update machine set notes = '${note}' where id = '${bench.m.id}'`;

test('every table that a kept read may speak of is marked, and every column of it but those named', async () => {
  const owner = new pg.Client({ connectionString: farm.ownerUrl });
  await owner.connect();
  const { rows } = await owner.query<{ name: string; columns: string[]; marking: string[] | null; isFor: number }>(
    `select c.relname name, t.tgtype "isFor",
       (select array_agg(a.attname::text order by 1) from pg_attribute a where a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped) columns,
       (select array_agg(a.attname::text order by 1) from pg_attribute a where a.attrelid = c.oid and a.attnum = any(t.tgattr)) marking
     from pg_trigger t join pg_class c on c.oid = t.tgrelid where t.tgname = 'marks'`,
  );
  await owner.end();
  const EACH_WAY = 4 + 8 + 16 + 32; // insert, delete, update and truncate, for each statement and after it
  expect(new Set(rows.map((r) => r.isFor))).toEqual(new Set([EACH_WAY]));
  const unmarked = rows.map(({ name, columns, marking }) => [
    name,
    marking === null ? [] : columns.filter((c) => !marking.includes(c)).sort(),
  ]);
  const sorted = Object.entries(marked).map(([name, columns]) => [name, [...columns].sort()]);
  expect(Object.fromEntries(unmarked)).toEqual(Object.fromEntries(sorted));
});
test('a statement leaves a mark where it writes what is kept, none where it writes what is not, and none where it is undone', async () => {
  expect(await leaves(noted('oiled'))).toBe(1);
  expect(await leaves(`update machine set lease_until = now() where id = '${bench.m.id}'`)).toBe(0);
  const before = await marks();
  const client = await farm.pool.connect();
  await client.query('begin');
  await client.query(noted('never'));
  await client.query('rollback');
  client.release();
  expect((await farm.pool.query('select 1 from write_mark where id > $1', [before])).rowCount).toBe(0);
});
test('what is kept is read once until something is written, in whatever way, and then anew', async () => {
  await withoutVerifying(async () => {
    await farm.pool.query(noted('first'));
    const { read, times } = counted();
    expect([await read(page()), await read(page()), times()]).toEqual(['first', 'first', 1]);
    await farm.pool.query(noted('second'));
    expect([await read(page()), times()]).toEqual(['second', 2]);
    await farm.pool.query(`update print set progress = null`);
    expect([await read(page()), times()]).toEqual(['second', 2]);
  });
});
test('a transaction that began earlier and ends later is noticed, though its mark is the older one', async () => {
  await withoutVerifying(async () => {
    const { read } = counted();
    const slow = await farm.pool.connect();
    await slow.query('begin');
    await slow.query(noted('slow'));
    await farm.pool.query(`update container set place = 'shelf 4'`); // a later mark, seen at once
    expect(await read(page())).not.toBe('slow');
    await slow.query('commit');
    slow.release();
    expect(await read(page())).toBe('slow');
  });
});
test('marks that are swept away leave nothing unnoticed', async () => {
  await withoutVerifying(async () => {
    const { read } = counted();
    const owner = new pg.Client({ connectionString: farm.ownerUrl });
    await owner.connect();
    await owner.query(`insert into write_mark select from generate_series(1, 1200)`);
    await owner.end();
    await farm.pool.query(noted('before'));
    expect(await read(page())).toBe('before');
    await sweepMarks(farm.as('lead'));
    expect((await farm.pool.query('select 1 from write_mark')).rowCount).toBeLessThanOrEqual(1001);
    await farm.pool.query(noted('after'));
    expect(await read(page())).toBe('after');
  });
});
test('time alone makes it read anew: a proof runs out without anything being written', async () => {
  await withoutVerifying(async () => {
    const { read, times } = counted();
    const at = farm.clock.now();
    await read(page());
    farm.clock.set(new Date(at.getTime() + 14_000));
    await read(page());
    expect(times()).toBe(1);
    farm.clock.set(new Date(at.getTime() + 16_000));
    await read(page());
    expect(times()).toBe(2);
  });
});
test('outside a page it is read: a transaction sees what it has written itself', async () => {
  const { read } = counted();
  await farm.as('lead').db.transaction(async (db) => {
    const inside = { ...farm.as('lead'), db };
    await db.execute(sql.raw(noted('mine')));
    expect(await read(inside)).toBe('mine');
    await db.execute(sql.raw(noted('mine again')));
    expect(await read(inside)).toBe('mine again');
  });
});
test('who takes a tool off finds it gone from every page that shows the machine', async () => {
  expect((await listMachineCards(page()))[0]!.mounted).not.toBeNull();
  await farm.pool.query('delete from mount');
  expect((await listMachineCards(page()))[0]!.mounted).toBeNull();
});
