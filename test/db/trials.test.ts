import { readFileSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { makeProfile } from '../../src/areas/library/server/index.ts';
import {
  changePolicy,
  getPolicyPage,
  loadLot,
  logMaintenance,
  makeMachine,
  mountTool,
  type Machine,
} from '../../src/areas/machines/server/index.ts';
import { keepRecipe } from '../../src/areas/recipes/server/index.ts';
import { lengthOf } from '../../src/areas/trials/kinds/dimensions/index.ts';
import type { TrialKindKey } from '../../src/areas/trials/kinds/define.ts';
import { kindOf } from '../../src/areas/trials/kinds/index.ts';
import {
  addPicture,
  addReading,
  addReadingTable,
  decideTrial,
  findTrial,
  getTrialPage,
  listDue,
  openPicture,
  planDue,
  recordPrintedElsewhere,
  planTrial,
  previewTrial,
  wishPrint,
} from '../../src/areas/trials/server/index.ts';
import { freshFarm, must, type Farm } from './setup.ts';

let farm: Farm;
let m: Machine;
let toolId = '';
let materialId = '';
let processId = '';
beforeAll(async () => {
  farm = await freshFarm('trials');
  const lead = farm.as('lead');
  const make = async (kind: 'printer' | 'tool' | 'material' | 'process', name: string, own: object) =>
    must(await makeProfile(lead, { kind, name, own: own as never, message: 'first' })).id;
  const printer = await make('printer', 'Frame', {
    travelXMm: 220,
    travelYMm: 210,
    travelZMm: 240,
    accelerationMmPerS2: 1000,
    maxFeedEMmPerS: 60,
    startBlock: 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28',
    endBlock: 'M104 S0\nM140 S0',
    bedMaxC: 110,
  });
  toolId = await make('tool', '0.4', { nozzleDiameterMm: 0.4, hotEndMaxC: 260, catalogueFlowMm3PerS: 12 });
  materialId = await make('material', 'Plain', {
    densityGPerCm3: 1.24,
    nozzleC: 205,
    nozzleRangeC: [195, 215],
    bedC: 55,
    bedRangeC: [45, 65],
    pricePerKg: 20,
    retractionMm: 0.8,
  });
  processId = await make('process', 'Even', { layerHeightMm: 0.2, lineWidthMm: 0.44, visibleWallSpeedMmPerS: 40 });
  m = await makeMachine(lead, { name: 'Hut', printerId: printer, place: 'bench', port: null });
  must(await mountTool(lead, m.id, toolId, ''));
  must(await loadLot(lead, m.id, { materialId, lot: 'A1', remainingG: 900 }));
});
afterAll(() => farm.close());

const input = (kind: TrialKindKey, over: object = {}) => ({
  kind,
  machineId: m.id,
  toolId,
  materialId,
  processId,
  bands: null,
  options: {},
  recipeId: null,
  ...over,
});
const plan = async (kind: TrialKindKey, over: object = {}) =>
  must(await planTrial(farm.as('technician'), input(kind, over))).id;
const page = async (id: string) => must(await getTrialPage(farm.as('technician'), id));
const read = async (id: string, feature: string, typed: (band: number) => string | null) => {
  for (const [i] of (await findTrial(farm.as('viewer'), id))!.plan.bands.entries()) {
    const text = typed(i + 1);
    if (text !== null)
      must(
        await addReading(farm.as('technician'), id, {
          band: i + 1,
          feature,
          repeat: 1,
          typed: text,
          instrument: 'test',
        }),
      );
  }
};
/** Readings whose best temperature lies at one band of the tower. */
const bestAt = async (id: string, best: number) => {
  await read(id, 'strings', (b) => String(Math.abs(b - best) * 4));
  await read(id, 'sagMm', (b) => (0.1 + 0.4 * Math.abs(b - best)).toFixed(2));
  await read(id, 'strengthN', (b) => String(60 - 8 * Math.abs(b - best)));
};

describe('a plan', () => {
  test('keeps its bands inside the hardware, in order and apart', async () => {
    const of = async (bands: readonly number[]) => {
      const r = await previewTrial(farm.as('technician'), input('temperature', { bands }));
      return r.ok ? 'ok' : JSON.stringify(r.failure);
    };
    expect(await of([215, 210, 205])).toBe('ok');
    expect(await of([265, 210, 205])).toContain('bands never go beyond the hardware');
    expect(await of([215, 205, 210])).toContain('up and down');
    expect(await of([215, 215, 210])).toContain('twice');
    expect(await of([215, 210])).toContain('takes 3 to 12');
  });
  test('from a kept recipe is laid with its values, and is not called changed for having them', async () => {
    const recipe = must(
      await keepRecipe(farm.as('technician'), {
        id: null,
        version: 1,
        name: 'Long pull',
        choice: { machineId: m.id, printerId: null, processId, roles: [{ role: 'part body', toolId, materialId }] },
        overrides: { retractionMm: 1.2 },
      }),
    );
    const own = await page(await plan('retraction', { recipeId: recipe.id }));
    expect([own.plan.conditions['retractionMm'], own.plan.recipeId, own.changed]).toEqual([1.2, recipe.id, []]);
    expect((await page(await plan('retraction'))).plan.conditions['retractionMm']).toBe(0.8);
    expect(await previewTrial(farm.as('technician'), input('retraction', { recipeId: 'gone' }))).toMatchObject({
      ok: false,
      failure: { code: 'notReady' },
    });
  });
});

describe('a reading', () => {
  test.each([
    ['strings', 99, '3', 'no such place'],
    ['hairs', 1, '3', 'no such place'],
    ['strings', 1, '-1', 'cannot be read here'],
    ['strings', 1, '2.5', 'not a whole number'],
    ['sagMm', 1, '900', 'cannot be read here'],
    ['surface', 1, '6', 'cannot be read here'],
  ])('%s of band %i as "%s" is refused with what is wrong', async (feature, band, typed, said) => {
    const id = await plan('temperature');
    const r = await addReading(farm.as('technician'), id, { band, feature, repeat: 1, typed, instrument: 'test' });
    expect(r.ok ? 'taken' : JSON.stringify(r.failure)).toContain(said);
    expect((await page(id)).readings).toEqual([]);
  });
  test('of a band that was whole when the print was interrupted is taken, of one above it refused', async () => {
    const id = await plan('temperature');
    const { bands } = (await page(id)).plan;
    await farm
      .as('lead')
      .db.execute(
        sql`update trial set state = 'interrupted', progress = ${JSON.stringify({ phase: 'lost', zMm: bands[2]!.toMm + 1, at: '2026-11-20T08:00:00Z' })}::jsonb where id = ${id}`,
      );
    const at = (band: number) =>
      addReading(farm.as('technician'), id, { band, feature: 'strings', repeat: 1, typed: '2', instrument: 'test' });
    expect((await at(3)).ok).toBe(true);
    expect(JSON.stringify(await at(4))).toContain('bands 1 to 3 can be read');
  });
});

describe('a decision', () => {
  test('on a value outside the supplier’s range is a lead’s', async () => {
    const id = await plan('temperature', { bands: [235, 230, 225, 220, 215] });
    await bestAt(id, 2);
    expect(await decideTrial(farm.as('technician'), id, 'accepted', '')).toMatchObject({
      ok: false,
      failure: { code: 'needsLead', why: expect.stringContaining('the supplier allows') },
    });
    expect((await page(id)).state).toBe('measuring');
    must(await decideTrial(farm.as('lead'), id, 'accepted', ''));
  });
  test('writes four values of one trial as one revision, and work on an axis makes all of them due', async () => {
    const id = await plan('dimensions');
    const {
      plan: { params },
    } = await page(id);
    for (const f of kindOf('dimensions').features)
      for (const repeat of [1, 2]) {
        // printed 0.2 % small, lines 0.03 mm too wide
        const l = lengthOf(f.key);
        const drawn = params[f.key] ?? l.nominalMm;
        const mm = drawn * 0.998 + (l.feature === 'hole' ? -1 : 1) * 0.03 + (repeat === 1 ? 0.004 : -0.004);
        must(
          await addReading(farm.as('technician'), id, {
            band: 1,
            feature: f.key,
            repeat,
            typed: mm.toFixed(3),
            instrument: 'calliper',
          }),
        );
      }
    const { written, pairingRevision } = must(await decideTrial(farm.as('technician'), id, 'accepted', ''));
    const of = (key: string) => written.find((w) => w.setting === key)!.value;
    expect([of('scaleXPercent'), of('scaleYPercent'), of('contourOffsetMm')]).toEqual([
      expect.closeTo(100.2, 1),
      expect.closeTo(100.2, 1),
      expect.closeTo(-0.015, 3),
    ]);
    const now = await page(id);
    expect(now.proofs.map((p) => p.state)).toEqual(['proven', 'proven', 'proven', 'proven']);
    expect(now.decision!.pairingRevision).toBe(pairingRevision);
    expect(now.decision!.analysis).toEqual({
      method: now.analysis!.method.name,
      version: now.analysis!.method.version,
      sentence: now.analysis!.sentence,
    });
    farm.clock.set(new Date('2026-11-23T08:00:00Z'));
    must(await logMaintenance(farm.as('technician'), m.id, 'axis', ''));
    expect((await page(id)).proofs.map((p) => p.state)).toEqual(['due', 'due', 'due', 'due']);
  });
  test('after a nozzle change wants a reason why the coupon still holds', async () => {
    const id = await plan('temperature', { bands: [215, 210, 205, 200, 195] });
    await bestAt(id, 3);
    farm.clock.set(new Date('2026-11-24T08:00:00Z'));
    must(await logMaintenance(farm.as('technician'), m.id, 'nozzle', 'same bore'));
    expect((await page(id)).changed.join()).toContain('nozzle changed');
    expect(await decideTrial(farm.as('technician'), id, 'accepted', '')).toMatchObject({
      ok: false,
      failure: { code: 'machineChanged' },
    });
    must(await decideTrial(farm.as('technician'), id, 'accepted', 'same bore, same maker, checked with a pin'));
  });
});

describe('what is due', () => {
  test('is in the order of practice with what each coupon takes, and is planned in one go or not at all', async () => {
    const tech = farm.as('technician');
    const before = await listDue(tech, null);
    const wanted = await listDue(tech, m.id);
    const kinds = wanted.map((d) => d.kind);
    expect(before.every((d) => d.cover === 'due' || d.cover === 'soon')).toBe(true);
    expect(kinds).toContain('first-layer');
    expect(kinds).not.toContain('head-offset'); // one head
    expect(kinds).not.toContain('pressure'); // its controller has no command for it
    expect(kinds.indexOf('first-layer')).toBeLessThan(kinds.indexOf('overhang'));
    expect(wanted.every((d) => d.cannot === null && d.timeS > 0 && d.massG > 0)).toBe(true);
    const { planned } = must(
      await planDue(tech, [
        { machineId: m.id, kind: 'first-layer' },
        { machineId: m.id, kind: 'overhang' },
      ]),
    );
    expect(planned).toHaveLength(2);
    expect((await listDue(tech, m.id)).find((d) => d.kind === 'overhang')!.open).toEqual(planned[1]);
    const count = async () => Number((await tech.db.execute(sql`select count(*) as n from trial`)).rows[0]!['n']);
    const had = await count();
    expect(
      (
        await planDue(tech, [
          { machineId: m.id, kind: 'bridge' },
          { machineId: m.id, kind: 'head-offset' },
        ])
      ).ok,
    ).toBe(false);
    expect(await count()).toBe(had);
  });
});

describe('a coupon', () => {
  test('that does not pass the job check is not printed, and the reason says what to do', async () => {
    const id = await plan('flow');
    const other = must(
      await makeProfile(farm.as('lead'), {
        kind: 'tool',
        name: '0.8',
        own: { nozzleDiameterMm: 0.8, hotEndMaxC: 260, catalogueFlowMm3PerS: 20 },
        message: 'first',
      }),
    ).id;
    must(await mountTool(farm.as('technician'), m.id, other, ''));
    expect(await wishPrint(farm.as('technician'), id, 'print')).toMatchObject({
      ok: false,
      failure: { code: 'blocked', what: expect.stringContaining('0.8') },
    });
    expect((await page(id)).state).toBe('planned');
    must(await mountTool(farm.as('technician'), m.id, toolId, ''));
    must(await wishPrint(farm.as('technician'), id, 'print'));
    must(await wishPrint(farm.as('technician'), id, 'cancel'));
  });
  test('of temperatures outside the supplier’s range may be printed: that is what it tries', async () => {
    must(
      await wishPrint(farm.as('technician'), await plan('temperature', { bands: [235, 230, 225, 220, 215] }), 'print'),
    );
  });
});

describe('the farm’s policy', () => {
  const policy = {
    validDays: { overhang: 10 },
    provenOnly: ['lights-out'] as const,
    technicianAccepts: false,
    ceilings: {},
    firstLayerMostMmPerS: null,
  };
  test('a leaning bed keeps nothing, whoever accepts', async () => {
    const id = await plan('first-layer');
    const {
      plan: { params },
    } = await page(id);
    for (let place = 1; place <= 9; place++)
      for (const repeat of [1, 2])
        must(
          await addReading(farm.as('technician'), id, {
            band: 1,
            feature: `place ${place}`,
            repeat,
            typed: (0.2 + (0.1 * params[`x ${place}`]!) / 100).toFixed(3),
            instrument: 'micrometer',
          }),
        );
    const now = await page(id);
    expect([now.analysis!.proven, now.analysis!.sentence]).toEqual([[], expect.stringContaining('Level first')]);
    expect(await decideTrial(farm.as('lead'), id, 'accepted', '')).toMatchObject({
      ok: false,
      failure: { code: 'tooFew' },
    });
  });
  test('leaves accepting to a lead and shortens how long evidence holds; every change is kept', async () => {
    must(await changePolicy(farm.as('lead'), { ...policy, why: 'new people on the bench' }));
    const id = await plan('overhang');
    await read(id, 'droopMm', (b) => (0.05 + 0.008 * b * b).toFixed(2));
    expect(await decideTrial(farm.as('technician'), id, 'accepted', '')).toMatchObject({
      ok: false,
      failure: { code: 'needsLead' },
    });
    must(await decideTrial(farm.as('lead'), id, 'accepted', ''));
    expect((await page(id)).proofs.find((p) => p.key === 'steepestOverhangDeg')!.daysLeft).toBe(10);
    must(await changePolicy(farm.as('lead'), { ...policy, technicianAccepts: true, why: 'they know it now' }));
    expect((await getPolicyPage(farm.as('viewer'))).changes.map((c) => c.why)).toEqual([
      'they know it now',
      'new people on the bench',
    ]);
    await expect(farm.as('lead').db.execute(sql`update policy_revision set why = 'x'`)).rejects.toThrow();
  });
});

test('a flow trial kept in the first shape is read and analysed in the shared one', async () => {
  const { db } = farm.as('lead');
  const id = await plan('flow');
  const old = {
    lineWidthMm: 0.44,
    layerHeightMm: 0.2,
    flow: 0.97,
    walls: 1,
    lineDistanceMm: 0.397,
    nozzleC: 205,
    bedC: 55,
    sideMm: 40,
    heightMm: 6,
    timeS: 300,
    filamentMm: 200,
    massG: 0.6,
    cost: 0.1,
    lines: 500,
    readingsWanted: 12,
  };
  const decision = {
    outcome: 'accepted',
    why: '',
    by: 'u',
    byName: 'n',
    before: 0.97,
    value: 0.99,
    interval: [0.97, 1.01],
    range: [0.96, 1.02],
    pairingRevision: 1,
  };
  await db.execute(
    sql`update trial set plan = ${JSON.stringify(old)}::jsonb, decision = ${JSON.stringify(decision)}::jsonb where id = ${id}`,
  );
  for (const file of ['0013_trial_kinds', '0014_trial_limits'])
    for (const statement of readFileSync(`drizzle/${file}.sql`, 'utf8').split('--> statement-breakpoint'))
      await db.execute(sql.raw(statement));
  for (const feature of ['front', 'right', 'back', 'left'])
    for (const repeat of [1, 2])
      must(
        await addReading(farm.as('technician'), id, {
          band: 1,
          feature,
          repeat,
          typed: '0.44',
          instrument: 'calliper',
        }),
      );
  const now = await page(id);
  expect(now.analysis!.proven[0]).toMatchObject({ setting: 'flow', value: 0.97 });
  expect([now.decision!.written, now.plan.recipeId, now.plan.limits, now.plan.sizeMm]).toEqual([
    [{ setting: 'flow', before: 0.97, value: 0.99, interval: [0.97, 1.01], range: [0.96, 1.02] }],
    null,
    null,
    [40, 40, 6],
  ]);
});

describe('a series of reference prints', () => {
  const places = kindOf('reference-part').features.filter((f) => f.quantity === 'score');
  const tech = () => farm.as('technician');
  const print = async (score: number): Promise<string> => {
    farm.clock.set(new Date(farm.clock.now().getTime() + 3_600_000));
    const id = await plan('reference-part');
    for (const f of places)
      for (const repeat of [1, 2])
        must(
          await addReading(tech(), id, { band: 1, feature: f.key, repeat, typed: String(score), instrument: 'eye' }),
        );
    return id;
  };
  test('sets each print against the one before, names what was changed, and proves nothing', async () => {
    const first = await print(3);
    expect((await page(first)).analysis?.sentence).toContain('first print of its series');
    const kept = must(await decideTrial(tech(), first, 'accepted', ''));
    expect(kept).toEqual({ pairingRevision: null, written: [] });
    const alone = await page(await print(4));
    expect(alone.analysis?.sentence).toContain(
      '8 better, 0 worse, 0 alike. Nothing that the records hold was changed.',
    );
    expect(alone.analysis?.warnings.join()).toContain('without a change on record');
    farm.clock.set(new Date(farm.clock.now().getTime() + 3_600_000));
    must(await logMaintenance(tech(), m.id, 'nozzle', ''));
    const after = await page(await print(4));
    expect(after.analysis?.sentence).toMatch(/^Better than T-\d+: .* The one change: nozzle/);
    expect(after.series.map((s) => s.id)).toEqual([first]); // what was not kept is no part of it
    must(await decideTrial(tech(), after.id, 'accepted', ''));
    must(await loadLot(farm.as('lead'), m.id, { materialId, lot: 'A2', remainingG: 700 }));
    const third = await page(await print(2));
    expect(third.analysis?.sentence).toContain('The one change: lot A1 → A2.');
    expect(third.analysis?.figures.find(([label]) => label === `since ${third.series[0]!.name}`)?.[1]).toContain(
      '0 better, 8 worse',
    );
    must(await loadLot(farm.as('lead'), m.id, { materialId, lot: 'A1', remainingG: 700 }));
  });
  test('without enough scores cannot be kept, and is set aside like any other', async () => {
    const id = await plan('reference-part');
    expect(await decideTrial(tech(), id, 'accepted', '')).toMatchObject({ ok: false, failure: { code: 'tooFew' } });
    expect((await decideTrial(tech(), id, 'set aside', 'knocked off the plate')).ok).toBe(true);
  });
});

describe('a picture of a place', () => {
  const PNG = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13];
  const bytes = (...pieces: number[][]): AsyncIterable<Uint8Array> =>
    (async function* () {
      for (const piece of pieces) yield Uint8Array.from(piece);
    })();
  const kept = async (id: string) => must(await getTrialPage(farm.as('viewer'), id)).pictures;

  test('is kept with its bytes, known by its first bytes however they arrive', async () => {
    const id = await plan('temperature');
    const whole = [...PNG, 1, 2, 3];
    const made = must(
      await addPicture(
        farm.as('technician'),
        id,
        { band: 2, feature: 'surface' },
        bytes(whole.slice(0, 3), whole.slice(3)),
      ),
    );
    expect(await kept(id)).toMatchObject([{ band: 2, feature: 'surface', type: 'image/png', takenWith: 'upload' }]);
    const opened = must(await openPicture(farm.as('viewer'), id, made.id));
    const read: number[] = [];
    for await (const piece of opened.bytes) read.push(...piece);
    expect(read).toEqual(whole);
  });
  test('is refused where it is no picture or no place of this coupon, and nothing of it stays', async () => {
    const id = await plan('temperature');
    const add = (spot: { band: number; feature: string }, head: number[]) =>
      addPicture(farm.as('technician'), id, spot, bytes(head));
    expect(await add({ band: 1, feature: 'surface' }, [60, 115, 118, 103])).toMatchObject({ ok: false });
    expect(await add({ band: 1, feature: 'surface' }, [])).toMatchObject({ ok: false });
    expect(await add({ band: 99, feature: 'surface' }, PNG)).toMatchObject({ ok: false });
    expect(await add({ band: 1, feature: 'nowhere' }, PNG)).toMatchObject({ ok: false });
    expect(await kept(id)).toEqual([]);
  });
  test('is neither changed nor deleted by the application’s own user', async () => {
    for (const change of ['delete from trial_picture', "update trial_picture set feature = 'x'"])
      await expect(farm.as('lead').db.execute(sql.raw(change))).rejects.toMatchObject({ cause: { code: '42501' } });
  });
});

describe('a table of readings', () => {
  const standing = async (id: string) => must(await getTrialPage(farm.as('viewer'), id)).readings.map((r) => r.typed);
  test('is kept whole, and one bad row keeps all of it out', async () => {
    const id = await plan('temperature');
    const table = (last: string) => `band,feature,repeat,reading\n1,strings,1,4\n2,strings,1,2\n3,strings,1,${last}`;
    const refused = await addReadingTable(farm.as('technician'), id, table('-3'));
    expect(refused).toMatchObject({ ok: false, failure: { detail: { where: expect.stringContaining('line 4') } } });
    expect(await standing(id)).toEqual([]);
    expect(must(await addReadingTable(farm.as('technician'), id, table('1'))).kept).toBe(3);
    expect((await standing(id)).sort()).toEqual(['1', '2', '4']);
  });
});

describe('a coupon printed from its file', () => {
  const printed = (over: object = {}) => ({
    machineId: m.id,
    by: 'Nerio',
    at: farm.as('technician').clock.now(),
    note: 'lid open',
    ...over,
  });
  test('is recorded with who, when and on which machine, and can then be measured', async () => {
    const id = await plan('flow');
    must(await recordPrintedElsewhere(farm.as('technician'), id, printed()));
    const page = must(await getTrialPage(farm.as('viewer'), id));
    expect(page.state).toBe('measuring');
    expect(page.progress?.message).toBe('Printed from its file by Nerio on Hut: lid open');
    expect(await recordPrintedElsewhere(farm.as('technician'), id, printed())).toMatchObject({
      ok: false,
      failure: { code: 'wrongState' },
    });
  });
  test('on a sister machine counts for that machine; on any other it is refused', async () => {
    const lead = farm.as('lead');
    const sister = await makeMachine(lead, { name: 'Hut two', printerId: m.printerId, place: 'bench', port: null });
    const id = await plan('flow');
    const there = printed({ machineId: sister.id });
    expect(await recordPrintedElsewhere(lead, id, there)).toMatchObject({ ok: false, failure: { code: 'notReady' } });
    must(await mountTool(lead, sister.id, toolId, ''));
    expect(await recordPrintedElsewhere(lead, id, there), 'nothing is loaded there').toMatchObject({
      ok: false,
      failure: { code: 'blocked' },
    });
    must(await loadLot(lead, sister.id, { materialId, lot: 'B7', remainingG: 500 }));
    must(await recordPrintedElsewhere(lead, id, there));
    expect(await findTrial(lead, id)).toMatchObject({ machineId: sister.id, lot: 'B7' });
  });
  test('cannot have been printed before it was planned', async () => {
    const id = await plan('flow');
    const early = printed({ at: new Date('2020-01-01') });
    expect(await recordPrintedElsewhere(farm.as('technician'), id, early)).toMatchObject({ ok: false });
  });
});
