import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { levelsOf, makeProfile } from '../../src/areas/library/server/index.ts';
import { resolveValues, valuesOf } from '../../src/areas/library/model/resolve.ts';
import {
  loadLot,
  logMaintenance,
  addMachine,
  mountTool,
  recordState,
  type Machine,
} from '../../src/areas/machines/server/index.ts';
import { checkRecipe } from '../../src/areas/rules/run.ts';
import { workOut } from '../../src/areas/recipes/model/recipe.ts';
import { eq } from 'drizzle-orm';
import { trial } from '../../src/areas/trials/server/tables.ts';
import { progressOf } from '../../src/areas/machines/model/print.ts';
import { makeRecipeSheet } from '../../src/areas/recipes/server/index.ts';
import { METER_PLACES } from '../../src/core/resin/lightMap.ts';
import { resinKinds } from '../../src/areas/trials/kinds/index.ts';
import type { TrialKindKey } from '../../src/areas/trials/kinds/define.ts';
import {
  addReading,
  decideTrial,
  findTrial,
  getTrialPage,
  listDue,
  planTrial,
  previewTrial,
  platesOf,
  stackOf,
  requestPrint,
} from '../../src/areas/trials/server/index.ts';
import { readStack } from '../../src/core/resin/readStack.ts';
import { createHash } from 'node:crypto';
import { freshFarm, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let m: Machine;
let film = '';
let resin = '';
const processes: Record<string, string> = {};
beforeAll(async () => {
  farm = await freshFarm('resin');
  const lead = farm.as('lead');
  const make = async (kind: 'printer' | 'tool' | 'material' | 'process', name: string, own: object) =>
    unwrap(await makeProfile(lead, { kind, technology: 'resin', name, own: own as never, message: 'first' })).id;
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
  m = unwrap(
    await addMachine(lead, {
      name: 'Lamp hut',
      printerId: printer,
      place: 'room',
      device: { host: '127.0.0.1', port: 9 },
    }),
  );
  unwrap(await mountTool(lead, m.id, film, ''));
  unwrap(await loadLot(lead, m.id, { materialId: resin, lot: 'Q1', remainingG: 500 }));
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
  unwrap(await planTrial(farm.as('technician'), input(kind, layer))).id;
const read = async (id: string, band: number, feature: string, repeat: number, value: number) =>
  unwrap(
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
    expect(due.map((d) => d.kind)).toEqual(resinKinds.map((k) => k.key));
    expect(due.filter((d) => d.resinMl === 0).map((d) => d.kind)).toEqual(['light-map']);
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
    const [program] = platesOf(row.gcode);
    const { zip, digest } = stackOf(program!);
    expect(stackOf(platesOf(row.gcode)[0]!).digest).toBe(digest);
    const stack = readStack(zip, (bytes) => createHash('sha256').update(bytes).digest('hex'));
    expect(stack.ok && stack.value.manifest.layers.length).toBe(row.plan.lines);
    expect(row.plan.resinMl).toBeGreaterThan(0);
  });
  test('that prints nothing cannot be asked to print', async () =>
    expect(await requestPrint(farm.as('technician'), await plan('light-map'), 'print')).toMatchObject({
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
      unwrap(await decideTrial(farm.as('lead'), id, 'accepted', ''));
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
    const sheet = unwrap(
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
    unwrap(await decideTrial(farm.as('lead'), id, 'accepted', ''));
    const shares = async (): Promise<number[]> => {
      const { params } = unwrap(await getTrialPage(farm.as('viewer'), await plan('exposure-ladder'))).plan;
      return Object.entries(params).flatMap(([key, v]) => (key.startsWith('share ') ? [v] : []));
    };
    const lit = await shares();
    expect(lit[0]!).toBeLessThan(0.95);
    expect(lit[lit.length - 1]!).toBeGreaterThan(1.05);
    farm.clock.set(new Date('2026-11-21T08:00:00Z'));
    unwrap(await logMaintenance(farm.as('technician'), m.id, 'screen', ''));
    expect(new Set(await shares())).toEqual(new Set([1]));
  });
});

describe('resin of another temperature', () => {
  /** As a print leaves it whose printer told how warm the resin was. */
  const printedAt = async (id: string, resinC: number): Promise<void> => {
    const { db } = farm.as('lead');
    const row = (await findTrial(farm.as('viewer'), id))!;
    const progress = { ...progressOf('done', row.plan.lines, new Date()), resinC };
    await db.update(trial).set({ state: 'measuring', progress }).where(eq(trial.id, id));
  };
  const warm = async (sharpS: number, resinC: number): Promise<string> => {
    const id = unwrap(
      await planTrial(farm.as('technician'), { ...input('resin-temperature', '0.05'), options: { resinC: 30 } }),
    ).id;
    await printedAt(id, resinC);
    await readLadder(id, sharpS);
    return id;
  };

  test('is set against the accepted ladders of the same machine, resin and layer height, and without one refuses', async () => {
    const other = unwrap(
      await makeProfile(farm.as('lead'), {
        kind: 'material',
        technology: 'resin',
        name: 'Other resin',
        own: { resinKind: 'tough' },
        message: 'first',
      }),
    ).id;
    const alone = unwrap(
      await planTrial(farm.as('technician'), { ...input('resin-temperature', '0.05'), materialId: other }),
    ).id;
    await printedAt(alone, 30);
    await readLadder(alone, 2.2);
    expect(unwrap(await getTrialPage(farm.as('viewer'), alone)).refusal).toContain('accept an exposure ladder');
  });
  test('gives the percent per degree, and the recipe says what to expose in a cold room', async () => {
    const ladder = await plan('exposure-ladder');
    await printedAt(ladder, 25);
    await readLadder(ladder, 2.5);
    unwrap(await decideTrial(farm.as('lead'), ladder, 'accepted', ''));
    const id = await warm(2.5 * 0.98 ** 6, 31);
    const { analysis } = unwrap(await getTrialPage(farm.as('viewer'), id));
    expect(analysis!.proven[0]).toMatchObject({ setting: 'exposurePerC' });
    expect(analysis!.proven[0]!.value).toBeCloseTo(2, 1);
    unwrap(await decideTrial(farm.as('lead'), id, 'accepted', ''));
    unwrap(await recordState(farm.as('technician'), m.id, { speedPercent: 100, lid: 'none', resinC: 19 }));
    const sheet = unwrap(
      await makeRecipeSheet(farm.as('viewer'), {
        machineId: m.id,
        printerId: null,
        processId: processes['0.05']!,
        roles: [{ role: 'part body', toolId: film, materialId: resin }],
      }),
    );
    const found = checkRecipe(workOut(sheet, {}).input).findings.find((f) => f.rule === 'resin-as-proven')!;
    expect(found).toMatchObject({ severity: 'caution', figure: '19 °C', limit: '25 °C ± 3' });
    expect(found.fix).toMatch(/expose 2\.8\d? s/);
  });
});
