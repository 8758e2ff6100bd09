import { getFloor } from '../src/areas/today/server/index.ts';
import { listFloor } from '../src/areas/machines/server/index.ts';
import { planQueue, type QueueMachine, type Waiting } from '../src/areas/checks/model/queue.ts';
import { freshFarm } from '../test/db/setup.ts';
import { benchFloor, MACHINES } from './floorRows.ts';

// The floor of 500 machines, 300 of them printing, and a queue of 400 jobs: medians of rounds, beside the floor that one statement over
// the same connection sets.
const WAITING = 400;
const ROUNDS = 15;
const farm = await freshFarm('bench_floor');
const { m, toolId, materialId } = await benchFloor(farm);
const ctx = farm.as('technician');
const { pool } = farm;
// what they printed in ten years
await pool.query(
  `insert into print (id, machine_id, of, of_id, name, by_name, state, since, expected, ended_at, cleared_at)
   select 'o' || n || '-' || k, 'm' || n, 'job', 'x', 'J-0', 'x', 'finished', t, t, t + interval '5 hours', t + interval '6 hours'
   from generate_series(2, $1) n, generate_series(1, 200) k, lateral (select now() - k * interval '18 days' t) at`,
  [MACHINES],
);
await pool.query('analyze');

const time = async (work: () => unknown): Promise<number> => {
  const all: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const at = performance.now();
    await work();
    all.push(performance.now() - at);
  }
  return all.toSorted((a, b) => a - b)[ROUNDS >> 1]!;
};
const say = (what: string, ms: number, least: number, wanted: string): void =>
  console.log(
    `${what.padEnd(52)} ${ms.toFixed(1).padStart(7)} ms, ${(ms / least).toFixed(0)} × one statement   (wanted: ${wanted})`,
  );

const least = await time(() => pool.query('select id, name, state from machine'));
say('rows of the floor', await time(() => listFloor(ctx)), least, '300 ms and less');
say('the floor with evidence, care and what waits', await time(() => getFloor(ctx)), least, '300 ms and less');
const floor = await listFloor(ctx);
const machines: QueueMachine[] = floor.map((r) => ({ ...r, expected: r.print?.expected ?? null }));
const waiting: Waiting[] = Array.from({ length: WAITING }, (_, i) => ({
  ...{ jobId: `j${i}`, of: i % 3 ? 'machine' : 'printer', prints: 1 + (i % 3), due: null, timeS: 3600 + i },
  ...{ ofId: i % 3 ? `m${2 + i}` : m.printerId, machineId: `m${2 + i}` },
  needs: [{ head: 0, tool: { id: toolId, name: 't' }, material: { id: materialId, name: 'm' }, massG: 100 }],
}));
say(
  `next of ${WAITING} queued over ${MACHINES} machines`,
  await time(() => planQueue(machines, waiting, new Date())),
  least,
  '50 ms and less',
);
const largest = Math.max(...floor.map((r) => JSON.stringify(r).length));
console.log(`largest row as it is sent                            ${largest} bytes   (wanted: 1024 and less)`);
await farm.close();
process.exit(0);
