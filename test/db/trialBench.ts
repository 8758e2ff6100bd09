import { makeProfile } from '../../src/areas/library/server/index.ts';
import { loadLot, makeMachine, mountTool, type Machine } from '../../src/areas/machines/server/index.ts';
import type { TrialKindKey } from '../../src/areas/trials/kinds/define.ts';
import { addReading, findTrial, getTrialPage, planTrial } from '../../src/areas/trials/server/index.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

/** A farm with one machine, tool, material and process, and the few words that tests of trials speak in. */
export let farm: Farm;
export let m: Machine;
export let toolId = '';
export let materialId = '';
export let processId = '';
export async function openBench(name: string): Promise<void> {
  farm = await freshFarm(name);
  const lead = farm.as('lead');
  const make = async (kind: 'printer' | 'tool' | 'material' | 'process', name: string, own: object) =>
    unwrap(await makeProfile(lead, { kind, name, own: own as never, message: 'first' })).id;
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
  unwrap(await mountTool(lead, m.id, toolId, ''));
  unwrap(await loadLot(lead, m.id, { materialId, lot: 'A1', remainingG: 900 }));
}

export const input = (kind: TrialKindKey, over: object = {}) => ({
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
export const plan = async (kind: TrialKindKey, over: object = {}) =>
  unwrap(await planTrial(farm.as('technician'), input(kind, over))).id;
export const page = async (id: string) => unwrap(await getTrialPage(farm.as('technician'), id));
export const read = async (id: string, feature: string, typed: (band: number) => string | null) => {
  for (const [i] of (await findTrial(farm.as('viewer'), id))!.plan.bands.entries()) {
    const text = typed(i + 1);
    if (text !== null)
      unwrap(
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
export const bestAt = async (id: string, best: number) => {
  await read(id, 'strings', (b) => String(Math.abs(b - best) * 4));
  await read(id, 'sagMm', (b) => (0.1 + 0.4 * Math.abs(b - best)).toFixed(2));
  await read(id, 'strengthN', (b) => String(60 - 8 * Math.abs(b - best)));
};
