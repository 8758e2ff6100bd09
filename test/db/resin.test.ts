import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { levelsOf, makeProfile } from '../../src/areas/library/server/index.ts';
import { resolveValues, valuesOf } from '../../src/areas/library/model/resolve.ts';
import {
  loadLot,
  logMaintenance,
  makeMachine,
  mountTool,
  type Machine,
} from '../../src/areas/machines/server/index.ts';
import { makeRecipeSheet } from '../../src/areas/recipes/server/index.ts';
import { METER_PLACES } from '../../src/core/resin/lightMap.ts';
import type { TrialKindKey } from '../../src/areas/trials/kinds/define.ts';
import {
  addReading,
  decideTrial,
  findTrial,
  getTrialPage,
  listDue,
  planTrial,
  previewTrial,
  stackOf,
  wishPrint,
} from '../../src/areas/trials/server/index.ts';
import { readStack } from '../../src/core/resin/readStack.ts';
import { createHash } from 'node:crypto';
import { freshFarm, must, type Farm } from './setup.ts';

let farm: Farm;
let m: Machine;
let film = '';
let resin = '';
const processes: Record<string, string> = {};
beforeAll(async () => {
  farm = await freshFarm('resin');
  const lead = farm.as('lead');
  const make = async (kind: 'printer' | 'tool' | 'material' | 'process', name: string, own: object) =>
    must(await makeProfile(lead, { kind, technology: 'resin', name, own: own as never, message: 'first' })).id;
  const printer = await make('printer', 'Small lamp', {
    travelXMm: 140,
    travelYMm: 80,
    travelZMm: 150,
    pixelMm: 0.1,
    screenPixelsX: 1400,
    screenPixelsY: 800,
    subExposures: true,
    irradianceMwPerCm2: 3,
  });
  film = await make('tool', 'Film', { filmKind: 'FEP' });
  resin = await make('material', 'Plain resin', { resinKind: 'standard', pricePerLitre: 40 });
  const layers = { exposureS: 2.5, exposureBottomS: 25, liftFirstMm: 6, liftFirstMmPerS: 1, returnFirstMm: 6 };
  processes['0.05'] = await make('process', 'At 0.05', { ...layers, resinLayerMm: 0.05 });
  processes['0.03'] = await make('process', 'At 0.03', { ...layers, resinLayerMm: 0.03, exposureS: 2 });
  m = await makeMachine(lead, { name: 'Lamp hut', printerId: printer, place: 'room', port: 9 });
  must(await mountTool(lead, m.id, film, ''));
  must(await loadLot(lead, m.id, { materialId: resin, lot: 'Q1', remainingG: 500 }));
});
afterAll(() => farm.close());

const input = (kind: TrialKindKey, layer: string) => ({
  kind,
  machineId: m.id,
  toolId: film,
  materialId: resin,
  processId: processes[layer]!,
});
const plan = async (kind: TrialKindKey, layer = '0.05') =>
  must(await planTrial(farm.as('technician'), input(kind, layer))).id;
const read = async (id: string, band: number, feature: string, repeat: number, value: number) =>
  must(
    await addReading(farm.as('technician'), id, {
      band,
      feature,
      repeat,
      typed: value.toFixed(4),
      instrument: 'bench',
    }),
  );
/** Reads a ladder whose contours stay at a stated exposure. */
async function readLadder(id: string, sharpS: number): Promise<void> {
  const { plan: p } = (await findTrial(farm.as('viewer'), id))!;
  for (const [i, b] of p.bands.entries())
    for (const mm of [0.5, 1, 2]) {
      const g = 0.09 * Math.log((b.value * (p.params[`share ${i + 1}`] ?? 1)) / sharpS);
      const drawn = p.params[`drawn ${mm}`]!;
      await read(id, i + 1, `bar ${mm}`, 1, drawn + g);
      await read(id, i + 1, `slot ${mm}`, 1, drawn - g);
    }
}

describe('a resin machine', () => {
  test('is spoken to over HTTP, and wants resin trials and no others', async () => {
    expect(m.device).toMatchObject({ adapter: 'stack' });
    const due = await listDue(farm.as('technician'), m.id);
    expect(due.map((d) => d.kind)).toEqual(['light-map', 'plate', 'working-curve', 'exposure-ladder']);
    expect(due.map((d) => d.resinMl > 0)).toEqual([false, true, true, true]);
  });
  test('refuses a trial for the other technology in one sentence', async () =>
    expect(await previewTrial(farm.as('technician'), input('temperature', '0.05'))).toMatchObject({
      ok: false,
      failure: { code: 'notReady', what: expect.stringContaining('for filament') },
    }));
});

describe('a plate', () => {
  test('is kept as its program and comes out as the same stack every time', async () => {
    const row = (await findTrial(farm.as('viewer'), await plan('exposure-ladder')))!;
    const { zip, digest } = stackOf(row.gcode);
    expect(stackOf(row.gcode).digest).toBe(digest);
    const stack = readStack(zip, (bytes) => createHash('sha256').update(bytes).digest('hex'));
    expect(stack.ok && stack.value.manifest.layers.length).toBe(row.plan.lines);
    expect(row.plan.resinMl).toBeGreaterThan(0);
  });
  test('that prints nothing cannot be asked to print', async () =>
    expect(await wishPrint(farm.as('technician'), await plan('light-map'), 'print')).toMatchObject({
      ok: false,
      failure: { code: 'notReady' },
    }));
});

describe('exposures', () => {
  test('proven at two layer heights stand beside each other, and each recipe gets its own', async () => {
    for (const [layer, sharpS] of [
      ['0.05', 2.9],
      ['0.03', 2.2],
    ] as const) {
      const id = await plan('exposure-ladder', layer);
      await readLadder(id, sharpS);
      must(await decideTrial(farm.as('lead'), id, 'accepted', ''));
    }
    const of = async (layer: string): Promise<unknown> =>
      valuesOf(
        resolveValues(
          await levelsOf(farm.as('viewer'), {
            machine: m,
            toolId: film,
            materialId: resin,
            processId: processes[layer]!,
          }),
        ),
      )['exposureS'];
    expect([await of('0.05'), await of('0.03')]).toEqual([2.9, 2.2]);
  });
  test('count in a recipe that does not name the film: it is the one in the vat', async () => {
    const sheet = must(
      await makeRecipeSheet(farm.as('viewer'), {
        machineId: m.id,
        printerId: null,
        processId: processes['0.03']!,
        roles: [{ role: 'part body', toolId: null, materialId: resin }],
      }),
    );
    expect(sheet.proofs['exposureS']?.entries).toHaveLength(2);
    expect(sheet.roles[0]!.toolId).toBe(film);
  });
});

describe('a light map', () => {
  test('gives each field of later plates the light of its own place, until the screen is changed', async () => {
    const id = await plan('light-map');
    for (const [i, [x]] of METER_PLACES.entries())
      for (const repeat of [1, 2]) await read(id, 1, `place ${i + 1}`, repeat, 3 + 0.3 * x);
    must(await decideTrial(farm.as('lead'), id, 'accepted', ''));
    const shares = async (): Promise<number[]> => {
      const { params } = must(await getTrialPage(farm.as('viewer'), await plan('exposure-ladder'))).plan;
      return Object.entries(params).flatMap(([key, v]) => (key.startsWith('share ') ? [v] : []));
    };
    const lit = await shares();
    expect(lit[0]!).toBeLessThan(0.95);
    expect(lit[lit.length - 1]!).toBeGreaterThan(1.05);
    farm.clock.set(new Date('2026-11-21T08:00:00Z'));
    must(await logMaintenance(farm.as('technician'), m.id, 'screen', ''));
    expect(new Set(await shares())).toEqual(new Set([1]));
  });
});
