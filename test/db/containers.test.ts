import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { containerMoves, containerStates, type ContainerState } from '../../src/areas/machines/model/containers.ts';
import { drySchema, loadSchema, receiveSchema, weighSchema } from '../../src/areas/machines/model/schemas.ts';
import {
  addMachine,
  clearPlate,
  consume,
  discardContainer,
  dryContainer,
  findLoaded,
  getContainerPage,
  getLotOf,
  loadContainer,
  receiveContainers,
  unloadSlot,
  weighContainer,
  type Machine,
} from '../../src/areas/machines/server/index.ts';
import { findTrial, runPrint, requestPrint } from '../../src/areas/trials/server/index.ts';
import { planFlow } from './benchFarm.ts';
import { bench, closePrintBench, farm, openPrintBench, tech } from './printBench.ts';
import { resinBench } from './resinBench.ts';
import { codeOf, unwrap } from './setup.ts';

let other: Machine;
beforeAll(async () => {
  await openPrintBench('containers');
  const more = { name: 'Other', printerId: bench.m.printerId, place: 'shelf side', device: null };
  other = unwrap(await addMachine(farm.as('lead'), more));
});
afterAll(closePrintBench);

const receive = async (over: object = {}) =>
  unwrap(
    await receiveContainers(tech(), {
      ...{ materialId: bench.materialId, lot: 'L7', netG: 750, tareG: 210, place: 'cabinet', code: null, count: 1 },
      ...over,
    }),
  );
const pageOf = async (id: string) => unwrap(await getContainerPage(tech(), id));

describe('what is received', () => {
  test('gets a code of its own each, spools and bottles told apart, and one label sheet for what came together', async () => {
    const three = await receive({ count: 3, lot: 'T1' });
    expect(new Set(three.map((c) => c.code)).size).toBe(3);
    expect(three.every((c) => /^S-\d{4}$/.test(c.code))).toBe(true);
    const resin = await resinBench(farm);
    expect((await receive({ materialId: resin.materialId }))[0]!.code).toMatch(/^B-\d{4}$/);
    expect(unwrap(await getLotOf(tech(), three[1]!.id)).map((c) => c.code)).toEqual(three.map((c) => c.code).sort());
    expect(await pageOf(three[0]!.id)).toMatchObject({
      ...{ state: 'in stock', remainingG: 750, place: 'cabinet', openedAt: null, machineId: null },
      entries: [{ what: 'received', deltaG: 750, leftG: 750, where: 'cabinet' }],
    });
  });
  test('keeps the code it came with, which no other has, however it is written; one of ours goes around it', async () => {
    const [own] = await receive({ code: 'kv 88/1' });
    expect((await pageOf('KV 88/1')).id).toBe(own!.id);
    const again = { materialId: bench.materialId, lot: 'L', netG: 1, tareG: null, place: 'x', count: 1 };
    expect(codeOf(await receiveContainers(tech(), { ...again, code: 'Kv 88/1' }))).toBe('codeTaken');
    expect(codeOf(await receiveContainers(tech(), { ...again, code: 'N1', count: 2 }))).toBe('oneCodeEach');
    expect(codeOf(await receiveContainers(tech(), { ...again, code: null, materialId: bench.toolId }))).toBe(
      'notAMaterial',
    );
    const next = Number((await receive())[0]!.code.slice(2)) + 1;
    await receive({ code: `s-${String(next).padStart(4, '0')}` });
    expect((await receive())[0]!.code).toBe(`S-${String(next + 1).padStart(4, '0')}`);
  });
  test.each([
    [receiveSchema, { lot: '' }, 'Give the lot'],
    [receiveSchema, { netG: -1 }, '0 g or more'],
    [receiveSchema, { netG: 30_000 }, 'No spool holds that much'],
    [receiveSchema, { count: 0 }, 'at least one'],
    [receiveSchema, { place: '' }, 'Say where it is kept'],
    [receiveSchema, { code: '' }, 'Scan or type'],
  ])('is refused where it is wrong: %#', async (schema, wrong, why) => {
    const fine = { materialId: 'm', lot: 'L', netG: 1, tareG: null, place: 'x', code: null, count: 1 };
    await expect(schema.validate(fine, { strict: true })).resolves.toEqual(fine);
    await expect(schema.validate({ ...fine, ...wrong }, { strict: true })).rejects.toThrow(why);
  });
  test.each([
    [loadSchema, { code: '' }, 'Scan or type its code'],
    [weighSchema, { leftG: -3, why: 'x' }, '0 g or more'],
    [weighSchema, { leftG: 3, why: '' }, 'Say why'],
    [drySchema, { dryC: 20, dryH: 4 }, 'Drying is at 30 to 150 °C'],
    [drySchema, { dryC: 60, dryH: 0 }, 'Drying takes'],
  ])('a word about it is refused where it is wrong: %#', async (schema, body, why) => {
    await expect(schema.validate(body, { strict: true })).rejects.toThrow(why);
  });
});

describe('one that is', () => {
  const load = (id: string) => loadContainer(tech(), other.id, id);
  const inState: Record<ContainerState, (id: string) => Promise<unknown>> = {
    'in stock': async () => undefined,
    loaded: load,
    'used up': (id) => weighContainer(tech(), id, 0, 'empty'),
    discarded: (id) => discardContainer(tech(), id, 'wet'),
  };
  const acts: Record<keyof typeof containerMoves, (id: string) => Promise<unknown>> = {
    load,
    unload: () => unloadSlot(tech(), other.id, 0),
    finish: async (id) => {
      await weighContainer(tech(), id, 0, 'empty');
      await unloadSlot(tech(), other.id, 0);
    },
    find: async (id) => weighContainer(tech(), id, 40, 'there was some left'),
    discard: (id) => discardContainer(tech(), id, 'wet'),
  };
  const names = Object.keys(acts) as (keyof typeof acts)[];
  test.each(containerStates.flatMap((state) => names.map((act) => [state, act] as const)))(
    '%s can be moved by %s exactly as the table says',
    async (state, act) => {
      await unloadSlot(tech(), other.id, 0);
      const { id } = (await receive())[0]!;
      await inState[state](id);
      expect((await pageOf(id)).state).toBe(state);
      await acts[act](id);
      const may = (containerMoves[act].from as readonly string[]).includes(state);
      const after = await pageOf(id);
      expect(after.state).toBe(may ? containerMoves[act].to : state);
      // what is left is always what its entries add up to
      expect(after.entries.reduce((sum, e) => sum + e.deltaG, 0)).toBeCloseTo(after.remainingG, 9);
    },
  );
});

describe('a slot', () => {
  test('takes one by its code as it is typed or scanned, and what was in it goes back with what is left', async () => {
    const [a, b] = (await receive({ count: 2, lot: 'A9' })) as [
      { id: string; code: string },
      { id: string; code: string },
    ];
    unwrap(await loadContainer(tech(), other.id, ` ${a.code.toLowerCase()} `));
    expect(await findLoaded(tech(), other.id)).toMatchObject({ code: a.code, lot: 'A9', remainingG: 750 });
    expect(await pageOf(a.id)).toMatchObject({
      state: 'loaded',
      place: 'Other',
      openedAt: expect.any(String) as string,
    });
    unwrap(await loadContainer(tech(), other.id, b.code));
    expect(await pageOf(a.id)).toMatchObject({ state: 'in stock', place: 'shelf side', machineId: null });
    expect(codeOf(await loadContainer(tech(), bench.m.id, b.code))).toBe('loadedElsewhere');
    expect(codeOf(await loadContainer(tech(), other.id, 'S-9999'))).toBe('noContainer');
    expect(codeOf(await loadContainer(tech(), other.id, a.code, 1))).toBe('noHead');
    unwrap(await discardContainer(tech(), a.id, 'brittle'));
    expect(codeOf(await loadContainer(tech(), other.id, a.code))).toBe('notInStock');
    expect(codeOf(await discardContainer(tech(), b.id, 'x'))).toBe('notDiscarded');
    expect(codeOf(await weighContainer(tech(), a.id, 3, 'x'))).toBe('isDiscarded');
    unwrap(await unloadSlot(tech(), other.id, 0));
    expect(codeOf(await unloadSlot(tech(), other.id, 0))).toBe('nothingLoaded');
  });
  test('takes no resin where filament is printed', async () => {
    const { rows } = await farm.pool.query<{ id: string }>(
      `select id from profile where technology = 'resin' and kind = 'material'`,
    );
    const [bottle] = await receive({ materialId: rows[0]!.id });
    expect(codeOf(await loadContainer(tech(), other.id, bottle!.code))).toBe('otherTechnology');
  });
  test('gets one spool of two people at once, and one spool is in one slot: whoever is late is told where', async () => {
    const [a, b] = (await receive({ count: 2 })) as [{ id: string; code: string }, { id: string; code: string }];
    const both = await Promise.all([other.id, bench.m.id].map((on) => loadContainer(tech(), on, a.code)));
    expect(both.map(codeOf).filter((c) => c !== 'none')).toHaveLength(1);
    const won = (await pageOf(a.id)).machineId!;
    await Promise.all([loadContainer(tech(), won, b.code), loadContainer(tech(), won, a.code)]);
    const states = [await pageOf(a.id), await pageOf(b.id)].map((c) => c.state).sort();
    expect(states).toEqual(['in stock', 'loaded']);
  });
});

describe('what is left', () => {
  test('goes down by what a print has fed, is never below nothing, and says when the record held too little', async () => {
    const [{ id, code }] = (await receive({ netG: 100 })) as [{ id: string; code: string }];
    unwrap(await loadContainer(tech(), other.id, code));
    await consume(tech(), other.id, 30.25, 0, 'J-0001');
    await consume(tech(), other.id, 0, 0, 'J-0002');
    await consume(tech(), other.id, 90, 0, 'J-0003');
    const c = await pageOf(id);
    expect(c.remainingG).toBe(0);
    expect(c.entries.slice(0, 2).map((e) => [e.deltaG, e.where, e.why])).toEqual([
      [-69.75, 'J-0003', '90.0 g were fed, more than the record held: weigh what is left'],
      [-30.25, 'J-0001', null],
    ]);
    unwrap(await weighContainer(tech(), id, 12, 'on the kitchen scale'));
    expect((await pageOf(id)).entries[0]).toMatchObject({ what: 'weighed', deltaG: 12, leftG: 12 });
    unwrap(await dryContainer(tech(), id, { dryC: 65, dryH: 6 }));
    expect(await pageOf(id)).toMatchObject({ driedC: 65, driedH: 6, remainingG: 12 });
  });
  test('goes down by a coupon as well, by all of it when it ran through', async () => {
    const [{ id, code }] = (await receive()) as [{ id: string; code: string }];
    unwrap(await loadContainer(tech(), bench.m.id, code));
    const trial = unwrap(await planFlow(tech(), bench)).id;
    unwrap(await requestPrint(tech(), trial, 'print'));
    await runPrint(farm.as('lead'), trial, 'test');
    const { plan, state } = (await findTrial(tech(), trial))!;
    expect([state, plan.massG > 0.1]).toEqual(['measuring', true]);
    expect(750 - (await pageOf(id)).remainingG).toBeCloseTo(plan.massG, 6);
    unwrap(await clearPlate(tech(), bench.m.id, ''));
  });
  test('cannot be written otherwise: entries are added, never changed', async () => {
    await expect(farm.pool.query('update container_entry set delta_g = 0')).rejects.toThrow('permission denied');
    await expect(farm.pool.query('delete from container_entry')).rejects.toThrow('permission denied');
    await expect(farm.pool.query('delete from container')).rejects.toThrow('permission denied');
  });
});
