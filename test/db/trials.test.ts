import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { makeProfile } from '../../src/areas/library/server/index.ts';
import { changePolicy, getPolicyPage, logMaintenance, mountTool } from '../../src/areas/machines/server/index.ts';
import { keepRecipe } from '../../src/areas/recipes/server/index.ts';
import { lengthOf } from '../../src/areas/trials/kinds/dimensions/index.ts';
import { kindOf } from '../../src/areas/trials/kinds/index.ts';
import {
  addReading,
  decideTrial,
  listDue,
  planDue,
  previewTrial,
  requestPrint,
} from '../../src/areas/trials/server/index.ts';
import { emptyPlates, unwrap } from './setup.ts';

import { bestAt, farm, input, m, materialId, openBench, page, plan, processId, read, toolId } from './trialBench.ts';

beforeAll(() => openBench('trials'));
afterAll(() => farm.close());

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
    const recipe = unwrap(
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
    unwrap(await decideTrial(farm.as('lead'), id, 'accepted', ''));
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
        unwrap(
          await addReading(farm.as('technician'), id, {
            band: 1,
            feature: f.key,
            repeat,
            typed: mm.toFixed(3),
            instrument: 'calliper',
          }),
        );
      }
    const { written, pairingRevision } = unwrap(await decideTrial(farm.as('technician'), id, 'accepted', ''));
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
    unwrap(await logMaintenance(farm.as('technician'), m.id, 'axis', ''));
    expect((await page(id)).proofs.map((p) => p.state)).toEqual(['due', 'due', 'due', 'due']);
  });
  test('after a nozzle change wants a reason why the coupon still holds', async () => {
    const id = await plan('temperature', { bands: [215, 210, 205, 200, 195] });
    await bestAt(id, 3);
    farm.clock.set(new Date('2026-11-24T08:00:00Z'));
    unwrap(await logMaintenance(farm.as('technician'), m.id, 'nozzle', 'same bore'));
    expect((await page(id)).changed.join()).toContain('nozzle changed');
    expect(await decideTrial(farm.as('technician'), id, 'accepted', '')).toMatchObject({
      ok: false,
      failure: { code: 'machineChanged' },
    });
    unwrap(await decideTrial(farm.as('technician'), id, 'accepted', 'same bore, same maker, checked with a pin'));
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
    const { planned } = unwrap(
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
    const other = unwrap(
      await makeProfile(farm.as('lead'), {
        kind: 'tool',
        name: '0.8',
        own: { nozzleDiameterMm: 0.8, hotEndMaxC: 260, catalogueFlowMm3PerS: 20 },
        message: 'first',
      }),
    ).id;
    unwrap(await mountTool(farm.as('technician'), m.id, other, ''));
    expect(await requestPrint(farm.as('technician'), id, 'print')).toMatchObject({
      ok: false,
      failure: { code: 'blocked', what: expect.stringContaining('0.8') },
    });
    expect((await page(id)).state).toBe('planned');
    unwrap(await mountTool(farm.as('technician'), m.id, toolId, ''));
    unwrap(await requestPrint(farm.as('technician'), id, 'print'));
    unwrap(await requestPrint(farm.as('technician'), id, 'cancel'));
    await emptyPlates(farm);
  });
  test('of temperatures outside the supplier’s range may be printed: that is what it tries', async () => {
    unwrap(
      await requestPrint(
        farm.as('technician'),
        await plan('temperature', { bands: [235, 230, 225, 220, 215] }),
        'print',
      ),
    );
  });
});

describe('the farm’s policy', () => {
  const policy = {
    validDays: { overhang: 10 },
    mayStayUnproven: {},
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
        unwrap(
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
    unwrap(await changePolicy(farm.as('lead'), { ...policy, why: 'new people on the bench' }));
    const id = await plan('overhang');
    await read(id, 'droopMm', (b) => (0.05 + 0.008 * b * b).toFixed(2));
    expect(await decideTrial(farm.as('technician'), id, 'accepted', '')).toMatchObject({
      ok: false,
      failure: { code: 'needsLead' },
    });
    unwrap(await decideTrial(farm.as('lead'), id, 'accepted', ''));
    expect((await page(id)).proofs.find((p) => p.key === 'steepestOverhangDeg')!.daysLeft).toBe(10);
    unwrap(await changePolicy(farm.as('lead'), { ...policy, technicianAccepts: true, why: 'they know it now' }));
    expect((await getPolicyPage(farm.as('viewer'))).changes.map((c) => c.why)).toEqual([
      'they know it now',
      'new people on the bench',
    ]);
    await expect(farm.as('lead').db.execute(sql`update policy_revision set why = 'x'`)).rejects.toThrow();
  });
});
