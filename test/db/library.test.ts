import { cellsListed } from './listed.ts';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  copyProfile,
  decideRevision,
  listExpiredWorkarounds,
  listInReview,
  makeProfile,
  restoreRevision,
  retireProfile,
  saveRevision,
  profileList,
  takeBack,
} from '../../src/areas/library/server/index.ts';
import { getReleasedRevision, getNewestRevision, listRevisions } from '../../src/areas/library/server/queries.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

let farm: Farm;
beforeAll(async () => {
  farm = await freshFarm('library');
});
afterAll(() => farm.close());
const make = async (name: string, own = {}) =>
  unwrap(await makeProfile(farm.as('lead'), { kind: 'process', name, own, message: 'first' }));

describe('append-only records', () => {
  test.each([
    ['revision', 'UPDATE revision SET message = $$x$$'],
    ['revision', 'DELETE FROM revision'],
    ['revision', 'TRUNCATE revision CASCADE'],
    ['event', 'DELETE FROM event'],
    ['event', 'UPDATE event SET why = $$x$$'],
    ['reading', 'UPDATE reading SET value = 1'],
    ['pairing_revision', 'DELETE FROM pairing_revision'],
    ['maintenance', 'DELETE FROM maintenance'],
    ['revision_event', 'UPDATE revision_event SET state = $$retired$$'],
    ['recipe_pin', 'DELETE FROM recipe_pin'],
    ['job_outcome', 'UPDATE job_outcome SET note = $$x$$'],
    ['job_outcome', 'DELETE FROM job_outcome'],
    ['job_confirmation', 'UPDATE job_confirmation SET item = $$x$$'],
    ['recipe_pin', 'UPDATE recipe_pin SET sha256 = $$x$$'],
  ])('the application may not change %s: %s', async (_, statement) => {
    await expect(farm.pool.query(statement)).rejects.toThrow(/permission denied/);
  });
  test('the database refuses a profile that is its own parent', async () => {
    const p = await make('Own parent');
    await expect(farm.pool.query('update profile set parent_id = id where id = $1', [p.id])).rejects.toThrow(
      /profile_not_own_parent/,
    );
  });
  test('two revisions cannot share a number', async () => {
    const p = await make('Numbers');
    await expect(
      farm.pool.query(
        `insert into revision select gen_random_uuid()::text, profile_id, number, own, reasons, resolved, catalogue_version, null, 'again', author_id, author_name, at from revision where profile_id = $1`,
        [p.id],
      ),
    ).rejects.toThrow(/revision_number/);
  });
});

describe('saving', () => {
  const save = async (
    who: string,
    profileId: string,
    baseRevisionId: string,
    own: Record<string, number>,
    decided: string[] = [],
  ) =>
    unwrap(
      await saveRevision(farm.as('lead', who), {
        profileId,
        baseRevisionId,
        own,
        reasons: {},
        message: `by ${who}`,
        decided,
      }),
    );
  test('different settings of one profile merge', async () => {
    const p = await make('Merging', { layerHeightMm: 0.2, walls: 3 });
    const base = await getReleasedRevision(farm.as('technician'), p.id);
    await save('ada', p.id, base.id, { layerHeightMm: 0.25, walls: 3 });
    expect(await save('bo', p.id, base.id, { layerHeightMm: 0.2, walls: 4 })).toEqual({
      saved: true,
      number: 3,
      mergedWith: 2,
      state: 'released',
    });
    expect((await getReleasedRevision(farm.as('technician'), p.id)).own).toEqual({ layerHeightMm: 0.25, walls: 4 });
  });
  test('the same setting shows both values and stores nothing until somebody chooses', async () => {
    const p = await make('Conflict', { walls: 3 });
    const base = await getReleasedRevision(farm.as('technician'), p.id);
    await save('ada', p.id, base.id, { walls: 5 });
    expect(await save('bo', p.id, base.id, { walls: 4 })).toMatchObject({
      saved: false,
      theirs: 'ada',
      conflicts: [{ key: 'walls', base: 3, theirs: 5, mine: 4 }],
    });
    expect((await listRevisions(farm.as('technician'), p.id)).length).toBe(2);
    expect(await save('bo', p.id, base.id, { walls: 4 }, ['walls'])).toMatchObject({ saved: true, number: 3 });
  });
  test('eight people saving at once lose nothing', async () => {
    const p = await make('Crowd', {});
    const base = await getReleasedRevision(farm.as('technician'), p.id);
    const keys = [
      'walls',
      'layerHeightMm',
      'lineWidthMm',
      'fillSpeedMmPerS',
      'infillPercent',
      'travelSpeedMmPerS',
      'firstLayerSpeedMmPerS',
      'visibleWallSpeedMmPerS',
    ];
    await Promise.all(
      keys.map((key) => save(key, p.id, base.id, { [key]: 1 + (key === 'travelSpeedMmPerS' ? 99 : 0) })),
    );
    expect(Object.keys((await getReleasedRevision(farm.as('technician'), p.id)).own).sort()).toEqual([...keys].sort());
  });
  test('a value that cannot be meant stores nothing', async () => {
    const p = await make('Guarded', { walls: 3 });
    const base = await getReleasedRevision(farm.as('technician'), p.id);
    expect(
      await saveRevision(farm.as('technician'), {
        profileId: p.id,
        baseRevisionId: base.id,
        own: { layerHeightMm: 50 },
        reasons: {},
        message: 'slip',
      }),
    ).toMatchObject({ ok: false, failure: { code: 'badValue' } });
    expect((await listRevisions(farm.as('technician'), p.id)).length).toBe(1);
  });
  test('an old revision comes back as a new one', async () => {
    const p = await make('Restored', { walls: 3 });
    const base = await getReleasedRevision(farm.as('technician'), p.id);
    await save('ada', p.id, base.id, { walls: 6 });
    unwrap(await restoreRevision(farm.as('lead'), p.id, base.id));
    const all = await listRevisions(farm.as('technician'), p.id);
    expect(all.map((r) => [r.number, r.own])).toEqual([
      [3, { walls: 3 }],
      [2, { walls: 6 }],
      [1, { walls: 3 }],
    ]);
  });
  test('stock is read-only and is copied in one step, and a taken name is refused', async () => {
    const stock = unwrap(
      await makeProfile(farm.as('lead'), {
        kind: 'process',
        name: 'Shipped',
        stock: true,
        own: { walls: 2 },
        message: 'stock',
      }),
    );
    expect(
      await saveRevision(farm.as('lead'), {
        profileId: stock.id,
        baseRevisionId: (await getReleasedRevision(farm.as('lead'), stock.id)).id,
        own: {},
        reasons: {},
        message: 'edit',
      }),
    ).toMatchObject({ ok: false, failure: { code: 'stockReadOnly' } });
    const copy = unwrap(await copyProfile(farm.as('technician'), stock.id, 'Ours'));
    expect(copy.parentId).toBe(stock.id);
    expect((await getReleasedRevision(farm.as('technician'), copy.id)).resolved['walls']).toBe(2);
    expect(await copyProfile(farm.as('technician'), stock.id, 'Ours')).toMatchObject({
      ok: false,
      failure: { code: 'nameTaken' },
    });
  });
  test('search takes words in any order and no wildcard of the database', async () => {
    await make('Fine percent %');
    const found = (search: string) => cellsListed(farm.as('viewer'), profileList, 'name', { search });
    expect([await found('percent fine'), await found('%')]).toEqual([['Fine percent %'], ['Fine percent %']]);
  });
});

describe('review', () => {
  const edit = async (
    role: 'technician' | 'lead',
    profileId: string,
    own: Record<string, number>,
    review?: boolean,
  ) => {
    const tip = await getNewestRevision(farm.as(role), profileId);
    return unwrap(
      await saveRevision(farm.as(role), {
        profileId,
        baseRevisionId: tip.id,
        own: { ...tip.own, ...own },
        reasons: {},
        message: `by a ${role}`,
        review,
      }),
    );
  };
  const newest = async (id: string) => (await listRevisions(farm.as('viewer'), id))[0]!;
  test('what a technician saves waits, and the released values stay in force', async () => {
    const p = await make('Waits', { walls: 3 });
    expect(await edit('technician', p.id, { walls: 4 })).toMatchObject({ saved: true, number: 2, state: 'in review' });
    expect((await getReleasedRevision(farm.as('viewer'), p.id)).own).toEqual({ walls: 3 });
    expect(await cellsListed(farm.as('viewer'), profileList, 'revision', { search: 'Waits' })).toEqual([1]);
    expect((await listInReview(farm.as('viewer'))).map((r) => [r.name, r.number])).toContainEqual(['Waits', 2]);
  });
  test('a technician cannot release; a lead can, once', async () => {
    const p = await make('Released', { walls: 3 });
    await edit('technician', p.id, { walls: 4 });
    const { id } = await newest(p.id);
    expect(await decideRevision(farm.as('technician'), p.id, id, 'released', 'mine')).toMatchObject({
      ok: false,
      failure: { code: 'needsLead' },
    });
    unwrap(await decideRevision(farm.as('lead'), p.id, id, 'released', 'fine'));
    expect((await getReleasedRevision(farm.as('viewer'), p.id)).own).toEqual({ walls: 4 });
    expect(await decideRevision(farm.as('lead'), p.id, id, 'returned', 'no, after all')).toMatchObject({
      ok: false,
      failure: { code: 'notInReview' },
    });
  });
  test('a returned revision keeps its comment and the next edit starts from the released one', async () => {
    const p = await make('Returned', { walls: 3 });
    await edit('technician', p.id, { walls: 9 });
    unwrap(await decideRevision(farm.as('lead'), p.id, (await newest(p.id)).id, 'returned', 'too many walls'));
    expect(await newest(p.id)).toMatchObject({ number: 2, state: 'returned', comment: 'too many walls' });
    expect((await getNewestRevision(farm.as('viewer'), p.id)).number).toBe(1);
    expect(await edit('technician', p.id, { layerHeightMm: 0.3 })).toMatchObject({ number: 3 });
    expect((await newest(p.id)).own).toEqual({ walls: 3, layerHeightMm: 0.3 });
  });
  test('a returned revision leaves the one before it waiting where a lead looks', async () => {
    const p = await make('Two waiting', { walls: 3 });
    await edit('technician', p.id, { walls: 4 });
    await edit('technician', p.id, { walls: 9 });
    unwrap(await decideRevision(farm.as('lead'), p.id, (await newest(p.id)).id, 'returned', 'too many'));
    expect((await listInReview(farm.as('viewer'))).map((r) => [r.name, r.number])).toContainEqual(['Two waiting', 2]);
  });
  test('an edit merged with one that nobody has released goes to review as a whole, even a lead’s', async () => {
    const p = await make('Both halves', { walls: 3 });
    const base = await getReleasedRevision(farm.as('lead'), p.id);
    await edit('technician', p.id, { walls: 4 });
    expect(
      unwrap(
        await saveRevision(farm.as('lead'), {
          profileId: p.id,
          baseRevisionId: base.id,
          own: { walls: 3, layerHeightMm: 0.3 },
          reasons: {},
          message: 'other half',
        }),
      ),
    ).toMatchObject({ state: 'in review', mergedWith: 2 });
    expect((await newest(p.id)).own).toEqual({ walls: 4, layerHeightMm: 0.3 });
  });
  test('a profile made by a technician has no values in force until a lead releases them', async () => {
    const p = unwrap(
      await makeProfile(farm.as('technician'), {
        kind: 'process',
        name: 'Made with values',
        own: { walls: 2 },
        message: 'first',
      }),
    );
    expect([
      (await getReleasedRevision(farm.as('viewer'), p.id)).own,
      (await getNewestRevision(farm.as('viewer'), p.id)).own,
    ]).toEqual([{}, { walls: 2 }]);
  });
  test('one’s own newest save is taken back: from review at once, released by a new revision', async () => {
    const p = await make('Taken back', { walls: 3 });
    await edit('technician', p.id, { walls: 4 });
    expect(await takeBack(farm.as('lead'), p.id, 2)).toMatchObject({ ok: false, failure: { code: 'movedOn' } });
    expect(unwrap(await takeBack(farm.as('technician'), p.id, 2))).toEqual({ number: 2, state: 'returned' });
    expect((await listInReview(farm.as('viewer'))).some((r) => r.name === 'Taken back')).toBe(false);
    await edit('lead', p.id, { walls: 5 });
    expect(unwrap(await takeBack(farm.as('lead'), p.id, 3))).toEqual({ number: 4, state: 'released' });
    expect((await getReleasedRevision(farm.as('viewer'), p.id)).own).toEqual({ walls: 3 });
  });
  test('a save that somebody has built upon is not taken back', async () => {
    const p = await make('Built upon', { walls: 3 });
    await edit('lead', p.id, { walls: 4 });
    await edit('technician', p.id, { layerHeightMm: 0.3 });
    expect(await takeBack(farm.as('lead'), p.id, 2)).toMatchObject({ ok: false, failure: { code: 'movedOn' } });
  });
  test('a retired profile leaves the list and comes back', async () => {
    const p = await make('Out of use');
    const states = () => cellsListed(farm.as('viewer'), profileList, 'state', { search: 'Out of use' });
    unwrap(await retireProfile(farm.as('technician'), p.id, true, 'nobody uses it'));
    expect(await states()).toEqual(['retired']);
    unwrap(await retireProfile(farm.as('technician'), p.id, false, ''));
    expect(await states()).toEqual(['in use']);
  });
  test('a workaround comes up on the day it should be looked at again, not before', async () => {
    const p = await make('Round a fault', {});
    const base = await getReleasedRevision(farm.as('lead'), p.id);
    const save = async (until: string) => {
      const tip = await getNewestRevision(farm.as('lead'), p.id);
      unwrap(
        await saveRevision(farm.as('lead'), {
          profileId: p.id,
          baseRevisionId: tip.id,
          own: { walls: 4 },
          reasons: { walls: { kind: 'works round a fault', text: 'thin walls are dropped', until } },
          message: 'until mended',
        }),
      );
    };
    expect(base.own).toEqual({});
    await save('2026-11-21');
    expect(await listExpiredWorkarounds(farm.as('viewer'))).toEqual([]);
    await save('2026-11-20');
    expect(await listExpiredWorkarounds(farm.as('viewer'))).toMatchObject([
      { name: 'Round a fault', key: 'walls', until: '2026-11-20' },
    ]);
  });
});
