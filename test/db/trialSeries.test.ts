import { readFileSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { loadLot, logMaintenance, addMachine, mountTool } from '../../src/areas/machines/server/index.ts';
import { kindOf } from '../../src/areas/trials/kinds/index.ts';
import {
  addPicture,
  addReading,
  addReadingTable,
  decideTrial,
  findTrial,
  getTrialPage,
  openPicture,
  recordPrintedElsewhere,
} from '../../src/areas/trials/server/index.ts';
import { unwrap } from './setup.ts';

import { farm, m, materialId, openBench, page, plan, toolId } from './trialBench.ts';

beforeAll(() => openBench('trial_series'));
afterAll(() => farm.close());

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
      unwrap(
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
        unwrap(
          await addReading(tech(), id, { band: 1, feature: f.key, repeat, typed: String(score), instrument: 'eye' }),
        );
    return id;
  };
  test('sets each print against the one before, names what was changed, and proves nothing', async () => {
    const first = await print(3);
    expect((await page(first)).analysis?.sentence).toContain('first print of its series');
    const kept = unwrap(await decideTrial(tech(), first, 'accepted', ''));
    expect(kept).toEqual({ pairingRevision: null, written: [] });
    const alone = await page(await print(4));
    expect(alone.analysis?.sentence).toContain(
      '8 better, 0 worse, 0 alike. Nothing that the records hold was changed.',
    );
    expect(alone.analysis?.warnings.join()).toContain('without a change on record');
    farm.clock.set(new Date(farm.clock.now().getTime() + 3_600_000));
    unwrap(await logMaintenance(tech(), m.id, 'nozzle', ''));
    const after = await page(await print(4));
    expect(after.analysis?.sentence).toMatch(/^Better than T-\d+: .* The one change: nozzle/);
    expect(after.series.map((s) => s.id)).toEqual([first]); // what was not kept is no part of it
    unwrap(await decideTrial(tech(), after.id, 'accepted', ''));
    unwrap(await loadLot(farm.as('lead'), m.id, { materialId, lot: 'A2', remainingG: 700 }));
    const third = await page(await print(2));
    expect(third.analysis?.sentence).toContain('The one change: lot A1 → A2.');
    expect(third.analysis?.figures.find(([label]) => label === `since ${third.series[0]!.name}`)?.[1]).toContain(
      '0 better, 8 worse',
    );
    unwrap(await loadLot(farm.as('lead'), m.id, { materialId, lot: 'A1', remainingG: 700 }));
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
  const kept = async (id: string) => unwrap(await getTrialPage(farm.as('viewer'), id)).pictures;

  test('is kept with its bytes, known by its first bytes however they arrive', async () => {
    const id = await plan('temperature');
    const whole = [...PNG, 1, 2, 3];
    const made = unwrap(
      await addPicture(
        farm.as('technician'),
        id,
        { band: 2, feature: 'surface' },
        bytes(whole.slice(0, 3), whole.slice(3)),
      ),
    );
    expect(await kept(id)).toMatchObject([{ band: 2, feature: 'surface', type: 'image/png', takenWith: 'upload' }]);
    const opened = unwrap(await openPicture(farm.as('viewer'), id, made.id));
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
  const currentTexts = async (id: string) =>
    unwrap(await getTrialPage(farm.as('viewer'), id)).readings.map((r) => r.typed);
  test('is kept whole, and one bad row keeps all of it out', async () => {
    const id = await plan('temperature');
    const table = (last: string) => `band,feature,repeat,reading\n1,strings,1,4\n2,strings,1,2\n3,strings,1,${last}`;
    const refused = await addReadingTable(farm.as('technician'), id, table('-3'));
    expect(refused).toMatchObject({ ok: false, failure: { detail: { where: expect.stringContaining('line 4') } } });
    expect(await currentTexts(id)).toEqual([]);
    expect(unwrap(await addReadingTable(farm.as('technician'), id, table('1'))).kept).toBe(3);
    expect((await currentTexts(id)).sort()).toEqual(['1', '2', '4']);
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
    unwrap(await recordPrintedElsewhere(farm.as('technician'), id, printed()));
    const page = unwrap(await getTrialPage(farm.as('viewer'), id));
    expect(page.state).toBe('measuring');
    expect(page.progress?.message).toBe('Printed from its file by Nerio on Hut: lid open');
    expect(await recordPrintedElsewhere(farm.as('technician'), id, printed())).toMatchObject({
      ok: false,
      failure: { code: 'wrongState' },
    });
  });
  test('on a sister machine counts for that machine; on any other it is refused', async () => {
    const lead = farm.as('lead');
    const sister = unwrap(
      await addMachine(lead, { name: 'Hut two', printerId: m.printerId, place: 'bench', device: null }),
    );
    const id = await plan('flow');
    const there = printed({ machineId: sister.id });
    expect(await recordPrintedElsewhere(lead, id, there)).toMatchObject({ ok: false, failure: { code: 'notReady' } });
    unwrap(await mountTool(lead, sister.id, toolId, ''));
    expect(await recordPrintedElsewhere(lead, id, there), 'nothing is loaded there').toMatchObject({
      ok: false,
      failure: { code: 'blocked' },
    });
    unwrap(await loadLot(lead, sister.id, { materialId, lot: 'B7', remainingG: 500 }));
    unwrap(await recordPrintedElsewhere(lead, id, there));
    expect(await findTrial(lead, id)).toMatchObject({ machineId: sister.id, lot: 'B7' });
  });
  test('cannot have been printed before it was planned', async () => {
    const id = await plan('flow');
    const early = printed({ at: new Date('2020-01-01') });
    expect(await recordPrintedElsewhere(farm.as('technician'), id, early)).toMatchObject({ ok: false });
  });
});
