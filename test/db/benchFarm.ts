import { makeProfile } from '../../src/areas/library/server/index.ts';
import { loadLot, addMachine, mountTool, type Machine } from '../../src/areas/machines/server/index.ts';
import { planTrial } from '../../src/areas/trials/server/index.ts';
import type { Ctx } from '../../src/platform/db/context.ts';
import { makeJob, type NewJob } from '../../src/areas/checks/server/index.ts';
import type { MeshChoice } from '../../src/areas/checks/model/mesh.ts';
import { keepBytes, unwrap, type Farm } from './setup.ts';

export interface Bench {
  readonly m: Machine;
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
}

/** One filament machine with a tool, a material and a process: the least that a job or a trial needs. */
export async function benchFarm(
  farm: Farm,
  printerOwn: object = {},
  materialOwn: object = {},
  toolOwn: object = {},
): Promise<Bench> {
  const lead = farm.as('lead');
  const make = async (kind: 'printer' | 'tool' | 'material' | 'process', name: string, own: object) =>
    unwrap(await makeProfile(lead, { kind, name, own: own as never, message: 'first' })).id;
  const printerId = await make('printer', 'Frame', {
    travelXMm: 220,
    travelYMm: 210,
    travelZMm: 240,
    accelerationMmPerS2: 1000,
    startBlock: 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28',
    endBlock: 'M104 S0\nM140 S0',
    bedMaxC: 110,
    ...printerOwn,
  });
  const toolId = await make('tool', '0.4', {
    nozzleDiameterMm: 0.4,
    hotEndMaxC: 300,
    catalogueFlowMm3PerS: 12,
    ...toolOwn,
  });
  const materialId = await make('material', 'Plain', {
    densityGPerCm3: 1.24,
    nozzleC: 205,
    nozzleRangeC: [190, 220],
    bedC: 55,
    bedRangeC: [45, 65],
    pricePerKg: 20,
    ...materialOwn,
  });
  const processId = await make('process', 'Even', {
    layerHeightMm: 0.2,
    lineWidthMm: 0.44,
    visibleWallSpeedMmPerS: 40,
  });
  const m = unwrap(await addMachine(lead, { name: 'Hut', printerId, place: 'bench', device: null }));
  unwrap(await mountTool(lead, m.id, toolId, ''));
  unwrap(await loadLot(lead, m.id, { materialId, lot: 'A1', remainingG: 900 }));
  return { m, toolId, materialId, processId };
}

/** A mesh job on that machine; one for in-house use, of one piece, where nothing else is said. */
export async function meshJob(
  farm: Farm,
  bench: Bench,
  bytes: Uint8Array,
  mesh: MeshChoice | null,
  over: Partial<NewJob> = {},
): Promise<string> {
  const ctx = farm.as('technician');
  const stored = await keepBytes(ctx, bytes);
  const made = await makeJob(ctx, {
    title: 'Block',
    class: 'in-house',
    quantity: 1,
    machineId: bench.m.id,
    toolId: bench.toolId,
    materialId: bench.materialId,
    processId: bench.processId,
    fileSha: stored.sha256,
    fileName: 'block.stl',
    mesh,
    ...over,
  });
  return unwrap(made).id;
}

/** A flow trial on the bench's machine, planned. */
export const planFlow = (ctx: Ctx, bench: Bench) =>
  planTrial(ctx, {
    kind: 'flow',
    machineId: bench.m.id,
    toolId: bench.toolId,
    materialId: bench.materialId,
    processId: bench.processId,
    bands: null,
    options: {},
    recipeId: null,
  });
