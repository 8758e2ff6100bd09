import { spawn, type ChildProcess } from 'node:child_process';
import { sql } from 'drizzle-orm';
import { makeJob } from '../src/areas/checks/server/index.ts';
import { asDrawn } from '../src/core/mesh/placement.ts';
import { turnedMesh } from '../src/core/mesh/solids.ts';
import { writeStl } from '../src/core/mesh/writeStl.ts';
import { benchFarm } from '../test/db/benchFarm.ts';
import { freshFarm, keepBytes, unwrap } from '../test/db/setup.ts';

// A queue of 40 checks, no two alike, by one worker process and by two: medians of five rounds, by turns.
const CHECKS = 40;
const ROUNDS = 5;
const WANTED = 0.7;
const farm = await freshFarm('bench_queue');
const bench = await benchFarm(farm);
const ctx = farm.as('technician');
const pot = turnedMesh(
  Array.from({ length: 90 }, (_, i) => [14 + 3 * Math.sin(i / 8), (40 * i) / 89] as const),
  90,
);
const stored = await keepBytes(ctx, writeStl(pot));
let shift = 0;
const count = async (state: string): Promise<number> => {
  const { rows } = await ctx.db.execute<{ n: string }>(sql`select count(*) n from check_run where state = ${state}`);
  return Number(rows[0]!.n);
};
const ask = async (n: number): Promise<void> => {
  for (let i = 0; i < n; i++)
    unwrap(
      await makeJob(ctx, {
        title: 'Pot',
        class: 'in-house',
        quantity: 1,
        machineId: bench.m.id,
        toolId: bench.toolId,
        materialId: bench.materialId,
        processId: bench.processId,
        fileSha: stored.sha256,
        fileName: 'pot.stl',
        mesh: { unit: null, placement: asDrawn(60 + ++shift / 10, 105) },
      }),
    );
};
const until = async (done: number): Promise<void> => {
  while ((await count('done')) < done) await new Promise((r) => setTimeout(r, 50));
};
async function round(workers: number): Promise<number> {
  const processes: ChildProcess[] = Array.from({ length: workers }, () =>
    spawn(process.execPath, ['dist/processes/worker.mjs'], { env: process.env, stdio: 'ignore' }),
  );
  // warm, and surely at work: a few checks each before the clock runs
  const before = await count('done');
  await ask(3 * workers);
  await until(before + 3 * workers);
  const from = await count('done');
  const t = performance.now();
  await ask(CHECKS);
  await until(from + CHECKS);
  const took = performance.now() - t;
  for (const p of processes) p.kill('SIGKILL');
  return took;
}
const one: number[] = [];
const two: number[] = [];
for (let i = 0; i < ROUNDS; i++) {
  one.push(await round(1));
  two.push(await round(2));
}
const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[v.length >> 1]!;
console.log(
  `${CHECKS} checks: one worker ${(median(one) / 1000).toFixed(1)} s, two ${(median(two) / 1000).toFixed(1)} s, ${(median(two) / median(one)).toFixed(2)} of it (wanted ${WANTED} and less)`,
);
await farm.close();
process.exit(0);
