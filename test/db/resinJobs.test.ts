import { eq } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { clearJob, confirmSet, runJobPrint, wishJobPrint } from '../../src/areas/checks/server/index.ts';
import { checkRun } from '../../src/areas/checks/server/tables.ts';
import { findMachine } from '../../src/areas/machines/server/index.ts';
import { isOfLayers, type StackOutcome } from '../../src/areas/rules/outcome.ts';
import { joined, type Mesh } from '../../src/core/mesh/mesh.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { wholeFile } from '../../src/platform/files/store.ts';
import { meshJob, type Bench } from './benchFarm.ts';
import { printer, resinBench, switchOff, switchOn } from './resinBench.ts';
import { emptyPlates, freshFarm, unwrap, type Farm } from './setup.ts';
import { getJobPage, runCheck } from '../../src/areas/checks/server/index.ts';

let farm: Farm;
let bench: Bench;
const tech = () => farm.as('technician');

beforeAll(async () => {
  farm = await freshFarm('resin_jobs');
  bench = await resinBench(farm);
});
afterAll(() => farm.close());
beforeEach(() => switchOn(20_000));
afterEach(async () => {
  await switchOff();
  await emptyPlates(farm);
});

const leftG = async (): Promise<number> => {
  const { rows } = await farm.pool.query<{ g: number }>(
    'select remaining_g as g from slot s join container c on c.id = s.container_id where machine_id = $1',
    [bench.m.id],
  );
  return rows[0]!.g;
};
const pageOf = async (id: string) => unwrap(await getJobPage(tech(), id));
async function checked(id: string) {
  const runs = await tech().db.select().from(checkRun).where(eq(checkRun.jobId, id));
  for (const run of runs) if (run.state === 'queued') await runCheck(tech(), run.id);
  return pageOf(id);
}
const layersOf = (page: Awaited<ReturnType<typeof checked>>): StackOutcome => {
  const outcome = page.run!.outcome!;
  if (!isOfLayers(outcome)) throw new RangeError('it was judged as a program');
  return outcome;
};
const ofMesh = (m: Mesh): Promise<string> =>
  meshJob(farm, bench, writeStl(m), { unit: 'mm', placement: asDrawn(60, 40) });
const block = boxMesh([0, 0, 0], [20, 10, 3]);
/** The stack that a check made of a mesh. */
async function stackOf(page: Awaited<ReturnType<typeof checked>>): Promise<Uint8Array> {
  const sha = page.run!.programSha!;
  const { rows } = await farm.pool.query<{ size: string }>('select size from file where sha256 = $1', [sha]);
  return wholeFile(tech(), sha, Number(rows[0]!.size));
}
async function started(id: string): Promise<void> {
  unwrap(await clearJob(farm.as('lead'), id, 'for this test, whatever the verdict'));
  for (const { key } of (await pageOf(id)).toSet) unwrap(await confirmSet(tech(), id, key));
  unwrap(await wishJobPrint(tech(), id, 'print'));
}

describe('a mesh for a resin machine', () => {
  test('becomes a stack that is judged, with its layers, light and resin', async () => {
    const page = await checked(await ofMesh(block));
    const { stack, estimate, mesh, verdict } = layersOf(page);
    expect(verdict).not.toBe('blocked');
    expect(stack).toMatchObject({ layerMm: 0.1, normalS: 2.5, bottomS: 25, islandCount: 0, roomCount: 0 });
    expect(stack.rows).toHaveLength(30);
    expect(stack.volumeMm3).toBeCloseTo(600, 6);
    expect(mesh).toMatchObject({ unit: 'mm', facts: { triangles: 12 } });
    expect(estimate.resinMl).toBeCloseTo(0.6, 6);
    expect(estimate.cost).toBeCloseTo(0.0006 * 40 + (stack.timeS / 3600) * 2, 6);
  });
  test('is blocked where a part of it begins in mid-air', async () => {
    const page = await checked(await ofMesh(joined([block, boxMesh([24, 0, 1], [30, 10, 3])])));
    expect(layersOf(page).findings.map((f) => `${f.severity} ${f.rule}`)).toContain('blocker islands-held');
    expect(page.run!.outcome!.verdict).toBe('blocked');
  });
  test('is refused in one sentence where it is larger than the screen', async () => {
    const page = await checked(await ofMesh(boxMesh([0, 0, 0], [130, 10, 3])));
    expect([page.run!.state, page.run!.refusal]).toEqual([
      'refused',
      'block.stl: What stands on the plate reaches 5.00 mm beyond the screen of 120.0 × 80.0 mm; check the unit of the file, move it, turn it, or take a larger printer',
    ]);
  });
  test('a part that is small in millimetres and usual in inches is asked about', async () => {
    const id = await meshJob(farm, bench, writeStl(boxMesh([0, 0, 0], [1.5, 1, 0.5])), {
      unit: null,
      placement: asDrawn(60, 40),
    });
    expect(layersOf(await checked(id)).findings.map((f) => f.rule)).toContain('unit-sure');
  });
});

test('a stack that was brought along is judged by what its layers show', async () => {
  const made = await stackOf(await checked(await ofMesh(block)));
  const page = await checked(await meshJob(farm, bench, made, null, { fileName: 'gasket.zip' }));
  expect(layersOf(page).stack.rows).toHaveLength(30);
  expect(page.run!.programSha).toBeNull();
  expect(layersOf(page).runs.find((r) => r.rule === 'shades-shown')!.ran).toBe(false); // no layer shows what was wished
});
test('a file that is no stack is refused, and a program is none', async () => {
  const text = new TextEncoder().encode('G28\nG1 X10 E1 F600\n');
  const page = await checked(await meshJob(farm, bench, text, null, { fileName: 'cube.gcode' }));
  expect([page.run!.state, page.run!.refusal]).toEqual(['refused', expect.stringContaining('cube.gcode: ')]);
});

describe('printing', () => {
  test('sends what was judged, follows it to its end, and takes its resin off the lot', async () => {
    const id = await ofMesh(block);
    const page = await checked(id);
    const before = await leftG();
    await started(id);
    await runJobPrint(farm.as('lead'), id, 'test');
    const after = await pageOf(id);
    expect(after).toMatchObject({ state: 'done', printed: 1, progress: { acknowledged: 30, lines: 30, zMm: 3 } });
    expect((await findMachine(tech(), bench.m.id))!.state).toBe('waiting to be cleared');
    expect(printer.state().digest).toBe(page.run!.wireSha);
    const left = await leftG();
    expect(before - left).toBeCloseTo(layersOf(page).estimate.massG, 2);
  });
  test('is refused where the stack is not the one that was judged', async () => {
    const id = await ofMesh(block);
    const page = await checked(id);
    await started(id);
    await farm.pool.query('update check_run set wire_sha = $2 where id = $1', [page.run!.id, 'f'.repeat(64)]);
    await runJobPrint(farm.as('lead'), id, 'test');
    expect(await pageOf(id)).toMatchObject({ progress: { phase: 'refused' } });
    expect(printer.state().phase).toBe('idle');
  });
  test('a fault in mid-print stops the machine until somebody has searched the vat', async () => {
    await switchOff();
    await switchOn(300);
    const id = await ofMesh(block);
    await checked(id);
    await started(id);
    const printing = runJobPrint(farm.as('lead'), id, 'test');
    while (printer.state().layer < 2) await new Promise((again) => setTimeout(again, 20));
    printer.fault = 'film';
    await printing;
    const page = await pageOf(id);
    expect(page.state).toBe('needs attention');
    expect(page.progress!.message).toContain('Search the vat');
    expect((await findMachine(tech(), bench.m.id))!.state).toBe('stopped');
  });
});
