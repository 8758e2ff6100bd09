import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { getJobPage } from '../../src/areas/checks/server/index.ts';
import {
  declineRequest,
  getRequest,
  listOpenRequests,
  makeRequest,
  withdrawRequest,
} from '../../src/areas/requests/server/index.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { listEvents } from '../../src/platform/events/record.ts';
import { benchFarm, meshJob, type Bench } from './benchFarm.ts';
import { freshFarm, keepBytes, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let bench: Bench;
const clip = writeStl(boxMesh([0, 0, 0], [9, 9, 2]));
beforeAll(async () => {
  farm = await freshFarm('requests');
  bench = await benchFarm(farm);
});
afterAll(() => farm.close());

async function ask(over: object = {}, who = 'viewer'): Promise<string> {
  const ctx = farm.as('viewer', who);
  const files = [{ ...(await keepBytes(ctx, clip)), name: 'clip.stl' }];
  const asked = { title: 'Cable clips', wanted: 'White, must flex', quantity: 4, due: '2026-12-04', files, ...over };
  return unwrap(await makeRequest(ctx, asked)).id;
}
const jobOf = (requestId: string) =>
  meshJob(farm, bench, clip, { unit: null, placement: asDrawn(110, 105) }, { requestId });
const request = async (id: string) => unwrap(await getRequest(farm.as('viewer'), id));

describe('what a viewer requests', () => {
  test('stands open with its words, pieces, day and files, and needs neither machine nor tool', async () => {
    const id = await ask();
    expect(await request(id)).toMatchObject({
      name: 'R-0001',
      title: 'Cable clips',
      wanted: 'White, must flex',
      quantity: 4,
      due: '2026-12-04',
      state: 'open',
      files: [{ name: 'clip.stl', size: clip.length }],
      jobs: [],
      createdByName: 'viewer',
    });
    expect((await listOpenRequests(farm.as('viewer'))).map((r) => r.id)).toEqual([id]);
  });
  test('is not taken with a file that never came in full', async () => {
    const files = [{ sha256: 'f'.repeat(64), name: 'gone.stl', size: 84 }];
    const asked = { title: 'Gone', wanted: 'anything', quantity: 1, due: null, files };
    expect(await makeRequest(farm.as('viewer'), asked)).toEqual({ ok: false, failure: { code: 'noFile' } });
  });
  test('becomes jobs, each of which names it, and is open no longer', async () => {
    const id = await ask();
    const [first, second] = [await jobOf(id), await jobOf(id)];
    expect(await request(id)).toMatchObject({
      state: 'taken up',
      jobs: [
        { id: first, title: 'Block', state: 'received' },
        { id: second, state: 'received' },
      ],
    });
    expect((await listOpenRequests(farm.as('viewer'))).map((r) => r.id)).not.toContain(id);
    expect(unwrap(await getJobPage(farm.as('viewer'), first)).request).toMatchObject({
      id,
      wanted: 'White, must flex',
    });
    expect((await listEvents(farm.as('viewer'), { subjectKind: 'request', subjectId: id })).map((e) => e.what)).toEqual(
      ['request taken up', 'request taken up', 'print requested'],
    );
  });
  test('is declined with a reason that it keeps, and no job is made of it any more', async () => {
    const id = await ask();
    unwrap(await declineRequest(farm.as('technician'), id, 'Needs a material we do not run'));
    expect(await request(id)).toMatchObject({ state: 'declined', answer: 'Needs a material we do not run' });
    const jobsBefore = (await farm.pool.query('select count(*) from job')).rows;
    await expect(jobOf(id)).rejects.toThrow('{"code":"notOpen","state":"declined"}');
    expect((await farm.pool.query('select count(*) from job')).rows).toEqual(jobsBefore);
  });
  test('is withdrawn by nobody but whoever asked, and only while it is open', async () => {
    const id = await ask({}, 'Ilse');
    expect(await withdrawRequest(farm.as('lead'), id)).toEqual({ ok: false, failure: { code: 'notYours' } });
    unwrap(await withdrawRequest(farm.as('viewer', 'Ilse'), id));
    expect(await withdrawRequest(farm.as('viewer', 'Ilse'), id)).toEqual({
      ok: false,
      failure: { code: 'notOpen', state: 'withdrawn' },
    });
    expect(await declineRequest(farm.as('technician'), id, 'too late')).toEqual({
      ok: false,
      failure: { code: 'notOpen', state: 'withdrawn' },
    });
    expect((await request(id)).answer).toBe('');
  });
  test('stays as it was asked: the database lets nobody change or delete it', async () => {
    const id = await ask();
    for (const change of [
      'update print_request set wanted = $$black$$ where id = $1',
      'delete from print_request where id = $1',
    ])
      await expect(farm.pool.query(change, [id])).rejects.toThrow('permission denied');
  });
});
test('there is no request under an address nobody gave', async () => {
  expect(await getRequest(farm.as('viewer'), 'none')).toEqual({ ok: false, failure: { code: 'noRequest' } });
  expect(await withdrawRequest(farm.as('viewer'), 'none')).toEqual({ ok: false, failure: { code: 'noRequest' } });
});
