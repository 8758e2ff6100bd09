import { listed } from './listed.ts';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { getJobPage, makeJob, pinOf, runCheck } from '../../src/areas/checks/server/index.ts';
import { checkRun } from '../../src/areas/checks/server/tables.ts';
import { makeProfile, profileList } from '../../src/areas/library/server/index.ts';
import { loadLot, logMaintenance, type Machine } from '../../src/areas/machines/server/index.ts';
import { SIDES } from '../../src/areas/trials/kinds/flow/index.ts';
import {
  addReading,
  decideTrial,
  getTrialPage,
  listOpenTrialsUsing,
  planTrial,
} from '../../src/areas/trials/server/index.ts';
import { file } from '../../src/platform/files/tables.ts';
import { readFile, storeFile, sweepOrphans } from '../../src/platform/files/store.ts';
import { demoGcode } from '../../src/workers/demo/part.ts';
import { desc, eq } from 'drizzle-orm';
import { benchFarm } from './benchFarm.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let m: Machine;
let toolId = '';
let materialId = '';
let otherId = '';
let processId = '';
beforeAll(async () => {
  farm = await freshFarm('farm');
  ({ m, toolId, materialId, processId } = await benchFarm(farm));
  otherId = unwrap(
    await makeProfile(farm.as('lead'), {
      kind: 'material',
      name: 'Other',
      own: { densityGPerCm3: 1.24, nozzleC: 205, bedC: 55 },
      message: 'first',
    }),
  ).id;
});
afterAll(() => farm.close());

const plan = async (material = materialId) =>
  unwrap(
    await planTrial(farm.as('technician'), {
      machineId: m.id,
      toolId,
      materialId: material,
      processId,
      kind: 'flow',
      options: { walls: 1 },
    }),
  );
async function measure(id: string, mm: string): Promise<void> {
  for (const feature of SIDES)
    for (const repeat of [1, 2, 3])
      unwrap(
        await addReading(farm.as('technician'), id, { band: 1, feature, repeat, typed: mm, instrument: 'calliper' }),
      );
}
const page = async (id: string) => unwrap(await getTrialPage(farm.as('technician'), id));

describe('a trial', () => {
  test('keeps what was typed, and a correction supersedes without erasing', async () => {
    const { id } = await plan();
    const who = farm.as('technician');
    const front = { band: 1, feature: 'front', repeat: 1, instrument: 'calliper' };
    const first = unwrap(await addReading(who, id, { ...front, typed: '450 um' }));
    unwrap(await addReading(who, id, { ...front, typed: '0.46', reason: 'slipped', replaces: first.id }));
    const { readings } = await page(id);
    expect(readings).toMatchObject([{ typed: '0.46', value: 0.46 }]);
    expect(
      (await farm.pool.query('select typed from reading where trial_id = $1 order by at, id', [id])).rows
        .map((r: { typed: string }) => r.typed)
        .sort(),
    ).toEqual(['0.46', '450 um']);
  });
  test.each([
    ['1,450', 'may mean thousands'],
    ['45', 'cannot be read here'],
    ['NaN', 'not a figure'],
  ])('refuses "%s" with what is wrong', async (typed, said) => {
    const { id } = await plan();
    const r = await addReading(farm.as('technician'), id, {
      band: 1,
      feature: 'left',
      repeat: 1,
      typed,
      instrument: 'calliper',
    });
    expect(JSON.stringify(r)).toContain(said);
    expect((await page(id)).readings).toEqual([]);
  });
  test('is found while open by each profile it uses', async () => {
    const { id } = await plan();
    const uses = async (profile: string) =>
      (await listOpenTrialsUsing(farm.as('viewer'), [profile])).some((t) => t.id === id);
    expect([await uses(materialId), await uses(toolId), await uses(processId), await uses(otherId)]).toEqual([
      true,
      true,
      true,
      false,
    ]);
  });
  test('is not accepted from too few readings', async () => {
    const { id } = await plan();
    unwrap(
      await addReading(farm.as('technician'), id, {
        band: 1,
        feature: 'front',
        repeat: 1,
        typed: '0.45',
        instrument: 'calliper',
      }),
    );
    expect(await decideTrial(farm.as('technician'), id, 'accepted', '')).toMatchObject({
      ok: false,
      failure: { code: 'tooFew' },
    });
    expect((await page(id)).state).toBe('measuring');
  });
  test('outside the usual range only a lead accepts', async () => {
    const { id } = await plan(otherId);
    await measure(id, '0.60');
    expect(await decideTrial(farm.as('technician'), id, 'accepted', '')).toMatchObject({
      ok: false,
      failure: { code: 'needsLead' },
    });
    unwrap(await decideTrial(farm.as('lead'), id, 'accepted', 'worn drive, known'));
    expect(await decideTrial(farm.as('lead'), id, 'set aside', 'again')).toMatchObject({
      ok: false,
      failure: { code: 'wrongState' },
    });
  });
  test('accepted becomes a proof with its range, falls due by maintenance but not by work on something else', async () => {
    const { id } = await plan();
    await measure(id, '0.46');
    const { value } = unwrap(await decideTrial(farm.as('technician'), id, 'accepted', '')).written[0]!;
    expect((await page(id)).proofs[0]).toMatchObject({
      state: 'proven',
      value,
      range: { min: expect.closeTo(value - 0.03, 4), maxEnd: 'notTriedBeyond' },
    });
    farm.clock.set(new Date('2026-11-21T08:00:00Z'));
    expect(unwrap(await logMaintenance(farm.as('technician'), m.id, 'bed', '')).due).toEqual([]);
    expect(unwrap(await logMaintenance(farm.as('technician'), m.id, 'drive', '')).due).toEqual(['flow']);
    expect((await page(id)).proofs[0]).toMatchObject({
      state: 'due',
      because: 'filament drive cleaned or changed today',
    });
  });
});

describe('a job', () => {
  test('is blocked for want of proof, says so again on a second run, and goes out of date when the lot changes', async () => {
    const ctx = farm.as('technician');
    const bytes = Buffer.from(
      demoGcode({
        title: 't',
        profile: [
          [0, 12],
          [4, 12],
        ],
        centreMm: [110, 105],
        nozzleC: 205,
        bedC: 55,
        flow: 1,
        layerHeightMm: 0.2,
        lineWidthMm: 0.44,
        walls: 2,
        speedMmPerS: 40,
        retractionMm: 0.8,
      }),
    );
    const stored = unwrap(
      await storeFile(
        ctx,
        (async function* () {
          yield bytes;
        })(),
      ),
    );
    const { id } = unwrap(
      await makeJob(ctx, {
        title: 'job',
        class: 'customer part',
        quantity: 1,
        machineId: m.id,
        toolId,
        materialId,
        processId,
        fileSha: stored.sha256,
        fileName: 'job.gcode',
      }),
    );
    const [run] = await ctx.db
      .select()
      .from(checkRun)
      .where(eq(checkRun.jobId, id))
      .orderBy(desc(checkRun.at))
      .limit(1);
    await runCheck(ctx, run!.id);
    const first = unwrap(await getJobPage(ctx, id));
    expect([first.run!.outcome!.verdict, first.outOfDate, first.run!.pinSha]).toEqual([
      'blocked',
      false,
      pinOf(first.run!.sheet!),
    ]);
    await runCheck(ctx, run!.id);
    expect(unwrap(await getJobPage(ctx, id)).run!.outcome).toEqual(first.run!.outcome);
    unwrap(await loadLot(ctx, m.id, { materialId, lot: 'C3', remainingG: 10 }));
    expect(unwrap(await getJobPage(ctx, id))).toMatchObject({
      outOfDate: true,
      changed: expect.arrayContaining(['Plain, lot C3 is loaded now']),
    });
  });
});

describe('files', () => {
  test('come back byte by byte and the same content is kept once', async () => {
    const ctx = farm.as('viewer');
    const bytes = Buffer.alloc(2_500_000, 'G1 X1\n');
    const put = () =>
      storeFile(
        ctx,
        (async function* () {
          for (let i = 0; i < bytes.length; i += 300_000) yield bytes.subarray(i, i + 300_000);
        })(),
      );
    const a = unwrap(await put());
    const b = unwrap(await put());
    const back: Uint8Array[] = [];
    for await (const piece of readFile(ctx, a.sha256)) back.push(piece);
    expect([
      a.sha256,
      Buffer.concat(back).equals(bytes),
      (await ctx.db.select().from(file).where(eq(file.sha256, a.sha256))).length,
    ]).toEqual([b.sha256, true, 1]);
  });
  test('cut off leave no file, and the sweep removes what is left after an hour', async () => {
    const ctx = farm.as('viewer');
    const before = (await ctx.db.select().from(file)).length;
    await expect(
      storeFile(
        ctx,
        (async function* () {
          yield Buffer.alloc(1_500_000, 'x');
          throw new Error('aborted');
        })(),
      ),
    ).rejects.toThrow('aborted');
    expect((await ctx.db.select().from(file)).length).toBe(before);
    expect(await sweepOrphans(ctx)).toBe(0);
    expect(await sweepOrphans({ db: ctx.db, clock: { now: () => new Date('2026-12-24') } })).toBe(1);
  });
  test('beyond the cap are refused', async () => {
    expect(
      await storeFile(
        farm.as('viewer'),
        (async function* () {
          yield Buffer.alloc(2000);
        })(),
        1000,
      ),
    ).toMatchObject({ ok: false, failure: { code: 'tooLarge' } });
  });
});

test('search finds its rows among 10,000 profiles', async () => {
  await farm.pool.query(
    `insert into profile (id, kind, key, name, stock, tags, owner_id, created_at) select 'p' || i, 'material', 'key-' || i, 'Filler ' || md5(i::text) || ' ' || i, false, '[]', 'u', now() from generate_series(1, 10000) i`,
  );
  await farm.pool.query(
    `insert into revision (id, profile_id, number, own, reasons, resolved, catalogue_version, message, author_id, author_name, at) select 'r' || i, 'p' || i, 1, '{}', '{}', '{}', 1, 'm', 'u', 'u', now() from generate_series(1, 10000) i`,
  );
  await farm.pool.query(
    `insert into revision_event (id, revision_id, state, by, at) select 'e' || i, 'r' || i, 'released', 'u', now() from generate_series(1, 10000) i`,
  );
  await farm.pool.query('analyze');
  for (const k of [0, 7, 14])
    expect((await listed(farm.as('viewer'), profileList, { search: `filler 9${k}` })).found).toBeGreaterThan(10);
});
