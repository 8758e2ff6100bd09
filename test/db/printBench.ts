import { eq } from 'drizzle-orm';
import {
  clearJob,
  confirmSet,
  getJobPage,
  runCheck,
  runJobPrint,
  wishJobPrint,
} from '../../src/areas/checks/server/index.ts';
import { checkRun } from '../../src/areas/checks/server/tables.ts';
import { findMachine } from '../../src/areas/machines/server/index.ts';
import { machine } from '../../src/areas/machines/server/tables.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { serveFarm, type Farm as Standins } from '../../standins/controller/serve.ts';
import { benchFarm, meshJob, type Bench } from './benchFarm.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

/** A farm whose one machine is a stand-in that prints, and the few words that tests of prints speak in. */
export let farm: Farm;
export let bench: Bench;
export let standins: Standins;
export const tech = () => farm.as('technician');
export async function openPrintBench(name: string): Promise<void> {
  farm = await freshFarm(name);
  bench = await benchFarm(farm);
  standins = await serveFarm(0, [{ key: 'hut', seed: 1 }], [], 1e9);
  await farm
    .as('lead')
    .db.update(machine)
    .set({ device: { adapter: 'line', host: '127.0.0.1', port: standins.ports[0]! } })
    .where(eq(machine.id, bench.m.id));
}
export async function closePrintBench(): Promise<void> {
  await standins.stop();
  await farm.close();
}

/** A small block, or a program brought along, checked and approved, of so many pieces. */
export async function approved(quantity = 1, program?: Uint8Array): Promise<string> {
  const id = program
    ? await meshJob(farm, bench, program, null, { fileName: 'cube.gcode' })
    : await meshJob(
        farm,
        bench,
        writeStl(boxMesh([0, 0, 0], [9, 9, 2])),
        { unit: null, placement: asDrawn(110, 105) },
        { quantity },
      );
  await check(id);
  unwrap(await clearJob(farm.as('lead'), id, 'for this test, whatever the verdict'));
  return id;
}
export async function check(id: string): Promise<void> {
  const runs = await tech().db.select().from(checkRun).where(eq(checkRun.jobId, id));
  for (const run of runs) if (run.state === 'queued') await runCheck(tech(), run.id);
}
export const pageOf = async (id: string) => unwrap(await getJobPage(tech(), id));
export async function ask(id: string): Promise<void> {
  for (const { key } of (await pageOf(id)).toSet) unwrap(await confirmSet(tech(), id, key));
  unwrap(await wishJobPrint(tech(), id, 'print'));
}
export const print = (id: string): Promise<void> => runJobPrint(farm.as('lead'), id, 'test');
export const hut = async () => (await findMachine(tech(), bench.m.id))!;
export const why = (result: { ok: boolean }): string => JSON.stringify(result);
/** Waits for something that the bench itself brings about. */
export const until = async (isSo: () => boolean | Promise<boolean>): Promise<void> => {
  while (!(await isSo())) await new Promise((again) => setTimeout(again, 10));
};
