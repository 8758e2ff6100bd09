import { spawn, type ChildProcess } from 'node:child_process';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { makeJob } from '../../src/areas/checks/server/index.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { benchFarm, type Bench } from './benchFarm.ts';
import { freshFarm, keepBytes, unwrap, type Farm } from './setup.ts';

const CHECKS = 12;
let farm: Farm;
let bench: Bench;
const workers: ChildProcess[] = [];
beforeAll(async () => {
  farm = await freshFarm('queue');
  bench = await benchFarm(farm);
});
afterAll(async () => {
  for (const w of workers) w.kill('SIGKILL');
  await farm.close();
});

test('two worker processes share the queue: every check is done, each exactly once, and both have worked', async () => {
  const ctx = farm.as('technician');
  const stored = await keepBytes(ctx, writeStl(boxMesh([0, 0, 0], [30, 20, 10])));
  for (let i = 0; i < CHECKS; i++)
    unwrap(
      await makeJob(ctx, {
        title: `Block ${i}`,
        class: 'in-house',
        quantity: 1,
        machineId: bench.m.id,
        toolId: bench.toolId,
        materialId: bench.materialId,
        processId: bench.processId,
        fileSha: stored.sha256,
        fileName: 'block.stl',
        mesh: { unit: null, placement: asDrawn(100 + i, 105) }, // no two alike: nothing is taken from another check
      }),
    );
  for (const name of ['one', 'two'])
    workers.push(
      spawn(process.execPath, ['--import', 'tsx', 'src/workers/server.ts'], {
        env: { ...process.env, PGAPPNAME: `worker ${name}` },
        stdio: 'ignore',
      }),
    );
  const count = async (): Promise<number> => {
    const { rows } = await ctx.db.execute<{ n: string }>(sql`select count(*) n from check_run where state = 'done'`);
    return Number(rows[0]!.n);
  };
  await expect.poll(count, { timeout: 60_000, interval: 250 }).toBe(CHECKS);
  const ended = await ctx.db.execute<{ n: string }>(sql`
    select count(*) n from event where subject_kind = 'job' and what not in ('job received') group by subject_id`);
  expect(ended.rows.map((r) => Number(r.n))).toEqual(Array.from({ length: CHECKS }, () => 1));
  const takers = await ctx.db.execute<{ n: string }>(
    sql`select count(distinct application_name) n from pg_stat_activity where application_name like 'worker %'`,
  );
  expect(Number(takers.rows[0]!.n)).toBe(2);
}, 90_000);
