import { desc, eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { checkAgain, getJobPage, makeJob, placeJob, runCheck } from '../../src/areas/checks/server/index.ts';
import { checkRun } from '../../src/areas/checks/server/tables.ts';
import type { MeshChoice } from '../../src/areas/checks/model/mesh.ts';
import { placeSchema } from '../../src/areas/checks/model/schemas.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { exampleLimits } from '../../src/core/motion/limits.ts';
import { storeFile, wholeFile } from '../../src/platform/files/store.ts';
import { benchFarm, type Bench } from './benchFarm.ts';
import { freshFarm, must, type Farm } from './setup.ts';

let farm: Farm;
let bench: Bench;
beforeAll(async () => {
  farm = await freshFarm('mesh_jobs');
  bench = await benchFarm(farm);
});
afterAll(() => farm.close());

const stand = (xMm = 110, turnDeg: [number, number, number] = [0, 0, 0]): MeshChoice => ({
  unit: null,
  placement: { ...asDrawn(xMm, 105), turnDeg },
});
async function jobOf(bytes: Uint8Array, mesh: MeshChoice | null): Promise<string> {
  const ctx = farm.as('technician');
  const stored = must(
    await storeFile(
      ctx,
      (async function* () {
        yield bytes;
      })(),
    ),
  );
  const made = must(
    await makeJob(ctx, {
      title: 'Block',
      class: 'in-house',
      quantity: 1,
      machineId: bench.m.id,
      toolId: bench.toolId,
      materialId: bench.materialId,
      processId: bench.processId,
      fileSha: stored.sha256,
      fileName: 'block.stl',
      mesh,
    }),
  );
  return made.id;
}
async function run(jobId: string) {
  const ctx = farm.as('technician');
  const [newest] = await ctx.db
    .select()
    .from(checkRun)
    .where(eq(checkRun.jobId, jobId))
    .orderBy(desc(checkRun.at))
    .limit(1);
  await runCheck(ctx, newest!.id);
  return must(await getJobPage(ctx, jobId));
}
const rulesOf = (page: Awaited<ReturnType<typeof run>>): string[] => page.run!.outcome!.findings.map((f) => f.rule);

test('a mesh is checked to its record, with the program that was laid of it', async () => {
  const page = await run(await jobOf(writeStl(boxMesh([0, 0, 0], [30, 20, 10])), stand()));
  expect(page.run).toMatchObject({ state: 'done', mesh: stand() });
  expect(page.outOfDate).toBe(false);
  const { mesh, report, estimate } = page.run!.outcome!;
  expect(mesh).toMatchObject({ format: 'stl', facts: { triangles: 12, watertight: true } });
  const bytes = await wholeFile(farm.as('viewer'), page.run!.programSha!, report.bytes);
  const read = must(inspectGcode(bytes, { ...exampleLimits, ...page.run!.sheet!.machine.motion }));
  // the estimate is what the own planner makes of the program as it was written
  expect([read.timeS, read.filamentMm, read.lines]).toEqual([estimate.timeS, estimate.filamentMm, report.lines]);
});
describe('where a part stands', () => {
  test('set down otherwise, the verdict is out of date, says so, and is checked anew', async () => {
    const ctx = farm.as('technician');
    const id = await jobOf(writeStl(boxMesh([0, 0, 0], [214, 20, 10])), stand(100));
    expect(rulesOf(await run(id))).toContain('fits-travel');
    must(await placeJob(ctx, id, stand(110)));
    const moved = must(await getJobPage(ctx, id));
    expect(moved.run!.state).toBe('queued');
    expect(rulesOf(await run(id))).not.toContain('fits-travel');
    must(await placeJob(ctx, id, stand(110, [0, 0, 90])));
    expect(rulesOf(await run(id))).toContain('fits-travel'); // 214 mm along a Y of 210
  });
  test('a program lies where it was written, and cannot be set down', async () => {
    const id = await jobOf(new TextEncoder().encode('G28\nM83\nG1 X10 E1 F600\n'), null);
    const placed = await placeJob(farm.as('technician'), id, stand());
    expect(placed.ok ? '' : placed.failure.code).toBe('notPlaced');
  });
  test.each([
    ['no turn', { unit: null, placement: { scale: [1, 1, 1], xMm: 0, yMm: 0 } }],
    ['a scale of nothing', { unit: null, placement: { ...stand().placement, scale: [0, 1, 1] } }],
    ['a unit nobody knows', { ...stand(), unit: 'ell' }],
    ['text for a figure', { unit: null, placement: { ...stand().placement, xMm: '110' } }],
    ['a field of its own', { ...stand(), colour: 'red' }],
  ])('%s is no place', (_, body) => expect(placeSchema.isValidSync(body, { strict: true })).toBe(false));
});
test('a file that is no mesh is refused with its name, place and reason, and nothing of it is kept', async () => {
  const page = await run(await jobOf(writeStl(boxMesh([0, 0, 0], [30, 20, 10])).subarray(0, 400), stand()));
  expect(page.run).toMatchObject({ state: 'refused', outcome: null, programSha: null });
  expect(page.run!.refusal).toMatch(/^block\.stl: The header counts 12 triangles.*byte 80/);
});
test('asked again with nothing changed, the check says the same', async () => {
  const id = await jobOf(writeStl(boxMesh([0, 0, 0], [12, 12, 60])), stand());
  const first = await run(id);
  must(await checkAgain(farm.as('technician'), id));
  const second = await run(id);
  expect(second.run!.id).not.toBe(first.run!.id);
  expect(second.run!.outcome).toEqual(first.run!.outcome);
  expect([second.run!.pinSha, second.run!.programSha]).toEqual([first.run!.pinSha, first.run!.programSha]);
});
