import type { Machine } from '../../src/areas/machines/server/index.ts';
import type { TrialKindKey } from '../../src/areas/trials/kinds/define.ts';
import { addReading, findTrial, getTrialPage, planTrial } from '../../src/areas/trials/server/index.ts';
import { benchFarm } from './benchFarm.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

/** A farm with one machine, tool, material and process, and the few words that tests of trials speak in. */
export let farm: Farm;
export let m: Machine;
export let toolId = '';
export let materialId = '';
export let processId = '';
export async function openBench(name: string): Promise<void> {
  farm = await freshFarm(name);
  ({ m, toolId, materialId, processId } = await benchFarm(
    farm,
    { maxFeedEMmPerS: 60 },
    { nozzleRangeC: [195, 215], retractionMm: 0.8 },
    { hotEndMaxC: 260 },
  ));
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
