import { ofProgram } from '../../src/areas/rules/outcome.ts';
import { gzipSync } from 'node:zlib';
import { desc, eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  checkAgain,
  clearJob,
  confirmSet,
  findOutcomePicture,
  fixJob,
  getJobPage,
  getRuleRecord,
  noteOutcome,
  placeJob,
  runCheck,
  runJobPrint,
  standardCaps,
  travellerOf,
  wishJobPrint,
  type CheckCaps,
} from '../../src/areas/checks/server/index.ts';
import { checkRun, job, jobOutcome } from '../../src/areas/checks/server/tables.ts';
import { progressOf } from '../../src/areas/machines/model/print.ts';
import { clearPlate } from '../../src/areas/machines/server/index.ts';
import type { MeshChoice } from '../../src/areas/checks/model/mesh.ts';
import { placeSchema } from '../../src/areas/checks/model/schemas.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import { openMesh } from '../../src/core/mesh/openMesh.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { exampleLimits } from '../../src/core/motion/limits.ts';
import { wholeFile } from '../../src/platform/files/store.ts';
import { benchFarm, meshJob, type Bench } from './benchFarm.ts';
import { until } from './printBench.ts';
import { freshFarm, keepBytes, unwrap, type Farm } from './setup.ts';

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
const jobOf = (bytes: Uint8Array, mesh: MeshChoice | null): Promise<string> => meshJob(farm, bench, bytes, mesh);
async function run(jobId: string) {
  const ctx = farm.as('technician');
  const [newest] = await ctx.db
    .select()
    .from(checkRun)
    .where(eq(checkRun.jobId, jobId))
    .orderBy(desc(checkRun.at))
    .limit(1);
  await runCheck(ctx, newest!.id);
  farm.clock.set(new Date(farm.clock.now().getTime() + 1000)); // what is asked for next is newer
  return unwrap(await getJobPage(ctx, jobId));
}
const rulesOf = (page: Awaited<ReturnType<typeof run>>): string[] => page.run!.outcome!.findings.map((f) => f.rule);

test('a mesh is checked to its record, with the program that was laid of it', async () => {
  const page = await run(await jobOf(writeStl(boxMesh([0, 0, 0], [30, 20, 10])), stand()));
  expect(page.run).toMatchObject({ state: 'done', mesh: stand() });
  expect(page.outOfDate).toBe(false);
  const { mesh, report, estimate } = ofProgram(page.run!.outcome)!;
  expect(mesh).toMatchObject({ format: 'stl', facts: { triangles: 12, watertight: true } });
  const bytes = await wholeFile(farm.as('viewer'), page.run!.programSha!, report.bytes);
  const read = unwrap(inspectGcode(bytes, { ...exampleLimits, ...page.run!.sheet!.machine.motion }));
  // the estimate is what the own planner makes of the program as it was written
  expect([read.timeS, read.filamentMm, read.lines]).toEqual([estimate.timeS, estimate.filamentMm, report.lines]);
});
describe('where a part stands', () => {
  test('set down otherwise, the verdict is out of date, says so, and is checked anew', async () => {
    const ctx = farm.as('technician');
    const id = await jobOf(writeStl(boxMesh([0, 0, 0], [214, 20, 10])), stand(100));
    expect(rulesOf(await run(id))).toContain('fits-travel');
    unwrap(await placeJob(ctx, id, stand(110)));
    const moved = unwrap(await getJobPage(ctx, id));
    expect(moved.run!.state).toBe('queued');
    expect(rulesOf(await run(id))).not.toContain('fits-travel');
    unwrap(await placeJob(ctx, id, stand(110, [0, 0, 90])));
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
  unwrap(await checkAgain(farm.as('technician'), id));
  const second = await run(id);
  expect(second.run!.id).not.toBe(first.run!.id);
  expect(second.run!.outcome).toEqual(first.run!.outcome);
  expect([second.run!.pinSha, second.run!.programSha]).toEqual([first.run!.pinSha, first.run!.programSha]);
});

describe('a fix done to a copy', () => {
  const tech = () => farm.as('technician');
  const why = (r: { readonly ok: boolean; readonly failure?: unknown }): string =>
    r.ok ? 'done' : JSON.stringify(r.failure);
  test('changes the job’s own recipe or place, leaves the profiles alone, is written down and checked at once', async () => {
    const id = await jobOf(writeStl(boxMesh([0, 0, 0], [30, 20, 10])), stand(8));
    const before = await run(id);
    const findings = before.run!.outcome!.findings;
    const finding = findings.findIndex((f) => f.rule === 'fits-travel');
    expect(findings[finding]!.change).toEqual({ moveMm: [expect.any(Number), expect.any(Number)] });
    unwrap(await fixJob(tech(), id, { runId: before.run!.id, finding }));
    const after = await run(id);
    expect(rulesOf(after)).not.toContain('fits-travel');
    expect(after.mesh!.placement.xMm).toBeGreaterThan(15);
    const tall = await jobOf(writeStl(boxMesh([0, 0, 0], [12, 12, 90])), stand());
    const small = await run(tall);
    const brim = small.run!.outcome!.findings.findIndex((f) => f.rule === 'holds-plate');
    unwrap(await fixJob(tech(), tall, { runId: small.run!.id, finding: brim }));
    const held = await run(tall);
    expect(rulesOf(held)).not.toContain('holds-plate');
    expect(held.sheet!.recipe.lay!.brimMm).toBe(5);
    expect(unwrap(await getJobPage(tech(), id)).sheet!.recipe.lay!.brimMm).not.toBe(5); // another job, another recipe
    const log = await tech().db.execute<{ what: string; why: string }>(
      sql`select what, why from event where subject_id = ${tall} and what = 'fix done to a copy'`,
    );
    expect(log.rows).toHaveLength(1);
  });
  test('is refused where the check is no longer the newest, where it is done by hand, and for a program', async () => {
    const id = await jobOf(writeStl(boxMesh([0, 0, 0], [12, 12, 90])), stand());
    const old = await run(id);
    unwrap(await checkAgain(tech(), id));
    await run(id);
    expect(why(await fixJob(tech(), id, { runId: old.run!.id, finding: 0 }))).toContain('checked again meanwhile');
    const now = unwrap(await getJobPage(tech(), id));
    const byHand = now.run!.outcome!.findings.findIndex((f) => !f.change);
    expect(why(await fixJob(tech(), id, { runId: now.run!.id, finding: byHand }))).toContain('by hand');
    expect(why(await fixJob(tech(), id, { runId: now.run!.id, finding: 99 }))).toContain('newest findings');
    const program = await jobOf(new TextEncoder().encode('G28\nM83\nG1 X10 E1 F600\n'), null);
    expect(why(await fixJob(tech(), program, { runId: now.run!.id, finding: 0 }))).toContain('a program');
  });
});
test('a check that takes too long or too much is stopped, says how far it came, and can be asked for again', async () => {
  const ctx = farm.as('technician');
  const id = await jobOf(writeStl(boxMesh([0, 0, 0], [31, 22, 13])), stand());
  const stopped = async (caps: CheckCaps): Promise<string> => {
    const [newest] = await ctx.db
      .select()
      .from(checkRun)
      .where(eq(checkRun.jobId, id))
      .orderBy(desc(checkRun.at))
      .limit(1);
    await runCheck(ctx, newest!.id, 'queued', caps);
    farm.clock.set(new Date(farm.clock.now().getTime() + 1000));
    const { run: ended } = unwrap(await getJobPage(ctx, id));
    unwrap(await checkAgain(ctx, id));
    return `${ended!.state}: ${ended!.refusal}`;
  };
  expect(await stopped({ ...standardCaps, seconds: 0 })).toMatch(
    /refused: block\.stl: The check was stopped after 0 s, \d+ % done/,
  );
  expect(await stopped({ ...standardCaps, residentBytes: 1e6 })).toMatch(
    /stopped at \d+ MB of memory; it may have 1, \d+ % done/,
  );
  expect((await run(id)).run!.state).toBe('done');
});
describe('files of a job', () => {
  const tech = () => farm.as('technician');
  const kept = async (bytes: Uint8Array): Promise<{ sha256: string; size: number }> => await keepBytes(tech(), bytes);
  test('a torn mesh is repaired into a file of its own; the one that came stays as it was', async () => {
    const block = boxMesh([0, 0, 0], [30, 20, 10]);
    const torn = writeStl({ xyz: block.xyz, corners: block.corners.subarray(3) });
    const id = await jobOf(torn, stand());
    expect(rulesOf(await run(id))).toContain('closed-surface');
    unwrap(await placeJob(tech(), id, { ...stand(), repair: true }));
    const page = await run(id);
    expect(rulesOf(page)).not.toContain('closed-surface');
    expect(page.run!.outcome!.mesh!.repair).toEqual(['1 hole closed by 1 triangle, 300.0 mm² of new surface']);
    const whole = async (sha: string) => {
      const { rows } = await tech().db.execute<{ size: string }>(sql`select size from file where sha256 = ${sha}`);
      return wholeFile(tech(), sha, Number(rows[0]!.size));
    };
    const mended = unwrap(openMesh(await whole(page.run!.repairedSha!), null));
    expect([mended.unit, mended.mesh.corners.length / 3]).toEqual(['mm', 12]);
    expect(await whole(page.fileSha)).toEqual(torn);
  });
  test('two meshes share a plate, and one that was never sent is missed', async () => {
    const other = await kept(writeStl(boxMesh([0, 0, 0], [20, 20, 15])));
    const file = { ...other, name: 'cap.stl' };
    const both = { ...stand(70), more: [{ file, unit: null, placement: asDrawn(150, 105) }] };
    const id = await jobOf(writeStl(boxMesh([0, 0, 0], [30, 20, 10])), both);
    const { mesh } = (await run(id)).run!.outcome!;
    expect([mesh!.parts, mesh!.facts.volumeMm3, mesh!.maxMm[2]]).toEqual([2, expect.closeTo(12_000, 3), 15]);
    const missing = { ...both, more: [{ ...both.more[0]!, file: { ...file, sha256: 'f'.repeat(64) } }] };
    const placed = await placeJob(tech(), id, missing);
    expect(placed.ok ? '' : placed.failure.code).toBe('noFile');
  });
  test('a packed program is unpacked beside the file that came; one cut short is refused with the place', async () => {
    const text = 'M140 S55\nM190 S55\nM109 S205\nG28\nM83\nG1 Z0.2 F600\n' + 'G1 X10 E1 F600\nG1 X60 E2\n'.repeat(500);
    const id = await jobOf(new Uint8Array(gzipSync(text)), null);
    const page = await run(id);
    expect(page.run).toMatchObject({ state: 'done', outcome: { report: { lines: 1006, bytes: text.length } } });
    const program = await wholeFile(tech(), page.run!.programSha!, text.length);
    expect(new TextDecoder().decode(program)).toBe(text);
    const cut = await run(await jobOf(new Uint8Array(gzipSync(text)).subarray(0, 90), null));
    expect(cut.run).toMatchObject({ state: 'refused', programSha: null });
    expect(cut.run!.refusal).toMatch(/cut short or spoiled.*byte \d+ once unpacked/);
  });
  test('a check of what was checked before takes its long part from there, and says the same to the letter', async () => {
    const bytes = writeStl(boxMesh([0, 0, 0], [33, 21, 9]));
    const first = await run(await jobOf(bytes, stand()));
    const again = await run(await jobOf(bytes, stand()));
    expect([first.run!.reusedRunId, again.run!.reusedRunId]).toEqual([null, first.run!.id]);
    expect(again.run!.outcome).toEqual(first.run!.outcome);
    expect(again.run!.programSha).toBe(first.run!.programSha);
    // a millimetre aside is another piece of work
    expect((await run(await jobOf(bytes, stand(111)))).run!.reusedRunId).toBeNull();
  });
});

describe('a job at the machine', () => {
  const tech = () => farm.as('technician');
  const codeOf = (r: { readonly ok: boolean; readonly failure?: { readonly code: string; readonly why?: string } }) =>
    r.ok ? 'ok' : `${r.failure!.code}: ${r.failure!.why ?? ''}`;
  const blank = { result: 'good', layer: null, signs: [], setAtMachine: '', note: '', pictureSha: null } as const;
  const cleared = async (): Promise<string> => {
    const id = await jobOf(writeStl(boxMesh([0, 0, 0], [30, 20, 10])), stand());
    await run(id);
    unwrap(await clearJob(farm.as('lead'), id, 'for this test, whatever the verdict'));
    return id;
  };
  const seeTo = async (id: string): Promise<void> => {
    for (const { key } of unwrap(await getJobPage(tech(), id)).toSet) unwrap(await confirmSet(tech(), id, key));
  };

  test('is printed only when it is cleared and everything no file carries was seen to by somebody', async () => {
    const raw = await jobOf(writeStl(boxMesh([0, 0, 0], [30, 20, 10])), stand());
    await run(raw);
    expect(codeOf(await wishJobPrint(tech(), raw, 'print'))).toContain('printed once it is cleared');
    const id = await cleared();
    const { toSet } = unwrap(await getJobPage(tech(), id));
    expect(toSet.map((t) => t.key)).toEqual(expect.arrayContaining(['plate', 'tool', 'material', 'speed', 'program']));
    unwrap(await confirmSet(tech(), id, 'plate'));
    expect(codeOf(await wishJobPrint(tech(), id, 'print'))).toContain('Not yet confirmed at the machine');
    expect(codeOf(await confirmSet(tech(), id, 'weather'))).toContain('The list has changed');
    await seeTo(id);
    expect(unwrap(await getJobPage(tech(), id)).confirmed).toHaveLength(toSet.length);
    expect(codeOf(await noteOutcome(tech(), raw, { ...blank, note: 'too early' }))).toContain('has not been printed');
    expect(codeOf(await wishJobPrint(tech(), id, 'pause'))).toContain('nothing to pause');
  });
  test('is taken by hand to a machine that nothing is connected to: a person’s word ends its print', async () => {
    const id = await cleared();
    const page = async () => unwrap(await getJobPage(tech(), id));
    const begin = async (): Promise<void> => {
      await seeTo(id);
      unwrap(await wishJobPrint(tech(), id, 'print'));
      await runJobPrint(farm.as('lead'), id, 'test');
    };
    const printing = begin();
    await until(async () => (await page()).progress?.isUnheard === true);
    unwrap(await wishJobPrint(tech(), id, 'cancel'));
    await printing;
    // nobody knows how far it had come: somebody looks, and says so
    expect(await page()).toMatchObject({ state: 'needs attention', stop: { id }, executions: [{ state: 'stopped' }] });
    unwrap(await clearPlate(tech(), bench.m.id, ''));
    const again = begin();
    await until(async () => (await page()).progress?.phase === 'handed over');
    unwrap(await wishJobPrint(tech(), id, 'printed'));
    await again;
    expect(await page()).toMatchObject({
      ...{ state: 'done', printed: 1, begun: 2 },
      executions: [{ state: 'finished' }, { state: 'stopped' }],
    });
    unwrap(await clearPlate(tech(), bench.m.id, ''));
  });
  test('keeps every word on how it came out beside the earlier ones, with the check it was printed by', async () => {
    const id = await cleared();
    const say = (over: object) =>
      noteOutcome(tech(), id, {
        result: 'good',
        layer: null,
        signs: [],
        setAtMachine: '',
        note: '',
        pictureSha: null,
        ...over,
      });
    expect(codeOf(await say({ signs: ['shifted'] }))).toContain('shows no defect');
    expect(codeOf(await say({ result: 'usable', signs: ['bad mood'] }))).toContain('There is no defect');
    unwrap(await say({ note: 'fine' }));
    expect(unwrap(await getJobPage(tech(), id)).state).toBe('done');
    unwrap(await say({ result: 'failed', layer: 12, signs: ['shifted'], note: 'cracked on the shelf' }));
    const page = unwrap(await getJobPage(tech(), id));
    expect(page.state).toBe('failed');
    expect(page.outcomes.map((o) => [o.result, o.layer])).toEqual([
      ['good', null],
      ['failed', 12],
    ]);
    const { rules } = unwrap(await succeedOf(getRuleRecord(tech())));
    const warned = page.run!.outcome!.findings.filter((f) => f.severity !== 'note').map((f) => f.rule);
    const of = rules.filter((r) => r.jobs.some((j) => j.id === id));
    // a rule that had warned was right; where none had, every rule that ran missed it
    expect(of.map((r) => r.jobs.find((j) => j.id === id)!.was)).toEqual(
      of.map(() => (warned.length > 0 ? 'warnedBad' : 'silentBad')),
    );
    expect(of.length).toBeGreaterThan(0);
  });
  test('that prints is not judged before its end, and what is printed stays what was checked when it began', async () => {
    const id = await cleared();
    const { run: began } = unwrap(await getJobPage(tech(), id));
    const { db } = tech();
    const progress = { ...progressOf('printing', 9, new Date()), runId: began!.id };
    await db.update(job).set({ state: 'printing', wish: 'print', progress }).where(eq(job.id, id));
    expect(codeOf(await noteOutcome(tech(), id, blank))).toContain('still printing');
    unwrap(await checkAgain(tech(), id));
    await run(id);
    await db.update(job).set({ state: 'needs attention', wish: 'idle' }).where(eq(job.id, id)); // after a fault
    unwrap(await noteOutcome(tech(), id, { ...blank, result: 'failed' }));
    const [said] = await db.select().from(jobOutcome).where(eq(jobOutcome.jobId, id));
    expect(said!.runId).toBe(began!.id);
  });
  test('a picture is known by its first bytes, not by its name', async () => {
    const id = await cleared();
    const kept = async (bytes: Uint8Array): Promise<string> => (await keepBytes(tech(), bytes)).sha256;
    const say = async (pictureSha: string) =>
      noteOutcome(tech(), id, { result: 'good', layer: null, signs: [], setAtMachine: '', note: '', pictureSha });
    expect(codeOf(await say(await kept(new TextEncoder().encode('<svg onload=alert(1)>'))))).toContain('no PNG');
    expect(codeOf(await say('0'.repeat(64)))).toContain('noFile');
    const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]);
    const { id: outcome } = unwrap(await say(await kept(png)));
    expect(await findOutcomePicture(tech(), id, outcome)).toMatchObject({ type: 'image/png' });
    expect(await findOutcomePicture(tech(), 'another', outcome)).toBeNull();
  });
  test('goes with a sheet that says verdict, machine, what to set, and never runs what a title holds', async () => {
    const id = await cleared();
    const page = unwrap(await getJobPage(tech(), id));
    const html = await travellerOf(
      { ...page, title: '<img src=x onerror=alert(1)>' },
      'http://farm/checks/1',
      new Date(),
    );
    expect(html).not.toContain('<img');
    for (const t of page.toSet) expect(html).toContain(t.says.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`));
    expect(html).toContain(page.sheet!.machine.name);
    expect(html.match(/<svg/g)).toHaveLength(2); // the code of its address, and the part from the front
  });
});
const succeedOf = async <T>(value: Promise<T>) => ({ ok: true as const, value: await value });
