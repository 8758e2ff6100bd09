import { afterAll, beforeAll, expect, test } from 'vitest';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { getToday } from '../../src/areas/today/server/index.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { meshJob } from './benchFarm.ts';
import { copies } from './copies.ts';
import { farm, m, materialId, openBench, plan, processId, toolId } from './trialBench.ts';

const MANY = 12_000;
beforeAll(() => openBench('today'));
afterAll(() => farm.close());

test('work that is open stays on Today, however much was decided and printed since', async () => {
  const trial = await plan('flow');
  const job = await meshJob(farm, { m, toolId, materialId, processId }, writeStl(boxMesh([0, 0, 0], [9, 9, 2])), {
    unit: null,
    placement: asDrawn(110, 105),
  });
  await farm.pool.query(`update job set state = 'needs attention' where id = $1`, [job]);
  await copies(farm, MANY, 'trial', trial, { state: `'set aside'` });
  await copies(farm, MANY, 'job', job, { state: `'failed'` });
  const today = await getToday(farm.as('technician'));
  expect([today.trials.map((t) => t.id), today.attention.map((j) => j.id)]).toEqual([[trial], [job]]);
});
