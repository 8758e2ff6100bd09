import { afterAll, beforeAll, expect, test } from 'vitest';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { getToday } from '../../src/areas/today/server/index.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { meshJob } from './benchFarm.ts';
import { farm, m, materialId, openBench, plan, processId, toolId } from './trialBench.ts';

const MANY = 12_000;
beforeAll(() => openBench('today'));
afterAll(() => farm.close());

/** So many records more, each like one that is there, but for some columns. */
async function copies(table: string, of: string, set: Readonly<Record<string, string>>): Promise<void> {
  const { rows } = await farm.pool.query<{ name: string }>(
    `select column_name as name from information_schema.columns where table_schema = 'public' and table_name = $1 and is_identity = 'NO'`,
    [table],
  );
  const columns = rows.map((r) => r.name);
  const values = columns.map((c) => (c === 'id' ? 'gen_random_uuid()::text' : (set[c] ?? `"${c}"`)));
  await farm.pool.query(
    `insert into "${table}" (${columns.map((c) => `"${c}"`).join(', ')})
     select ${values.join(', ')} from "${table}", generate_series(1, ${MANY}) where id = $1`,
    [of],
  );
}

test('work that is open stays on Today, however much was decided and printed since', async () => {
  const trial = await plan('flow');
  const job = await meshJob(farm, { m, toolId, materialId, processId }, writeStl(boxMesh([0, 0, 0], [9, 9, 2])), {
    unit: null,
    placement: asDrawn(110, 105),
  });
  await farm.pool.query(`update job set state = 'needs attention' where id = $1`, [job]);
  await copies('trial', trial, { state: `'set aside'` });
  await copies('job', job, { state: `'failed'` });
  const today = await getToday(farm.as('technician'));
  expect([today.trials.map((t) => t.id), today.attention.map((j) => j.id)]).toEqual([[trial], [job]]);
});
