import { ofProgram } from '../../src/areas/rules/outcome.ts';
import { eq } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import {
  clearJob,
  confirmSet,
  getJobPage,
  runCheck,
  runJobPrint,
  wishJobPrint,
} from '../../src/areas/checks/server/index.ts';
import type { MeshChoice } from '../../src/areas/checks/model/mesh.ts';
import { checkRun } from '../../src/areas/checks/server/tables.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import { makeProfile, writePairing } from '../../src/areas/library/server/index.ts';
import { findLoaded, loadLot, mountTool } from '../../src/areas/machines/server/index.ts';
import { machine } from '../../src/areas/machines/server/tables.ts';
import { keepRecipe } from '../../src/areas/recipes/server/index.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { meshOfSolids } from '../../src/core/mesh/solid.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { write3mf } from '../../src/core/mesh/write3mf.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { filamentAreaMm2 } from '../../src/core/toolpath/bead.ts';
import { readCoupon } from '../../standins/controller/coupon.ts';
import { serveFarm, type Farm as Standins } from '../../standins/controller/serve.ts';
import { benchFarm, meshJob, type Bench } from './benchFarm.ts';
import { emptyPlates, freshFarm, unwrap, type Farm } from './setup.ts';

const [OFFSET_X, OFFSET_Y, PURGE_MM3] = [0.32, -0.14, 30];
let farm: Farm;
let bench: Bench;
let standins: Standins;
let solubleId: string;
let recipeId: string;
const tech = () => farm.as('technician');
const table = writeStl(
  meshOfSolids([
    { shape: 'box', x: 0, y: 0, w: 14, d: 14, fromMm: 0, toMm: 3 },
    { shape: 'box', x: 0, y: 0, w: 30, d: 30, fromMm: 3, toMm: 5 },
  ]),
);

beforeAll(async () => {
  farm = await freshFarm('two_heads');
  bench = await benchFarm(farm, { heads: 2, headOffsetXMm: OFFSET_X, headOffsetYMm: OFFSET_Y });
  const lead = farm.as('lead');
  solubleId = unwrap(
    await makeProfile(lead, {
      kind: 'material',
      name: 'Soluble',
      own: { densityGPerCm3: 1.2, nozzleC: 212, bedC: 55, pricePerKg: 80, standbyC: 150, diameterMm: 1.75 },
      message: 'first',
    }),
  ).id;
  unwrap(await mountTool(lead, bench.m.id, bench.toolId, '', 1));
  unwrap(await loadLot(lead, bench.m.id, { materialId: solubleId, lot: 'S7', remainingG: 300, head: 1 }));
  recipeId = await recipeOf('With soluble support', 'support', {
    supportAngleDeg: 45,
    purgeMm3: PURGE_MM3,
    supportSpeedMmPerS: 33,
    supportContactSpeedMmPerS: 27,
  });
  standins = await serveFarm(0, [{ key: 'hut', seed: 1 }], [], 1e9);
  await lead.db
    .update(machine)
    .set({ device: { adapter: 'line', host: '127.0.0.1', port: standins.ports[0]! } })
    .where(eq(machine.id, bench.m.id));
});
afterAll(async () => {
  await standins.stop();
  await farm.close();
});

/** A recipe that prints one role with the soluble filament, by the second head. */
async function recipeOf(name: string, role: 'support' | 'part body 2', overrides: Values): Promise<string> {
  const roles = [
    { role: 'part body' as const, toolId: bench.toolId, materialId: bench.materialId },
    { role, toolId: bench.toolId, materialId: solubleId },
  ];
  const choice = { machineId: bench.m.id, printerId: null, processId: bench.processId, roles };
  return unwrap(await keepRecipe(farm.as('lead'), { id: null, version: 1, name, choice, overrides })).id;
}
async function checked(
  bytes = table,
  more: Partial<MeshChoice> = {},
  fromRecipeId = recipeId,
  fileName = 'table.stl',
): Promise<string> {
  const choice = { unit: null, placement: asDrawn(110, 105), ...more };
  const id = await meshJob(farm, bench, bytes, choice, { fromRecipeId, fileName });
  const runs = await tech().db.select().from(checkRun).where(eq(checkRun.jobId, id));
  for (const run of runs) await runCheck(tech(), run.id);
  return id;
}
const pageOf = async (id: string) => unwrap(await getJobPage(tech(), id));

afterEach(() => emptyPlates(farm));
describe('a part of two bodies, in one file', () => {
  const grip = write3mf(
    [
      { name: 'core', mesh: boxMesh([0, 0, 0], [24, 16, 2]) },
      { name: 'shell', mesh: boxMesh([0, 0, 2], [24, 16, 4]) },
    ],
    'grip',
  );
  const jobOf = async (bodies?: readonly number[]): Promise<string> => {
    const fromRecipeId = await recipeOf(`Of two bodies, ${bodies?.join(' and ')}`, 'part body 2', {
      purgeMm3: PURGE_MM3,
      infillPercent: 100,
    });
    return checked(grip, bodies && { bodies }, fromRecipeId, 'grip.3mf');
  };
  test('is laid body by body by the head of each, and both are weighed', async () => {
    const { run } = await pageOf(await jobOf([1, 2]));
    const { report, mesh } = ofProgram(run!.outcome)!;
    expect([mesh!.bodies, mesh!.objects]).toEqual([
      [1, 2],
      ['core', 'shell'],
    ]);
    const [core, shell] = report.heads!.map((h) => h.filamentMm * filamentAreaMm2(1.75));
    expect(core! / (24 * 16 * 2)).toBeGreaterThan(0.97);
    // and the tower that both purge into, once on the way up
    expect(shell! / (24 * 16 * 2)).toBeGreaterThan(0.97);
    expect(core! + shell!).toBeLessThan(24 * 16 * 4 * 1.25);
    expect(run!.outcome!.findings.some((f) => f.rule === 'values-applied')).toBe(false);
  });
  test('of which nobody says which object is the second is blocked: it would be of one material', async () => {
    const { run } = await pageOf(await jobOf());
    expect(run!.outcome!.findings.find((f) => f.rule === 'values-applied')).toMatchObject({
      severity: 'blocker',
      figure: 'part body 2 of Soluble: nothing on the plate is of it',
    });
  });
  test('of a body that the recipe does not have is refused with its number', async () => {
    const { run } = await pageOf(await jobOf([1, 3]));
    expect(run!.refusal).toBe(
      'grip.3mf: A part is of body 3, and the recipe has no part body 3; take a recipe that says what it is printed with, or make it of body 1',
    );
  });
});
describe('a part with soluble support, by two heads', () => {
  test('is printed on the machine with each kind of line by its head, where and as hot as that head lays', async () => {
    const id = await checked();
    const { outcome } = (await pageOf(id)).run!;
    expect(outcome!.findings.filter((f) => f.severity === 'blocker')).toEqual([]);
    unwrap(await clearJob(tech(), id, ''));
    const { toSet } = await pageOf(id);
    expect(toSet.map((t) => t.key)).toEqual(['plate', 'tool', 'material', 'tool-2', 'material-2', 'speed', 'program']);
    for (const { key } of toSet) unwrap(await confirmSet(tech(), id, key));
    const before = [(await findLoaded(tech(), bench.m.id, 0))!, (await findLoaded(tech(), bench.m.id, 1))!];
    unwrap(await wishJobPrint(tech(), id, 'print'));
    await runJobPrint(farm.as('lead'), id, 'test');
    expect((await pageOf(id)).state).toBe('done');

    const controller = standins.controllers[0]!;
    const { laid } = readCoupon(controller.accepted);
    const ofHead = (head: number) => laid.filter((l) => l.head === head);
    // support and contact by the second head alone, each at its speed and at that material's temperature
    expect(laid.filter((l) => [33, 27].includes(Math.round(l.mmPerS))).every((l) => l.head === 1)).toBe(true);
    expect(new Set(ofHead(1).map((l) => l.nozzleC))).toEqual(new Set([212]));
    expect(new Set(ofHead(0).map((l) => l.nozzleC))).toEqual(new Set([205]));
    // columns end at the same distance from the part on either side: less twice the offset where they are laid
    const columns = laid.filter((l) => Math.round(l.mmPerS) === 33 && l.layer === 8);
    const xs = columns.flatMap((l) => [l.x0, l.x1]);
    expect((Math.min(...xs) + Math.max(...xs)) / 2 - 110).toBeCloseTo(OFFSET_X, 2);
    const foot = laid
      .filter((l) => l.head === 0 && l.layer === 8 && Math.abs(l.y0 - 105) < 8)
      .flatMap((l) => [l.x0, l.x1]);
    expect((Math.min(...foot) + Math.max(...foot)) / 2).toBeCloseTo(110, 2);
    // after every change the tower is filled before anything else
    const changes = laid.flatMap((l, i) => (i > 0 && laid[i - 1]!.head !== l.head ? [i] : []));
    expect(changes.length).toBeGreaterThan(10);
    for (const i of changes) {
      let mm3 = 0;
      for (let k = i; k < laid.length && laid[k]!.y0 > 105 + 15; k++) mm3 += laid[k]!.areaMm2 * laid[k]!.lengthMm;
      expect(mm3).toBeGreaterThanOrEqual(PURGE_MM3);
    }
    // what each head was fed is what was foretold, and is off its lot
    const { heads } = ofProgram(outcome)!.estimate;
    for (const { head, filamentMm, massG } of heads!) {
      const fedMm3 = ofHead(head - 1).reduce((sum, l) => sum + l.areaMm2 * l.lengthMm, 0);
      expect(fedMm3 / filamentAreaMm2(1.75) / filamentMm).toBeCloseTo(1, 2);
      const after = (await findLoaded(tech(), bench.m.id, head - 1))!;
      expect(before[head - 1]!.remainingG - after.remainingG).toBeCloseTo(massG, 2);
    }
    expect([...controller.heaters.nozzles.values()].map((n) => n.targetC)).toEqual([0, 0]);
  });

  test('cancelled in the middle, both nozzles go cold', async () => {
    const id = await checked();
    unwrap(await clearJob(tech(), id, ''));
    for (const { key } of (await pageOf(id)).toSet) unwrap(await confirmSet(tech(), id, key));
    const controller = standins.controllers[0]!;
    const asBuilt = controller.take.bind(controller);
    controller.take = async (text, report, host) => {
      if (controller.lastLine === 900) {
        controller.take = asBuilt;
        unwrap(await wishJobPrint(tech(), id, 'cancel'));
      }
      return asBuilt(text, report, host);
    };
    unwrap(await wishJobPrint(tech(), id, 'print'));
    await runJobPrint(farm.as('lead'), id, 'test');
    expect((await pageOf(id)).progress!.phase).toBe('cancelled');
    expect([...controller.heaters.nozzles].map(([head, n]) => [head, n.targetC])).toEqual([
      [0, 0],
      [1, 0],
    ]);
  });

  test('is stopped before it starts where another material is in the second slot, and the head is named', async () => {
    unwrap(await loadLot(tech(), bench.m.id, { materialId: bench.materialId, lot: 'A2', remainingG: 500, head: 1 }));
    const { run, outOfDate } = await pageOf(await checked());
    expect([outOfDate, run!.outcome!.verdict, run!.outcome!.sentence]).toEqual([
      false,
      'blocked',
      expect.stringContaining('another material is loaded on head 2'),
    ]);
    expect(run!.outcome!.findings.filter((f) => f.severity === 'blocker')).toEqual([
      expect.objectContaining({
        rule: 'loaded-material',
        head: 2,
        figure: 'Plain, lot A2',
        fix: expect.stringContaining('load Soluble') as string,
      }),
    ]);
  });

  test('goes to the heads as they are mounted and loaded, whichever comes first', async () => {
    unwrap(await loadLot(tech(), bench.m.id, { materialId: solubleId, lot: 'S7', remainingG: 300, head: 0 }));
    const { run } = await pageOf(await checked());
    expect([run!.sheet!.bodyTool, run!.sheet!.heads!.map((h) => [h.tool, h.roles])]).toEqual([1, [[0, ['support']]]]);
    expect(run!.outcome!.findings.filter((f) => f.severity === 'blocker')).toEqual([]);
    expect(ofProgram(run!.outcome)!.report.heads!.map((h) => [h.tool, h.nozzleMaxExtrudingC])).toEqual([
      [0, 212],
      [1, 205],
    ]);
  });

  test('a nozzle changed on one head makes the evidence of that head due, and not of the other', async () => {
    const of = (materialId: string) => ({ machineId: bench.m.id, toolId: bench.toolId, materialId, label: 'pairing' });
    const flow = {
      value: 1,
      uncertainty: 0.01,
      range: { min: 0.95, max: 1.05, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' } as const,
      trialId: '',
      trialName: 'bench sheet',
      machineId: bench.m.id,
      conditions: {},
      provenOn: new Date(farm.as('lead').clock.now().getTime() - 86_400_000).toISOString(),
      validUntil: new Date(farm.as('lead').clock.now().getTime() + 90 * 86_400_000).toISOString(),
    };
    for (const id of [bench.materialId, solubleId])
      await writePairing(farm.as('lead'), of(id), { flow }, 'for this test');
    unwrap(await loadLot(tech(), bench.m.id, { materialId: bench.materialId, lot: 'A1', remainingG: 900, head: 0 }));
    unwrap(await loadLot(tech(), bench.m.id, { materialId: solubleId, lot: 'S7', remainingG: 300, head: 1 }));
    const states = async () => {
      const { sheet } = (await pageOf(await checked())).run!;
      return [sheet!.proofs['flow']!.state, sheet!.heads![0]!.proofs['flow']!.state];
    };
    expect(await states()).toEqual(['proven', 'proven']);
    unwrap(await mountTool(tech(), bench.m.id, bench.toolId, 'worn', 1));
    expect(await states()).toEqual(['proven', 'due']);
    unwrap(await mountTool(tech(), bench.m.id, bench.toolId, 'worn', 0));
    expect(await states()).toEqual(['due', 'due']);
  });

  test('a head that the machine does not have holds nothing', async () => {
    const result = await mountTool(tech(), bench.m.id, bench.toolId, '', 2);
    expect(result.ok ? null : result.failure).toEqual({ code: 'noHead', heads: 2 });
  });
});
