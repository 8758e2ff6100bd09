import { mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, beforeEach, afterEach, describe, expect, test } from 'vitest';
import { eq } from 'drizzle-orm';
import {
  changeMachine,
  clearPlate,
  findLoaded,
  findMachine,
  listMachines,
  loadLot,
  addMachine,
  mountTool,
  stopMachine,
  type Machine,
} from '../../src/areas/machines/server/index.ts';
import {
  findTrial,
  planTrial,
  recordPrintedElsewhere,
  runPrint,
  platesOf,
  stackOf,
  requestPrint,
} from '../../src/areas/trials/server/index.ts';
import { RESIN_G_PER_ML } from '../../src/core/resin/weight.ts';
import { trial } from '../../src/areas/trials/server/tables.ts';
import type { PrintProgress } from '../../src/areas/trials/model/trial.ts';
import { readResinBench } from '../../standins/resin/bench.ts';
import { PrinterTaken, StackPrinter } from '../../src/areas/machines/devices/stackPrinter.ts';
import { port, printer, resinBench, switchOff, switchOn } from './resinBench.ts';
import { emptyPlates, freshFarm, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let m: Machine;
const ids: Record<'printer' | 'film' | 'resin' | 'process', string> = { printer: '', film: '', resin: '', process: '' };

beforeAll(async () => {
  farm = await freshFarm('resin_print');
  const bench = await resinBench(farm);
  ({ m } = bench);
  Object.assign(ids, {
    printer: bench.printerId,
    film: bench.toolId,
    resin: bench.materialId,
    process: bench.processId,
  });
});
afterAll(() => farm.close());

beforeEach(() => switchOn(20_000));
afterEach(async () => {
  await switchOff();
  await emptyPlates(farm);
});

const worker = () => farm.as('lead');
async function plate(): Promise<string> {
  const made = await planTrial(farm.as('technician'), {
    kind: 'plate',
    machineId: m.id,
    toolId: ids.film,
    materialId: ids.resin,
    processId: ids.process,
  });
  return unwrap(made).id;
}
/** Somebody takes off what stands on plates. */
async function clearAll(): Promise<void> {
  for (const m of await listMachines(worker())) if (m.stop) unwrap(await clearPlate(farm.as('technician'), m.id, ''));
}
async function print(id: string): Promise<PrintProgress> {
  unwrap(await requestPrint(farm.as('technician'), id, 'print'));
  await runPrint(worker(), id, 'test');
  return (await findTrial(worker(), id))!.progress!;
}
/** As a worker leaves it that was killed in mid-print. */
async function killedAt(id: string, layer: number, isBegun = true): Promise<void> {
  const row = (await findTrial(worker(), id))!;
  const progress: PrintProgress = {
    phase: 'printing',
    acknowledged: layer,
    lines: row.plan.lines,
    zMm: layer * 0.1,
    nozzleC: 0,
    nozzleTargetC: 0,
    bedC: 0,
    bedTargetC: 0,
    resends: 0,
    message: null,
    isBegun,
    at: '2026-11-20T08:00:00Z',
  };
  await farm.as('lead').db.update(trial).set({ state: 'printing', wish: 'print', progress }).where(eq(trial.id, id));
}

describe('a resin print', () => {
  test('runs to its end and can then be measured', async () => {
    const id = await plate();
    expect(await print(id)).toMatchObject({ phase: 'done', acknowledged: 10, lines: 10, zMm: 1 });
    expect((await findTrial(worker(), id))!.state).toBe('measuring');
  });
  test('that came to its end while nobody listened is not printed again', async () => {
    const id = await plate();
    await killedAt(id, 4);
    expect(printer.load(stackOf(platesOf((await findTrial(worker(), id))!.gcode)[0]!).zip)).toBeNull();
    printer.start();
    while (printer.state().phase !== 'done')
      await new Promise((again) => {
        setTimeout(again, 20);
      });
    const before = printer.printOf();
    await runPrint(worker(), id, 'test');
    expect((await findTrial(worker(), id))!.state).toBe('measuring');
    expect(printer.printOf()).toBe(before);
  });
  test.each([
    ['told to start and never heard of again: finished, not started on the part that hangs there', true, 'done', 0],
    ['not told to start yet: what hangs at the printer is another, older print of the same stack', false, 'done', 1],
  ])('%s', async (_, isBegun, phase, starts) => {
    const id = await plate();
    expect(printer.load(stackOf(platesOf((await findTrial(worker(), id))!.gcode)[0]!).zip)).toBeNull();
    printer.start();
    while (printer.state().phase !== 'done') await new Promise((again) => setTimeout(again, 20));
    await killedAt(id, 0, isBegun);
    const before = printer.printOf();
    await runPrint(worker(), id, 'test');
    expect((await findTrial(worker(), id))!.progress!.phase).toBe(phase);
    expect(printer.printOf() === before ? 0 : 1).toBe(starts);
  });
  test('is stopped at once by an emergency stop, beside the worker that follows it, and what hangs there is to be taken off', async () => {
    await switchOff();
    await switchOn(300);
    const id = await plate();
    unwrap(await requestPrint(farm.as('technician'), id, 'print'));
    const printing = runPrint(worker(), id, 'test');
    while (printer.state().layer < 2) await new Promise((again) => setTimeout(again, 20));
    unwrap(await stopMachine(farm.as('technician'), m.id));
    expect(printer.state().phase).toBe('cancelled');
    await printing;
    expect(await findTrial(worker(), id)).toMatchObject({
      state: 'interrupted',
      progress: {
        phase: 'cancelled',
        message: expect.stringMatching(/^Cancelled at the printer, layer \d+$/) as string,
      },
    });
    expect((await listMachines(worker())).find((x) => x.id === m.id)).toMatchObject({ state: 'stopped', stop: { id } });
  });
  test('a host that was held up gives the printer no orders any more', async () => {
    const id = await plate();
    const { zip } = stackOf(platesOf((await findTrial(worker(), id))!.gcode)[0]!);
    const [older, newer] = [3, 4].map((epoch) => new StackPrinter('127.0.0.1', port, epoch));
    await newer!.send(zip);
    await newer!.start();
    for (const order of [() => older!.send(zip), () => older!.pause(), () => older!.start()])
      await expect(order()).rejects.toThrow(PrinterTaken);
    await expect(older!.state()).rejects.toThrow(PrinterTaken);
    expect((await new StackPrinter('127.0.0.1', port).state()).phase).toMatch(/printing|done/); // whoever only looks
    expect((await new StackPrinter('127.0.0.1', port).cancel()).phase).toMatch(/cancelled|done/); // and whoever stops
  });
  test('is never begun anew on a plate that bears layers of it: after a power cut the plate has to be cleared first', async () => {
    const id = await plate();
    await killedAt(id, 4);
    await runPrint(worker(), id, 'test'); // the printer holds nothing any more
    const cut = (await findTrial(worker(), id))!;
    expect([cut.state, cut.progress!.phase]).toEqual(['interrupted', 'displaced']);
    expect(printer.state()).toMatchObject({ phase: 'idle', digest: null });
    expect(await requestPrint(farm.as('technician'), id, 'print')).toMatchObject({
      failure: { code: 'notReady', what: expect.stringContaining('part on the plate: remove it') as string },
    });
    await clearAll();
    expect(await print(id)).toMatchObject({ phase: 'done', acknowledged: 10 });
  });
  test('is refused by a printer of another screen in its own words', async () => {
    await switchOff();
    await switchOn(20_000, [300, 200]);
    expect(await print(await plate())).toMatchObject({
      phase: 'refused',
      message: 'The printer refuses: made for 600 × 400 pixels; this screen has 300 × 200',
    });
  });
  test('wished away while the printer cannot be reached ends at once, and says what is left to do', async () => {
    await switchOff();
    const id = await plate();
    unwrap(await requestPrint(farm.as('technician'), id, 'print'));
    const running = runPrint(worker(), id, 'test');
    unwrap(await requestPrint(farm.as('technician'), id, 'cancel'));
    await running;
    const row = (await findTrial(worker(), id))!;
    expect(row.state).toBe('interrupted');
    expect(row.progress!.message).toContain('could not be reached; stop it by hand');
    await clearAll();
    await switchOn(20_000);
  });
});

test('a plate printed from its file on a sister counts for that machine, its own lot and all its layers', async () => {
  const lead = farm.as('lead');
  const sister = unwrap(
    await addMachine(lead, { name: 'Lamp hut two', printerId: ids.printer, place: 'room', device: null }),
  );
  unwrap(await mountTool(lead, sister.id, ids.film, ''));
  unwrap(await loadLot(lead, sister.id, { materialId: ids.resin, lot: 'Q2', remainingG: 100 }));
  const id = await plate();
  const printed = { machineId: sister.id, by: 'Nerio', at: lead.clock.now(), note: '' };
  unwrap(await recordPrintedElsewhere(lead, id, printed));
  const row = (await findTrial(lead, id))!;
  expect([row.machineId, row.lot]).toEqual([sister.id, 'Q2']);
  expect(row.progress).toMatchObject({ phase: 'done', acknowledged: 10, lines: 10, zMm: 1 });
});

describe('a ladder for a printer that lights a layer only once', () => {
  const ladder = async (): Promise<string> =>
    unwrap(
      await planTrial(farm.as('technician'), {
        kind: 'exposure-ladder',
        machineId: m.id,
        toolId: ids.film,
        materialId: ids.resin,
        processId: ids.process,
        bands: [1.6, 2, 2.5, 3.2],
      }),
    ).id;
  const bar = (band: number) => ({ kind: 'exposure-ladder', band, feature: 'bar 2', repeat: 1 });

  test('is printed plate by plate, waits for a hand between them, and is then measured as one', async () => {
    const id = await ladder();
    const { plan } = (await findTrial(worker(), id))!;
    expect(plan.plates).toBe(4);
    const perPlate = plan.lines / 4;
    const bottleG = (await findLoaded(worker(), m.id))!.remainingG;
    for (const plate of [1, 2, 3]) {
      const progress = await print(id);
      expect(progress).toMatchObject({ phase: 'next plate', plate, acknowledged: plate * perPlate, lines: plan.lines });
      expect(progress.message).toContain(`Plate ${plate} of 4 is done`);
      expect((await findTrial(worker(), id))!.state).toBe('interrupted');
    }
    expect(await print(id)).toMatchObject({ phase: 'done', acknowledged: plan.lines, resinC: 24.5 });
    expect((await findTrial(worker(), id))!.state).toBe('measuring');
    // each plate is off the bottle, and once
    expect(bottleG - (await findLoaded(worker(), m.id))!.remainingG).toBeCloseTo(plan.resinMl! * RESIN_G_PER_ML, 6);
    const widths = [1, 2, 3, 4].map((band) =>
      Number(readResinBench(printer.printOf(band), printer.truth, bar(band), 1)),
    );
    expect(widths).toEqual([...widths].sort((a, b) => a - b));
    expect(widths[3]! - widths[0]!).toBeGreaterThan(0.02);
  });
  test('handed over by files is waited for plate by plate, and each is off the bottle once', async () => {
    const root = mkdtempSync(path.join(os.tmpdir(), 'plates-'));
    mkdirSync(path.join(root, 'resin'));
    process.env['CANTIERE_DROP'] = root;
    const { device } = m;
    const through = async (given: typeof device) => {
      const { name, place, version } = (await findMachine(worker(), m.id))!;
      unwrap(await changeMachine(worker(), m.id, { name, place, version, device: given }));
    };
    await through({ adapter: 'folder', folder: 'resin', suffix: '.zip', longestName: 40 });
    const id = await ladder();
    const { plan } = (await findTrial(worker(), id))!;
    const bottleG = (await findLoaded(worker(), m.id))!.remainingG;
    const names: string[] = [];
    for (const plate of [1, 2, 3, 4]) {
      unwrap(await requestPrint(farm.as('technician'), id, 'print'));
      const running = runPrint(worker(), id, 'test');
      while ((await findTrial(worker(), id))!.progress?.phase !== 'handed over')
        await new Promise((again) => setTimeout(again, 10));
      names.push(...readdirSync(path.join(root, 'resin')));
      unwrap(await requestPrint(farm.as('technician'), id, 'printed'));
      await running;
      const { state, progress } = (await findTrial(worker(), id))!;
      expect([state, progress!.acknowledged]).toEqual([
        plate < 4 ? 'interrupted' : 'measuring',
        (plate * plan.lines) / 4,
      ]);
    }
    expect(names.map((n) => n.replace(/^T-\d{4}/, 'T'))).toEqual(['T-1.zip', 'T-2.zip', 'T-3.zip', 'T-4.zip']);
    expect(bottleG - (await findLoaded(worker(), m.id))!.remainingG).toBeCloseTo(plan.resinMl! * RESIN_G_PER_ML, 6);
    await clearAll();
    await through(device);
    rmSync(root, { recursive: true });
  });
  test('goes on with the plate at hand after a crash, and prints one again that was cancelled, not those before it', async () => {
    const id = await ladder();
    await print(id);
    unwrap(await requestPrint(farm.as('technician'), id, 'print'));
    const row = (await findTrial(worker(), id))!;
    const perPlate = row.plan.lines / 4;
    // killed in the second plate: the printer goes on by itself and comes to its end
    await farm
      .as('lead')
      .db.update(trial)
      .set({ progress: { ...row.progress!, phase: 'printing', acknowledged: perPlate + 3 } })
      .where(eq(trial.id, id));
    expect(printer.load(stackOf(platesOf(row.gcode)[1]!).zip)).toBeNull();
    printer.start();
    while (printer.state().phase !== 'done')
      await new Promise((again) => {
        setTimeout(again, 20);
      });
    await runPrint(worker(), id, 'test');
    expect((await findTrial(worker(), id))!.progress).toMatchObject({ phase: 'next plate', plate: 2 });
    await farm
      .as('lead')
      .db.update(trial)
      .set({
        progress: { ...row.progress!, phase: 'cancelled', plate: 2, acknowledged: 2 * perPlate + 1 },
      })
      .where(eq(trial.id, id));
    expect(await print(id)).toMatchObject({ phase: 'next plate', plate: 3, acknowledged: 3 * perPlate });
  });
});

test('a stack that asks for warmer resin waits for it, and the print keeps how warm it was', async () => {
  const made = await planTrial(farm.as('technician'), {
    kind: 'resin-temperature',
    machineId: m.id,
    toolId: ids.film,
    materialId: ids.resin,
    processId: ids.process,
    bands: [1.6, 2, 2.5, 3.2],
    options: { resinC: 32 },
  });
  const id = unwrap(made).id;
  const { resinC } = await print(id);
  expect(Math.abs(resinC! - 32)).toBeLessThanOrEqual(0.2);
});
