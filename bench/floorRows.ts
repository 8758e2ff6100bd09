import type pg from 'pg';
import { benchFarm } from '../test/db/benchFarm.ts';
import type { Farm } from '../test/db/setup.ts';

export const MACHINES = 500;
const PRINTING = 300;

/** A floor of 500 machines, 300 of which print: those from the second on, the first being there. */
export async function fillFloor(pool: pg.Pool, printerId: string, toolId: string): Promise<void> {
  await pool.query(
    `insert into machine (id, key, name, printer_id, place, state)
     select 'm' || n, 'm' || n, 'Rifugio ' || n, $1, 'wall ' || n % 12, case when n <= $3 then 'printing' else 'ready' end from generate_series(2, $2) n`,
    [printerId, MACHINES, PRINTING],
  );
  await pool.query(
    `insert into mount (machine_id, index, tool_id, at, by) select id, 0, $1, now(), 'x' from machine where id like 'm%' on conflict do nothing`,
    [toolId],
  );
  await pool.query(
    `insert into print (id, machine_id, of, of_id, name, by_name, since, expected, progress)
     select 'p' || n, 'm' || n, 'job', 'j' || n, 'J-' || n, 'x', now(), now() + interval '2 hours',
       '{"phase": "printing", "acknowledged": 5, "lines": 90, "zMm": 3, "nozzleC": 205, "nozzleTargetC": 206, "bedC": 55, "bedTargetC": 55, "resends": 0, "message": null, "at": "2026-05-04T08:00:00Z"}'
     from generate_series(2, $1) n`,
    [PRINTING],
  );
}

/** The same on a bench that nobody has used yet. */
export async function benchFloor(farm: Farm) {
  const bench = await benchFarm(farm);
  await fillFloor(farm.pool, bench.m.printerId, bench.toolId);
  return bench;
}
