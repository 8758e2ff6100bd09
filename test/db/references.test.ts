import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { getReleasedRevision, saveRevision } from '../../src/areas/library/server/index.ts';
import { logMaintenance } from '../../src/areas/machines/server/index.ts';
import { lookSchema, referenceSchema } from '../../src/areas/references/model/schemas.ts';
import { placesOf } from '../../src/areas/references/model/reference.ts';
import {
  getReference,
  listReferences,
  makeReference,
  noteLook,
  printAgain,
} from '../../src/areas/references/server/index.ts';
import { clearJob, runJobPrint, wishJobPrint } from '../../src/areas/checks/server/index.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { meshJob } from './benchFarm.ts';
import {
  approved,
  ask,
  bench,
  check,
  closePrintBench,
  farm,
  openPrintBench,
  pageOf,
  print,
  tech,
} from './printBench.ts';
import { resinBench, switchOff, switchOn } from './resinBench.ts';
import { codeOf, emptyPlates, unwrap } from './setup.ts';

const MINUTE_MS = 60_000;
const places = placesOf(
  'corner: 5 sharp, 1 bulging\ntop: 5 closed, 1 gaps\nwall: 5 even, 1 split\nfoot: 5 flat, 1 bent\nhole: 5 the pin slides in\nedge: 5 clean, 1 strings',
);
const keys = places.map((p) => p.key);
const all = (score: number): Record<string, number> => Object.fromEntries(keys.map((key) => [key, score]));

beforeAll(() => openPrintBench('references'));
afterEach(() => emptyPlates(farm));
afterAll(closePrintBench);
let now = new Date('2026-11-20T08:00:00Z').getTime();
const later = (): void => farm.clock.set(new Date((now += 10 * MINUTE_MS)));

const of = async (jobId: string, name = 'Hinge') => unwrap(await makeReference(tech(), { jobId, name, places })).id;
const page = async (id: string) => unwrap(await getReference(tech(), id));
const look = (id: string, jobId: string, scores: Record<string, number>, corrects: string | null = null) =>
  noteLook(tech(), id, { jobId, scores, note: '', corrects });
/** Prints a job of a stand-in that was made for a series. */
async function printed(jobId: string): Promise<void> {
  await check(jobId);
  if ((await pageOf(jobId)).state !== 'cleared')
    unwrap(await clearJob(farm.as('lead'), jobId, 'for this test, whatever the verdict'));
  await ask(jobId);
  await print(jobId);
  await emptyPlates(farm);
}
async function sets(own: object): Promise<void> {
  const base = await getReleasedRevision(farm.as('lead'), bench.processId);
  unwrap(
    await saveRevision(farm.as('lead'), {
      profileId: bench.processId,
      baseRevisionId: base.id,
      own: { ...base.own, ...own },
      reasons: {},
      message: 'one change',
      decided: [],
    }),
  );
}

describe('a reference part of the farm’s own', () => {
  test('shows five prints side by side, what was changed before each, and what it did', async () => {
    const first = await approved();
    const id = await of(first);
    await ask(first);
    await print(first);
    await emptyPlates(farm);
    unwrap(await look(id, first, all(3)));
    const jobs = [first];
    for (const [score, change] of [
      [3, null],
      [4, () => sets({ visibleWallSpeedMmPerS: 30 })],
      [4, () => logMaintenance(tech(), bench.m.id, 'axis', '')],
      [2, () => sets({ visibleWallSpeedMmPerS: 60, walls: 4 })],
    ] as const) {
      later();
      await change?.();
      later();
      const made = unwrap(await printAgain(tech(), id));
      await printed(made.id);
      unwrap(await look(id, made.id, all(score)));
      jobs.push(made.id);
    }
    const { prints } = await page(id);
    expect(prints.map((p) => [p.jobId, p.isPrinted, p.means['corner']])).toEqual(
      jobs.map((jobId, n) => [jobId, true, [3, 3, 4, 4, 2][n]]),
    );
    expect(prints.map((p) => (p.againstLast && 'verdict' in p.againstLast ? p.againstLast.verdict : null))).toEqual([
      null,
      'no sure difference',
      'better',
      'no sure difference',
      'worse',
    ]);
    expect(prints.map((p) => p.changed.length)).toEqual([0, 0, 1, 1, 2]);
    expect(prints[4]!.againstFirst).toMatchObject({ verdict: 'worse', worse: 6, better: 0 });
    expect(prints.every((p) => p.timeS! > 60 && p.massG! > 0)).toBe(true);
  });
  test('names what was changed: a value of the recipe, and work on the machine', async () => {
    const id = await of(await approved(), 'Changed');
    later();
    await sets({ visibleWallSpeedMmPerS: 35 });
    unwrap(await logMaintenance(tech(), bench.m.id, 'axis', ''));
    later();
    const again = unwrap(await printAgain(tech(), id));
    await check(again.id);
    const [, second] = (await page(id)).prints;
    expect(second!.changed).toEqual([
      expect.stringMatching(/wall speed .* → 35 mm\/s/),
      expect.stringContaining('axis'),
    ]);
  });
  test('is printed again with its file, placement and recipe, as a job that is judged anew', async () => {
    const first = await approved();
    const id = await of(first, 'As before');
    const again = unwrap(await printAgain(tech(), id));
    const [a, b] = [await pageOf(first), await pageOf(again.id)];
    expect([b.fileSha, b.mesh, b.recipe.processId, b.title]).toEqual([
      a.fileSha,
      a.mesh,
      a.recipe.processId,
      'As before, print 2',
    ]);
    expect([a.state, b.state]).toEqual(['cleared', 'received']);
  });
  test('of two people who ask for the next print at once each gets one', async () => {
    const id = await of(await approved(), 'At once');
    const made = await Promise.all([printAgain(tech(), id), printAgain(farm.as('lead'), id)]);
    expect(made.every((m) => m.ok)).toBe(true);
    expect((await page(id)).prints).toHaveLength(3);
  });
  test('is scored by looks that are only added to: one that corrects another takes its place, once', async () => {
    const first = await approved();
    const id = await of(first, 'Looked at');
    expect(codeOf(await look(id, first, all(3)))).toBe('notPrintedYet');
    await ask(first);
    await print(first);
    await emptyPlates(farm);
    const wrong = unwrap(await look(id, first, { corner: 1 }));
    unwrap(await look(id, first, { corner: 4, top: 2 }));
    expect((await page(id)).prints[0]!.means).toEqual({ corner: 2.5, top: 2 });
    unwrap(await look(id, first, { corner: 5 }, wrong.id));
    expect((await page(id)).prints[0]!.means).toEqual({ corner: 4.5, top: 2 });
    expect(codeOf(await look(id, first, { corner: 3 }, wrong.id))).toBe('notOfIt');
    expect(codeOf(await look(id, first, { lid: 3 }))).toBe('noPlace');
    for (const change of [`update reference_look set note = 'x'`, 'delete from reference_look'])
      await expect(farm.pool.query(change)).rejects.toThrow('permission denied');
  });
  test('has a name of its own, is made of a job that was checked, and of each job once', async () => {
    const first = await approved();
    await of(first, 'Named');
    const other = await approved();
    expect(codeOf(await makeReference(tech(), { jobId: other, name: 'Named', places }))).toBe('taken');
    expect(codeOf(await makeReference(tech(), { jobId: first, name: 'Named otherwise', places }))).toBe(
      'isPrintAlready',
    );
    expect(codeOf(await makeReference(tech(), { jobId: 'none', name: 'Of nothing', places }))).toBe('noJob');
    expect((await listReferences(tech())).filter((r) => r.name.startsWith('Named'))).toHaveLength(1);
  });
});

test('in resin the stack is drawn anew for each print, and scored the same way', async () => {
  const resin = await resinBench(farm);
  await switchOn(2000);
  try {
    const first = await meshJob(
      farm,
      resin,
      writeStl(boxMesh([0, 0, 0], [12, 9, 2])),
      { unit: 'mm', placement: asDrawn(60, 40) },
      { title: 'Tile' },
    );
    await check(first);
    const id = await of(first, 'Tile');
    const again = unwrap(await printAgain(tech(), id));
    for (const [jobId, score] of [
      [first, 2],
      [again.id, 4],
    ] as const) {
      await check(jobId);
      unwrap(await clearJob(farm.as('lead'), jobId, 'for this test, whatever the verdict'));
      await ask(jobId);
      unwrap(await wishJobPrint(tech(), jobId, 'print'));
      await runJobPrint(farm.as('lead'), jobId, 'test');
      await emptyPlates(farm);
      unwrap(await look(id, jobId, all(score)));
    }
    const { technology, prints } = await page(id);
    expect([technology, prints.map((p) => p.means['edge'])]).toEqual(['resin', [2, 4]]);
    expect(prints[1]!.againstLast).toMatchObject({ verdict: 'better', better: 6 });
  } finally {
    await switchOff();
  }
});

describe('what is typed', () => {
  const valid = (typed: object) => referenceSchema.isValid({ jobId: 'j', name: 'Hinge', places, ...typed });
  test('of a reference part wants six places, each once', async () => {
    expect(await valid({})).toBe(true);
    expect(await valid({ places: places.slice(1) })).toBe(false);
    expect(await valid({ places: [...places.slice(1), places[2]] })).toBe(false);
  });
  test('as a score is 1 to 5, whole, at one place at least', async () => {
    const scored = (scores: object) =>
      lookSchema.isValid({ jobId: 'j', scores, note: '', corrects: null }, { strict: true });
    expect(await Promise.all([{ a: 1, b: 5 }, {}, { a: 0 }, { a: 6 }, { a: 2.5 }, { a: '3' }].map(scored))).toEqual([
      true,
      false,
      false,
      false,
      false,
      false,
    ]);
  });
});
