import { jobsOpen } from '../../src/areas/checks/model/states.ts';
import { eq } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
import {
  checkAgain,
  clearJob,
  confirmSet,
  listJobs,
  listSeenOn,
  noteOutcome,
  wishJobPrint,
} from '../../src/areas/checks/server/index.ts';
import { job } from '../../src/areas/checks/server/tables.ts';
import { clearPlate, findLoaded } from '../../src/areas/machines/server/index.ts';
import { print as prints } from '../../src/areas/machines/server/tables.ts';
import { programText } from '../../src/areas/rules/cases.ts';
import { lastsOf, workedOutOf, ofProgram } from '../../src/areas/rules/outcome.ts';
import { getToday } from '../../src/areas/today/server/index.ts';
import { cutProgram, linesToSend } from '../../src/core/gcode/wire.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { meshJob } from './benchFarm.ts';
import { emptyPlates, unwrap } from './setup.ts';

import {
  approved,
  ask,
  bench,
  check,
  closePrintBench,
  farm,
  hut,
  openPrintBench,
  pageOf,
  print,
  standins,
  tech,
  why,
} from './printBench.ts';

beforeAll(() => openPrintBench('job_print'));
afterAll(closePrintBench);

/** Has the machine's sensor fail after so many lines. */
function failAt(line: number): (typeof standins)['controllers'][number] {
  const controller = standins.controllers[0]!;
  const asBuilt = controller.take.bind(controller);
  controller.take = (text, report) => {
    if (controller.lastLine === line) {
      controller.fault = 'sensor';
      controller.take = asBuilt;
    }
    return asBuilt(text, report);
  };
  return controller;
}
const spoolG = async (): Promise<number> => (await findLoaded(tech(), bench.m.id))!.remainingG;

afterEach(() => emptyPlates(farm));

test('three pieces on plates of one are three prints, each with everything seen to anew', async () => {
  const id = await approved(3);
  expect((await pageOf(id)).sheet!.job).toMatchObject({ quantity: 3, prints: 3 });
  const { massG } = (await pageOf(id)).run!.outcome!.estimate;
  let left = await spoolG();
  for (const n of [1, 2, 3]) {
    expect((await pageOf(id)).confirmed).toEqual([]);
    expect(why(await wishJobPrint(tech(), id, 'print'))).toContain('Not yet confirmed at the machine');
    await ask(id);
    await print(id);
    const page = await pageOf(id);
    expect([page.printed, page.prints, page.state]).toEqual([n, 3, n < 3 ? 'cleared' : 'done']);
    // nothing more is laid onto what has been printed
    expect(await hut()).toMatchObject({ state: 'waiting to be cleared', stop: { id, isFinished: true } });
    unwrap(await clearPlate(tech(), bench.m.id, ''));
    expect(await hut()).toMatchObject({ state: 'ready', stop: null });
    // what was fed is off the spool
    expect(left - (await spoolG())).toBeCloseTo(massG, 2);
    left = await spoolG();
  }
});

test('what a recipe changes at heights the machine does there: heat, bed and fan at their height, speed from its layer on', async () => {
  const heightChanges = '1 mm: nozzle 212, fan 60; 1.4 mm: bed 50; layer 9: speed 50';
  const id = await meshJob(
    farm,
    bench,
    writeStl(boxMesh([0, 0, 0], [30, 30, 2])),
    { unit: null, placement: asDrawn(110, 105) },
    { overrides: { heightChanges, minimumLayerTimeS: 0, fanPercent: 40 } },
  );
  await check(id);
  unwrap(await clearJob(farm.as('lead'), id, 'for this test, whatever the verdict'));
  await ask(id);
  await print(id);
  const { accepted } = standins.controllers[0]!;
  // what was in force while each layer was laid, read off the lines the machine took
  const layers = new Map<string, { nozzle: number; bed: number; fan: number; fastest: number }>();
  const now = { z: 0, nozzle: 0, bed: 0, fan: 0, mmPerS: 0 };
  for (const line of accepted) {
    const word = (letter: string): number | null => {
      const found = new RegExp(`\\b${letter}(-?[\\d.]+)`).exec(line)?.[1];
      return found === undefined ? null : Number(found);
    };
    if (/^M10[49] /.test(line)) now.nozzle = word('S')!;
    if (/^M1[49]0 /.test(line)) now.bed = word('S')!;
    if (/^M10[67]/.test(line)) now.fan = Math.round((word('S') ?? 0) / 2.55);
    now.z = word('Z') ?? now.z;
    if (/^G[01] /.test(line)) now.mmPerS = word('F') === null ? now.mmPerS : word('F')! / 60;
    if (!/^G1 [XY].*E/.test(line) || (word('E') ?? 0) <= 0) continue;
    const at = now.z.toFixed(1);
    layers.set(at, { ...now, fastest: Math.max(layers.get(at)?.fastest ?? 0, now.mmPerS) });
  }
  expect([...layers].map(([z, l]) => [z, l.nozzle, l.bed, l.fan])).toEqual([
    ['0.2', 205, 55, 0],
    ...['0.4', '0.6', '0.8', '1.0'].map((z) => [z, 205, 55, 40]),
    ...['1.2', '1.4'].map((z) => [z, 212, 55, 60]), // their bottoms stand at 1 and at 1.2 mm
    ...['1.6', '1.8', '2.0'].map((z) => [z, 212, 50, 60]),
  ]);
  // layer 8 and 9 are laid alike but for the change
  expect(layers.get('1.8')!.fastest / layers.get('1.6')!.fastest).toBeCloseTo(0.5, 2);
});

test('a fault leaves the machine stopped with the part, the job on Today, and nothing starts there until somebody says what was done', async () => {
  const [id, other] = [await approved(), await approved()];
  await ask(id);
  const controller = failAt(60);
  const left = await spoolG();
  await print(id);
  const fedG = left - (await spoolG());
  expect(fedG).toBeGreaterThan(0);
  expect(fedG).toBeLessThan((await pageOf(id)).run!.outcome!.estimate.massG / 2);
  const stopped = await hut();
  expect(stopped).toMatchObject({
    state: 'stopped',
    stop: {
      of: 'job',
      id,
      zMm: controller.zMm,
      why: expect.stringContaining('nozzle sensor gave no reading') as string,
    },
  });
  expect(await pageOf(id)).toMatchObject({ state: 'needs attention', resumes: true, printed: 0, stop: { id } });
  const today = await getToday(tech());
  expect(today.attention.map((j) => j.id)).toEqual([id]);
  expect(today.stopped.map((m) => [m.name, m.stop!.name])).toEqual([[stopped.name, (await pageOf(id)).name]]);
  for (const { key } of (await pageOf(other)).toSet) unwrap(await confirmSet(tech(), other, key));
  expect(why(await wishJobPrint(tech(), other, 'print'))).toContain('part on the plate: remove it and say so');

  unwrap(await clearPlate(tech(), bench.m.id, 'came off in one piece'));
  expect(await hut()).toMatchObject({ state: 'ready', stop: null });
  expect(why(await clearPlate(tech(), bench.m.id, ''))).toContain('notStopped');
  expect(await pageOf(id)).toMatchObject({ state: 'needs attention', resumes: false, stop: null });
  unwrap(await wishJobPrint(tech(), other, 'print'));
  await print(other);
  unwrap(await clearPlate(tech(), bench.m.id, ''));
  // what was seen to was seen to for the print that failed
  expect(await pageOf(id)).toMatchObject({ begun: 1, printed: 0, confirmed: [] });
  expect(why(await wishJobPrint(tech(), id, 'print'))).toContain('Not yet confirmed at the machine');
  await ask(id);
  await print(id);
  expect([(await pageOf(other)).state, (await pageOf(id)).state]).toEqual(['done', 'done']);
});

test('a print that stopped goes on where it stopped, as long as its part stands there', async () => {
  const id = await approved();
  await ask(id);
  const controller = failAt(80);
  const left = await spoolG();
  await print(id);
  const stopped = await pageOf(id);
  const { acknowledged } = stopped.progress!;
  // it is the same print that goes on: what was seen to for it still stands
  expect(stopped.resumes).toBe(true);
  expect(stopped.confirmed).toHaveLength(stopped.toSet.length);
  expect(acknowledged).toBeGreaterThan(40);
  unwrap(await wishJobPrint(tech(), id, 'print'));
  await print(id);
  const page = await pageOf(id);
  expect(left - (await spoolG())).toBeCloseTo(page.run!.outcome!.estimate.massG, 2);
  expect(page).toMatchObject({ state: 'done', printed: 1, begun: 1 });
  expect(page.confirmed).toHaveLength(page.toSet.length);
  expect(controller.accepted.length).toBe((await pageOf(id)).progress!.lines);
});

test('lines that are not those of the verdict are not sent, and the job has to be checked again', async () => {
  const id = await approved();
  await ask(id);
  const page = await pageOf(id);
  await farm.pool.query(`update check_run set wire_sha = 'another' where id = $1`, [page.run!.id]);
  const before = [...standins.controllers[0]!.accepted];
  await print(id);
  expect(await pageOf(id)).toMatchObject({
    state: 'checked',
    progress: { phase: 'refused', message: expect.stringContaining('not those that were judged') as string },
  });
  expect(standins.controllers[0]!.accepted).toEqual(before);
  expect((await hut()).state).toBe('ready');
  unwrap(await checkAgain(tech(), id));
  await check(id);
  unwrap(await clearJob(farm.as('lead'), id, 'for this test, whatever the verdict'));
  await ask(id);
  await print(id);
  expect((await tech().db.select().from(job).where(eq(job.id, id)))[0]!.state).toBe('done');
});

test('a program brought along is printed line by line as it was judged, comments and numbers left behind', async () => {
  const bytes = new TextEncoder().encode(
    `; Größe\r\n${programText().replace('G28', 'N7 G28 ; home').replaceAll('\n', '\r\n')}`,
  );
  const id = await approved(1, bytes);
  await ask(id);
  await print(id);
  expect((await pageOf(id)).state).toBe('done');
  const cut = unwrap(cutProgram(bytes));
  expect(standins.controllers[0]!.accepted).toEqual(linesToSend(cut));
  expect(standins.controllers[0]!.accepted).toContain('G28');
});

test('nothing is printed while its check is queued, and the check asked for again is printed by', async () => {
  const id = await approved();
  for (const { key } of (await pageOf(id)).toSet) unwrap(await confirmSet(tech(), id, key));
  unwrap(await checkAgain(tech(), id));
  expect(why(await wishJobPrint(tech(), id, 'print'))).toContain('being checked');
  expect((await pageOf(id)).state).toBe('cleared');
  await check(id);
  unwrap(await clearJob(farm.as('lead'), id, 'for this test, whatever the verdict'));
  await ask(id);
  await print(id);
  expect((await pageOf(id)).state).toBe('done');
});

test('a check that ends late leaves a job that prints meanwhile as it is', async () => {
  const id = await approved();
  await ask(id);
  await farm.pool.query(`update job set state = 'cleared' where id = $1`, [id]);
  unwrap(await checkAgain(tech(), id));
  // the job begins to print between what the check has read of it and what it writes at its end
  const other = await farm.pool.connect();
  try {
    await other.query('begin');
    await other.query('select 1 from job where id = $1 for update', [id]);
    const checking = check(id);
    for (let isWaiting = false; !isWaiting;) {
      const { rows } = await farm.pool.query<{ n: string }>(
        `select count(*) as n from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'`,
      );
      isWaiting = Number(rows[0]!.n) > 0;
    }
    await other.query(`update job set state = 'printing' where id = $1`, [id]);
    await other.query('commit');
    await checking;
  } finally {
    other.release();
  }
  expect((await pageOf(id)).state).toBe('printing');
  await print(id);
  expect((await pageOf(id)).state).toBe('done');
});

test('prints that ran through are timed by the machine’s own clock, and from five on correct what is said of the next', async () => {
  const checkedBefore = await approved();
  expect((await pageOf(checkedBefore)).outOfDate).toBe(false);
  const id = await approved(5);
  const { estimate } = (await pageOf(id)).run!.outcome!;
  for (let n = 0; n < 5; n++) {
    await ask(id);
    await print(id);
    unwrap(await clearPlate(tech(), bench.m.id, ''));
  }
  const rows = await tech().db.select().from(prints).where(eq(prints.ofId, id)).orderBy(prints.number);
  expect(rows.map((r) => [r.machineId, r.of, r.state, Math.round(r.workedOutS!)])).toEqual(
    rows.map(() => [bench.m.id, 'job', 'finished', Math.round(workedOutOf(estimate))]),
  );
  expect(rows).toHaveLength(5);
  // the stand-in starts and stops less hard than its profile says, and homes in its own time
  for (const r of rows) expect(r.tookS!).toBeGreaterThan(60);
  const nextId = await approved();
  const next = ofProgram((await pageOf(nextId)).run!.outcome)!.estimate;
  expect(next.pace!.prints).toBeGreaterThanOrEqual(5);
  expect(lastsOf(next)).toBeCloseTo(next.pace!.ratio * workedOutOf(next), 6);
  // the list says what the page says: what its print lasts, and not what its moves take
  expect(lastsOf(next)).toBeGreaterThan(next.timeS);
  expect((await listJobs(tech(), jobsOpen)).find((j) => j.id === nextId)!.timeS).toBeCloseTo(lastsOf(next), 6);
  expect(Math.abs(lastsOf(next) / rows.at(-1)!.tookS! - 1)).toBeLessThan(0.25);
  // how fast a machine is decides no verdict
  expect((await pageOf(checkedBefore)).outOfDate).toBe(false);
});

test('a job wants as many good prints as it was asked for: scrap is printed once more, and a later look counts', async () => {
  const id = await approved(2);
  const judge = (result: 'good' | 'failed', clearsPlate: boolean, note = '') =>
    noteOutcome(tech(), id, {
      ...{ result, note, clearsPlate, layer: null },
      ...{ signs: [], setAtMachine: '', pictureSha: null },
    });
  const printOne = async (): Promise<void> => {
    await ask(id);
    await print(id);
  };
  await printOne();
  unwrap(await judge('good', true));
  expect(await hut()).toMatchObject({ state: 'ready', stop: null });
  await printOne();
  // as many as were asked for have come to their end; one of them turns out to be none
  expect(await pageOf(id)).toMatchObject({ state: 'done', printed: 2 });
  unwrap(await judge('failed', true, 'a corner has lifted'));
  expect(await pageOf(id)).toMatchObject({ state: 'cleared', printed: 1 });
  await printOne();
  unwrap(await judge('good', true));
  const page = await pageOf(id);
  expect(page).toMatchObject({ state: 'done', printed: 2 });
  expect(page.executions.map((p) => [p.state, p.why])).toEqual([
    ['good', null],
    ['scrap', 'a corner has lifted'],
    ['good', null],
  ]);
  // nothing of it stands on the plate any more: the word on its outcome is not taken for one on the plate
  expect(why(await judge('good', true))).toContain('does not stand on the plate');
  expect(await pageOf(id)).toMatchObject({ outcomes: { length: 3 } });
});

test('what was seen on a print is found by sign, material and time, for the machine it was printed on', async () => {
  const id = await approved();
  await ask(id);
  await print(id);
  const since = farm.clock.now();
  const say = { layer: null, setAtMachine: '', note: '', pictureSha: null, clearsPlate: true };
  unwrap(await noteOutcome(tech(), id, { ...say, result: 'failed', signs: ['starved', 'clicks'] }));
  const { materialId } = (await findLoaded(tech(), bench.m.id))!;
  const seenOn = (of: object) => listSeenOn(tech(), { sign: 'starved', materialId, since, ...of });
  expect(await seenOn({})).toEqual([bench.m.id]);
  expect(await seenOn({ sign: 'clicks' })).toEqual([bench.m.id]);
  expect(await seenOn({ sign: 'strings' })).toEqual([]);
  expect(await seenOn({ materialId: bench.toolId })).toEqual([]);
  expect(await seenOn({ since: new Date(since.getTime() + 1) })).toEqual([]);
});

test('a single print that is scrap has failed its job, which can be printed again', async () => {
  const id = await approved();
  await ask(id);
  await print(id);
  const say = { layer: null, signs: [], setAtMachine: '', pictureSha: null, clearsPlate: true };
  unwrap(await noteOutcome(tech(), id, { ...say, result: 'failed', note: 'split' }));
  expect(await pageOf(id)).toMatchObject({ state: 'failed', printed: 0 });
  await ask(id);
  await print(id);
  unwrap(await noteOutcome(tech(), id, { ...say, result: 'good', note: '' }));
  expect(await pageOf(id)).toMatchObject({ state: 'done', printed: 1, begun: 2 });
});
