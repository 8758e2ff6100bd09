import type http from 'node:http';
import { freePort } from '../../scripts/cluster.mjs';
import { makeProfile } from '../../src/areas/library/server/index.ts';
import { loadLot, addMachine, mountTool } from '../../src/areas/machines/server/index.ts';
import { SimulatedResinPrinter } from '../../standins/resin/printer.ts';
import { serveResinPrinter } from '../../standins/resin/serve.ts';
import type { Bench } from './benchFarm.ts';
import { unwrap, type Farm } from './setup.ts';

const PIXELS = [600, 400] as const;
export let printer: SimulatedResinPrinter;
export let port = 0;
let server: http.Server;

/** One resin machine, whose printer is a stand-in, with film, resin and a process. */
export async function resinBench(farm: Farm): Promise<Bench & { readonly printerId: string }> {
  const lead = farm.as('lead');
  const make = async (kind: 'printer' | 'tool' | 'material' | 'process', own: object) =>
    unwrap(
      await makeProfile(lead, { kind, technology: 'resin', name: `A ${kind}`, own: own as never, message: 'first' }),
    ).id;
  const printerId = await make('printer', {
    travelXMm: 120,
    travelYMm: 80,
    travelZMm: 150,
    pixelMm: 0.2,
    screenPixelsX: PIXELS[0],
    screenPixelsY: PIXELS[1],
    machineRatePerHour: 2,
  });
  const toolId = await make('tool', { filmKind: 'FEP' });
  const materialId = await make('material', { resinKind: 'standard', workingRangeC: [20, 30], pricePerLitre: 40 });
  const processId = await make('process', {
    resinLayerMm: 0.1,
    exposureS: 2.5,
    exposureBottomS: 25,
    liftFirstMm: 6,
    liftFirstMmPerS: 1,
    returnFirstMm: 6,
  });
  port = await freePort();
  const m = unwrap(
    await addMachine(lead, { name: 'Lamp hut', printerId, place: 'room', device: { host: '127.0.0.1', port } }),
  );
  unwrap(await mountTool(lead, m.id, toolId, ''));
  unwrap(await loadLot(lead, m.id, { materialId, lot: 'Q1', remainingG: 500 }));
  return { m, toolId, materialId, processId, printerId };
}

/** A printer fresh from the switch: it holds no stack. */
export async function switchOn(timeScale: number, pixels: readonly [number, number] = PIXELS): Promise<void> {
  printer = new SimulatedResinPrinter('lamp-hut', 3, pixels, timeScale);
  server = await serveResinPrinter(printer, port);
}
export async function switchOff(): Promise<void> {
  printer.stop();
  server.closeAllConnections();
  await new Promise((done) => {
    server.close(done);
  });
}
