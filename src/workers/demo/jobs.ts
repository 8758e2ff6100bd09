import { and, desc, eq, sql } from 'drizzle-orm';
import {
  clearJob,
  makeJob,
  noteOutcome,
  queueJob,
  runCheck,
  type NewJob,
  type NewOutcome,
} from '../../areas/checks/server/index.ts';
import { checkRun } from '../../areas/checks/server/tables.ts';
import type { Machine } from '../../areas/machines/server/index.ts';
import type { QueueKind } from '../../areas/checks/model/queue.ts';
import { asDrawn } from '../../core/mesh/placement.ts';
import { partOfSolids, type Solid } from '../../core/mesh/solid.ts';
import { writeStl } from '../../core/mesh/writeStl.ts';
import type { Ctx } from '../../platform/db/context.ts';
import { demoMachinesOnFloor, TWO_MATERIALS } from './floor.ts';
import { recipeRows } from '../../areas/recipes/server/index.ts';
import { keepBytes } from './keepBytes.ts';
import { unwrap } from './must.ts';
import { demoGcode, type DemoPart } from './part.ts';

const part = (title: string, profile: DemoPart['profile'], change: Partial<DemoPart>): DemoPart => ({
  title,
  profile,
  centreMm: [110, 105],
  nozzleC: 206,
  bedC: 55,
  flow: 0.97,
  layerHeightMm: 0.2,
  lineWidthMm: 0.44,
  walls: 3,
  speedMmPerS: 40,
  retractionMm: 0.8,
  ...change,
});

const demoJobs = [
  {
    title: 'Drip manifold, 4 outlets',
    file: 'manifold-4_r2.gcode',
    machine: 'Rifugio Vodice',
    process: 'Fine 0.20',
    class: 'customer part',
    quantity: 6,
    part: part(
      'drip manifold',
      [
        [0, 32],
        [6, 32],
        [8, 22],
        [34, 22],
        [36, 30],
        [50, 30],
        [52, 18],
        [78, 14],
        [92, 12],
      ],
      { centreMm: [174, 171], nozzleC: 248, bedC: 100, retractionMm: 1.1, fastFromMm: 36, fastMmPerS: 130 },
    ),
  },
  {
    title: 'Hive vent, round',
    file: 'hive-vent.gcode',
    machine: 'Rifugio Lagazuoi',
    process: 'Fine 0.20',
    class: 'in-house',
    quantity: 2,
    part: part(
      'hive vent',
      [
        [0, 28],
        [4, 28],
        [5, 24],
        [22, 20],
      ],
      { nozzleC: 208 },
    ),
  },
  {
    title: 'Frame spacer, tall',
    file: 'frame spacer v3.1.gcode',
    machine: 'Rifugio Coldai',
    process: 'Quick 0.28',
    class: 'in-house',
    quantity: 1,
    part: part(
      'frame spacer',
      [
        [0, 16],
        [120, 10],
        [246, 8],
      ],
      { nozzleC: 240, bedC: 75, layerHeightMm: 0.28, lineWidthMm: 0.46, retractionMm: 1.4, walls: 2 },
    ),
  },
  {
    title: 'Seed-plate wheel',
    file: 'seed-wheel.gcode',
    machine: 'Rifugio Sella',
    process: 'Fine 0.20',
    class: 'lights-out',
    quantity: 4,
    part: part(
      'seed wheel',
      [
        [0, 45],
        [3, 45],
        [4, 20],
        [16, 20],
      ],
      {},
    ),
  },
  {
    title: 'Spray nozzle insert',
    file: 'spray-insert.gcode',
    machine: 'Rifugio Tissi',
    process: 'Fine 0.20',
    class: 'in-house',
    quantity: 20,
    part: part(
      'spray insert',
      [
        [0, 9],
        [12, 9],
        [13, 6],
        [30, 5],
      ],
      { centreMm: [148, 150], nozzleC: 238, bedC: 75, retractionMm: 1.2 },
    ),
  },
  {
    title: 'Sieve frame',
    file: 'sieve-frame.gcode',
    machine: 'Rifugio Scarpa',
    process: 'Stout 0.30',
    class: 'in-house',
    quantity: 1,
    part: part(
      'sieve frame',
      [
        [0, 60],
        [10, 60],
        [12, 55],
        [20, 55],
      ],
      {
        centreMm: [174, 171],
        nozzleC: 238,
        bedC: 95,
        layerHeightMm: 0.3,
        lineWidthMm: 0.66,
        retractionMm: 1,
        home: false,
      },
    ),
  },
] as const;

export const box = (x: number, y: number, w: number, d: number, fromMm: number, toMm: number): Solid => ({
  shape: 'box',
  x,
  y,
  w,
  d,
  fromMm,
  toMm,
});
/** Jobs that came as a mesh: a vent with a roof over its slots. */
const demoMeshJobs: readonly (Omit<
  NewJob,
  'machineId' | 'toolId' | 'materialId' | 'processId' | 'fileSha' | 'fileName' | 'mesh'
> & {
  readonly file: string;
  readonly machine: string;
  readonly process: string;
  readonly solids: readonly Solid[];
  readonly at: readonly [number, number];
  /** Name of the kept recipe whose further roles it takes. */
  readonly recipe?: string;
})[] = [
  {
    title: 'Hive vent with roof',
    file: 'hive-vent-roof.stl',
    machine: 'Rifugio Coldai',
    process: 'Fine 0.20',
    class: 'in-house',
    quantity: 2,
    at: [109, 107],
    solids: [
      box(0, 0, 64, 46, 0, 3),
      ...[-18, -6, 6, 18].map((x): Solid => ({ ...box(x, 0, 7, 26, 0, 3), isCut: true })),
      box(-29, 0, 4, 46, 3, 18),
      box(29, 0, 4, 46, 3, 18),
      { ...box(-20, 0, 22, 46, 18, 26), top: { x: -1, y: 0, w: 22, d: 46 } },
      { ...box(20, 0, 22, 46, 18, 26), top: { x: 1, y: 0, w: 22, d: 46 } },
    ],
  },
  {
    title: 'Float housing, clear',
    file: 'float-housing.stl',
    machine: 'Rifugio Tissi',
    process: 'Fine 0.20',
    class: 'in-house',
    quantity: 1,
    at: [148, 150],
    recipe: TWO_MATERIALS,
    solids: [
      { shape: 'disc', x: 0, y: 0, w: 26, d: 26, fromMm: 0, toMm: 14 },
      { shape: 'disc', x: 0, y: 0, w: 14, d: 14, fromMm: 2, toMm: 14, isCut: true },
      { shape: 'disc', x: 0, y: 0, w: 44, d: 44, fromMm: 14, toMm: 20 },
      { shape: 'disc', x: 0, y: 0, w: 14, d: 14, fromMm: 14, toMm: 20, isCut: true },
    ],
  },
];

/** Jobs that were printed from their file by hand before: how long ago, whether a lead had to override, and what became of them. */
const printedBefore: readonly {
  readonly like: string;
  readonly title: string;
  readonly quantity?: number;
  readonly daysAgo: number;
  readonly override?: string;
  readonly said: Partial<NewOutcome>;
}[] = [
  {
    like: 'Hive vent, round',
    title: 'Hive vent, round, first lot',
    daysAgo: 41,
    override: 'this retraction never left a string on this vent',
    said: { note: 'all twelve alike', setAtMachine: 'nothing but what was listed' },
  },
  {
    like: 'Spray nozzle insert',
    title: 'Spray nozzle insert, trial lot',
    daysAgo: 33,
    said: { result: 'usable', signs: ['strings'], note: 'a hair at every spout, rubbed off' },
  },
  {
    like: 'Drip manifold, 4 outlets',
    title: 'Drip manifold, before the proof',
    quantity: 1,
    daysAgo: 120,
    override: 'the customer waits; watched from the first layer to the last',
    said: { result: 'failed', layer: 184, signs: ['top-gaps'], note: 'thin lines where it ran fast; leaks' },
  },
];

/** Approved jobs that wait for a machine, or for any like it: in how many days they are due. */
const waitingNow: readonly {
  readonly like: string;
  readonly title: string;
  readonly quantity: number;
  readonly of: QueueKind;
  readonly dueInDays: number | null;
}[] = [
  { like: 'Spray nozzle insert', title: 'Spray nozzle insert, spring lot', quantity: 120, of: 'machine', dueInDays: 0 },
  { like: 'Spray nozzle insert', title: 'Spray nozzle insert, spares', quantity: 4, of: 'machine', dueInDays: null },
  { like: 'Hive vent, round', title: 'Hive vent, round, second lot', quantity: 3, of: 'printer', dueInDays: 9 },
  { like: 'Seed-plate wheel', title: 'Seed-plate wheel, for the fair', quantity: 2, of: 'printer', dueInDays: 4 },
];

/** Jobs of the demonstration, each checked to its record; those printed before with what became of them. */
export async function seedJobs(
  ctx: Ctx,
  lead: Ctx,
  daysAgo: (d: number) => void,
  profiles: Map<string, string>,
  machines: Map<string, Machine>,
): Promise<void> {
  for (const p of printedBefore.toSorted((a, b) => b.daysAgo - a.daysAgo)) {
    daysAgo(p.daysAgo);
    const j = demoJobs.find((d) => d.title === p.like)!;
    const id = await seedJob(ctx, { ...j, title: p.title, quantity: p.quantity ?? j.quantity }, profiles, machines);
    unwrap(await clearJob(p.override ? lead : ctx, id, p.override ?? ''));
    daysAgo(p.daysAgo - 1);
    unwrap(await noteOutcome(ctx, id, { ...BLANK_OUTCOME, ...p.said }));
  }
  daysAgo(0);
  for (const j of [...demoJobs, ...demoMeshJobs]) await seedJob(ctx, j, profiles, machines);
  for (const w of waitingNow) {
    const due = w.dueInDays === null ? null : new Date(ctx.clock.now().getTime() + w.dueInDays * 86_400_000);
    const j = { ...demoJobs.find((d) => d.title === w.like)!, title: w.title, quantity: w.quantity };
    const id = await seedJob(ctx, { ...j, due: due?.toISOString().slice(0, 10) ?? null }, profiles, machines);
    unwrap(await clearJob(lead, id, 'printed at these figures before, and good'));
    unwrap(await queueJob(ctx, id, w.of));
  }
}
export const BLANK_OUTCOME: NewOutcome = {
  result: 'good',
  layer: null,
  signs: [],
  setAtMachine: '',
  note: '',
  pictureSha: null,
};

type DemoJob =
  | (Omit<(typeof demoJobs)[number], 'title' | 'quantity'> & {
      readonly title: string;
      readonly quantity: number;
      readonly due?: string | null;
    })
  | (typeof demoMeshJobs)[number];
export async function seedJob(
  ctx: Ctx,
  j: DemoJob,
  profiles: Map<string, string>,
  machines: Map<string, Machine>,
): Promise<string> {
  const floor = demoMachinesOnFloor.find((m) => m.name === j.machine)!;
  const bytes = 'part' in j ? new TextEncoder().encode(demoGcode(j.part)) : writeStl(partOfSolids('', j.solids).mesh);
  const stored = await keepBytes(ctx, bytes);
  const made = unwrap(
    await makeJob(ctx, {
      title: j.title,
      class: j.class,
      quantity: j.quantity,
      due: 'due' in j ? j.due : null,
      machineId: machines.get(j.machine)!.id,
      toolId: profiles.get(floor.tool)!,
      materialId: profiles.get(floor.material)!,
      processId: profiles.get(j.process)!,
      fromRecipeId: 'recipe' in j && j.recipe ? await recipeCalled(ctx, j.recipe) : null,
      fileSha: stored.sha256,
      fileName: j.file,
      mesh: 'part' in j ? null : { unit: null, placement: asDrawn(...j.at) },
    }),
  );
  await checkNow(ctx, made.id);
  return made.id;
}
/** Runs the check that a job has asked for last. */
export async function checkNow(ctx: Ctx, jobId: string): Promise<void> {
  const [run] = await ctx.db
    .select()
    .from(checkRun)
    .where(and(eq(checkRun.jobId, jobId)))
    .orderBy(desc(checkRun.at))
    .limit(1);
  await runCheck(ctx, run!.id);
}

const recipeCalled = async (ctx: Ctx, name: string): Promise<string> =>
  (await recipeRows(ctx, sql`r.name = ${name}`))[0]!.id;
