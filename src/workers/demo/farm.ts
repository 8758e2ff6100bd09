import { createHash } from 'node:crypto';
import { findRevisionToEdit, makeProfile, saveRevision, writePairing } from '../../areas/library/server/index.ts';
import { keepRecipe, pinRecipe } from '../../areas/recipes/server/index.ts';
import {
  changePolicy,
  discardContainer,
  dryContainer,
  loadLot,
  receiveContainers,
  weighContainer,
  logMaintenance,
  addMachine,
  mountTool,
  type Machine,
} from '../../areas/machines/server/index.ts';
import { standardPolicy } from '../../areas/machines/model/policy.ts';
import { kindOf } from '../../areas/trials/kinds/index.ts';
import { wantedOf, type TrialKindKey } from '../../areas/trials/kinds/define.ts';
import {
  addReading,
  decideTrial,
  findTrial,
  planTrial,
  platesOf,
  recordPrintedElsewhere,
  stackOf,
  type Trial,
} from '../../areas/trials/server/index.ts';
import { linesOfOwn } from '../../core/gcode/wire.ts';
import { readStack } from '../../core/resin/readStack.ts';
import { seedOf } from '../../core/formats/random.ts';
import type { Clock } from '../../platform/clock.ts';
import type { Ctx, PersonRole } from '../../platform/db/context.ts';
import { truthOf } from '../../../standins/controller/truth.ts';
import { readBench, type Place } from '../../../standins/instruments/bench.ts';
import { readResinBench } from '../../../standins/resin/bench.ts';
import { PrintedStack } from '../../../standins/resin/printed.ts';
import { resinTruthOf } from '../../../standins/resin/truth.ts';
import { demoMachines, demoResinPrinters, portOffset } from '../../../standins/machines.ts';
import { demoMachinesOnFloor, demoStock, TWO_MATERIALS } from './floor.ts';
import { seedCare } from './care.ts';
import { seedJobs } from './jobs.ts';
import { demoProfiles } from './library.ts';
import { unwrap } from './must.ts';
import { seedReferences } from './references.ts';
import { seedRequests } from './requests.ts';

type Stepped = Clock & { set(to: Date): void };
const DAY_MS = 86_400_000;

/** Makes the demonstration through the same use-cases people use, with a stepped clock, over the past half year. */
export async function seedFarm(as: (role: PersonRole) => Ctx, clock: Stepped, standinPort: number): Promise<void> {
  const now = clock.now();
  const daysAgo = (days: number) => clock.set(new Date(now.getTime() - days * DAY_MS));
  const lead = as('lead');
  const technician = as('technician');
  const profiles = new Map<string, string>();
  const machines = new Map<string, Machine>();
  daysAgo(190);
  for (const { parent, ...p } of demoProfiles)
    profiles.set(
      p.name,
      unwrap(
        await makeProfile(lead, {
          ...p,
          parentId: parent ? profiles.get(parent)! : null,
          message: p.stock ? 'Shipped with the product' : 'First entry from the bench sheets',
        }),
      ).id,
    );
  for (const m of demoMachinesOnFloor) {
    const port = standinPort + portOffset(m.name.toLowerCase().replace(' ', '-'));
    const made = unwrap(
      await addMachine(lead, {
        name: m.name,
        printerId: profiles.get(m.printer)!,
        place: m.place,
        device: standinPort ? { host: '127.0.0.1', port } : null,
      }),
    );
    machines.set(m.name, made);
    unwrap(await mountTool(technician, made.id, profiles.get(m.tool)!, ''));
    unwrap(
      await loadLot(technician, made.id, {
        materialId: profiles.get(m.material)!,
        lot: m.lot,
        remainingG: m.remainingG,
      }),
    );
    if (!m.second) continue;
    const { tool, material, lot, remainingG } = m.second;
    unwrap(await mountTool(technician, made.id, profiles.get(tool)!, '', 1));
    unwrap(await loadLot(technician, made.id, { materialId: profiles.get(material)!, lot, remainingG, head: 1 }));
  }
  for (const { material, ...of } of demoStock) {
    const materialId = profiles.get(material)!;
    const [first, second] = unwrap(await receiveContainers(technician, { code: null, ...of, materialId }));
    if (of.count === 3) {
      unwrap(await weighContainer(technician, first!.id, 0, 'the last of it went into sample walls'));
      unwrap(await discardContainer(technician, second!.id, 'snaps in the feeder'));
    }
    if (material === 'Ginestrel PVA') unwrap(await dryContainer(technician, first!.id, { dryC: 50, dryH: 8 }));
  }
  unwrap(
    await changePolicy(lead, {
      ...standardPolicy,
      mayStayUnproven: { 'customer part': lookedAt, 'lights-out': lookedAt },
      why: 'what we look at by hand needs no trial yet',
    }),
  );
  await seedTrials(technician, daysAgo, profiles, machines);
  await seedRanges(technician, daysAgo, profiles, machines);
  await seedCare({ lead, technician }, daysAgo, profiles, machines);
  daysAgo(9);
  unwrap(await logMaintenance(technician, machines.get('Rifugio Sella')!.id, 'nozzle', 'worn after 300 h, same bore'));
  daysAgo(3);
  unwrap(await logMaintenance(technician, machines.get('Rifugio Vodice')!.id, 'bed', 'levelled after the move'));
  daysAgo(14);
  unwrap(await logMaintenance(technician, machines.get('Rifugio Coldai')!.id, 'cleaning', 'dust behind the plate'));
  daysAgo(6);
  await seedRecipes(lead, profiles, machines);
  daysAgo(1);
  const green = profiles.get('Fienile PETG green')!;
  const tip = await findRevisionToEdit(technician, green);
  unwrap(
    await saveRevision(technician, {
      profileId: green,
      baseRevisionId: tip.id,
      own: { ...tip.own, retractionMm: 1.6 },
      reasons: {
        ...tip.reasons,
        retractionMm: { kind: 'habit, untested', text: 'still a hair between the teeth of the seed wheel' },
      },
      message: 'a little more retraction for the seed wheel',
    }),
  );
  await seedJobs(technician, lead, daysAgo, profiles, machines);
  await seedReferences(technician, lead, daysAgo, profiles, machines);
  await seedRequests(as('viewer'), lead, daysAgo);
}

const FIRST_PIECE = 'measured on the first piece of every order';
const EVERY_START = 'somebody looks at every first layer';
/** What the demonstration's farm lets stay unproven. */
const lookedAt = {
  scaleXPercent: FIRST_PIECE,
  scaleYPercent: FIRST_PIECE,
  scaleZPercent: FIRST_PIECE,
  zOffsetMm: EVERY_START,
  accelerationMmPerS2: 'never above what the maker states',
  highestWallSpeedMmPerS: 'waves are looked at on the first piece',
  lowestLayerTimeS: 'the material’s own figure has held so far',
};

async function seedRecipes(ctx: Ctx, profiles: Map<string, string>, machines: Map<string, Machine>): Promise<void> {
  const on = (name: string) => {
    const floor = demoMachinesOnFloor.find((m) => m.name === name)!;
    return {
      machineId: machines.get(name)!.id,
      printerId: null,
      roles: [
        { role: 'part body' as const, toolId: profiles.get(floor.tool)!, materialId: profiles.get(floor.material)! },
      ],
    };
  };
  const vents = unwrap(
    await keepRecipe(ctx, {
      id: null,
      version: 1,
      name: 'Outdoor vents',
      choice: { ...on('Rifugio Vodice'), processId: profiles.get('Fine 0.20')! },
      overrides: {},
    }),
  );
  unwrap(await pinRecipe(ctx, vents.id));
  unwrap(
    await keepRecipe(ctx, {
      id: null,
      version: 1,
      name: 'Hive inserts, quick',
      choice: { ...on('Rifugio Sella'), processId: profiles.get('Quick 0.28')! },
      overrides: { fillSpeedMmPerS: 100 },
    }),
  );
  unwrap(
    await keepRecipe(ctx, {
      id: null,
      version: 1,
      name: 'Press blocks',
      choice: { ...on('Rifugio Vazzoler'), processId: profiles.get('Stout 0.30')! },
      overrides: {},
    }),
  );
  const clear = on('Rifugio Tissi');
  unwrap(
    await keepRecipe(ctx, {
      id: null,
      version: 1,
      name: TWO_MATERIALS,
      choice: {
        ...clear,
        roles: [
          ...clear.roles,
          { role: 'support', toolId: profiles.get('0.4 brass')!, materialId: profiles.get('Ginestrel PVA')! },
        ],
        processId: profiles.get('Fine 0.20')!,
      },
      overrides: { supportAngleDeg: 45, purgeMm3: 40 },
    }),
  );
  unwrap(
    await keepRecipe(ctx, {
      id: null,
      version: 1,
      name: 'Labels, tough resin',
      choice: {
        machineId: null,
        printerId: profiles.get('Lucerna 7')!,
        processId: profiles.get('Resin 0.05')!,
        roles: [{ role: 'part body', toolId: null, materialId: profiles.get('Quarzo tough amber')! }],
      },
      overrides: {},
    }),
  );
}

/** Trials over months, of several kinds; the last two are left half measured. */
const trialHistory: readonly (readonly [
  daysAgo: number,
  machine: string,
  process: string,
  end: 'accepted' | 'set aside' | 'measuring',
  kind: TrialKindKey,
  walls?: 1 | 2,
  /** Share of what the machine fed when it was new. */
  wornTo?: number,
])[] = [
  [172, 'Rifugio Sella', 'Fine 0.20', 'accepted', 'flow'],
  [160, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'flow'],
  [150, 'Rifugio Sella', 'Fine 0.20', 'accepted', 'temperature'],
  [141, 'Rifugio Pelmo', 'Fine 0.20', 'accepted', 'flow', 2],
  [128, 'Rifugio Sella', 'Fine 0.20', 'accepted', 'flow'],
  [120, 'Rifugio Coldai', 'Quick 0.28', 'set aside', 'flow'],
  [104, 'Rifugio Scarpa', 'Stout 0.30', 'accepted', 'flow'],
  [97, 'Rifugio Sella', 'Fine 0.20', 'accepted', 'flow'],
  [90, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'retraction'],
  [66, 'Rifugio Sella', 'Fine 0.20', 'accepted', 'flow'],
  [58, 'Rifugio Pelmo', 'Fine 0.20', 'accepted', 'highest-flow'],
  [48, 'Rifugio Coldai', 'Fine 0.20', 'accepted', 'flow'],
  [31, 'Rifugio Tissi', 'Fine 0.20', 'accepted', 'flow', 2],
  [57, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'first-layer'],
  [40, 'Rifugio Sella', 'Fine 0.20', 'accepted', 'overhang'],
  [28, 'Rifugio Sella', 'Fine 0.20', 'accepted', 'layer-time'],
  [26, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'acceleration'],
  [22, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'bridge'],
  [21, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'reference-part'],
  [20, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'temperature'],
  [19, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'reference-part'],
  [18, 'Rifugio Sella', 'Fine 0.20', 'accepted', 'pressure'],
  [16, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'dimensions'],
  // its drive wears: the last flow found there leaves the limits of the others
  ...[148, 136, 124, 112, 100, 88, 76].map(
    (days) => [days, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'flow'] as const,
  ),
  [12, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'flow', 1, 0.95],
  [11, 'Rifugio Lagazuoi', 'Fine 0.20', 'accepted', 'reference-part'],
  [75, 'Malga Framont', 'Resin 0.05', 'accepted', 'light-map'],
  [74, 'Malga Framont', 'Resin 0.05', 'accepted', 'working-curve'],
  [44, 'Malga Framont', 'Resin 0.05', 'accepted', 'exposure-ladder'],
  [140, 'Malga Ciapela', 'Resin 0.05', 'accepted', 'light-map'],
  [33, 'Malga Losch', 'Resin 0.05', 'accepted', 'light-map'],
  [32, 'Malga Losch', 'Resin 0.05', 'accepted', 'plate'],
  [30, 'Malga Losch', 'Resin 0.05', 'accepted', 'exposure-ladder'],
  [0.2, 'Rifugio Tissi', 'Fine 0.20', 'measuring', 'retraction'],
  [0.05, 'Rifugio Vazzoler', 'Stout 0.30', 'measuring', 'flow'],
];

/** What a thermometer in the vat said. */
const DEMO_RESIN_C = 24.5;

async function seedTrials(
  ctx: Ctx,
  daysAgo: (d: number) => void,
  profiles: Map<string, string>,
  machines: Map<string, Machine>,
): Promise<void> {
  for (const [days, name, process, end, kindKey, walls, wornTo] of trialHistory.toSorted((a, b) => b[0] - a[0])) {
    daysAgo(days);
    const floor = demoMachinesOnFloor.find((m) => m.name === name)!;
    const m = machines.get(name)!;
    const kind = kindOf(kindKey);
    const { id } = unwrap(
      await planTrial(ctx, {
        kind: kindKey,
        machineId: m.id,
        toolId: profiles.get(floor.tool)!,
        materialId: profiles.get(floor.material)!,
        processId: profiles.get(process)!,
        options: walls ? { walls } : {},
      }),
    );
    const row = (await findTrial(ctx, id))!;
    if (kind.technology === 'resin' && row.gcode !== '')
      unwrap(
        await recordPrintedElsewhere(ctx, id, {
          machineId: m.id,
          by: ctx.user.name,
          at: ctx.clock.now(),
          note: '',
          resinC: DEMO_RESIN_C,
        }),
      );
    const read = benchOf(m.key, row, seedOf(`${name}${days}`), wornTo ?? 1);
    const bands = Math.max(1, row.plan.bands.length);
    const places = Array.from({ length: bands }, (_, b) => b + 1).flatMap((band) =>
      kind.features.flatMap((f) =>
        Array.from({ length: wantedOf(f) }, (_x, k) => ({
          band,
          feature: f.key,
          repeat: k + 1,
          instrument: f.instrument,
        })),
      ),
    );
    const left = end === 'measuring' ? Math.ceil(places.length * 0.4) : 0;
    for (const { instrument, ...place } of places.slice(0, places.length - left)) {
      const typed = read({ kind: kindKey, ...place });
      if (typed === null) throw new Error(`demo data: nothing to read at ${kindKey} ${place.band} ${place.feature}`);
      unwrap(await addReading(ctx, id, { ...place, typed, instrument }));
    }
    if (end !== 'measuring')
      unwrap(await decideTrial(ctx, id, end, end === 'set aside' ? 'spool was damp; dry and repeat' : ''));
  }
}

/** How the bench of the demonstration reads a printed coupon or plate of a machine. */
function benchOf(key: string, row: Trial, seed: number, wornTo: number): (place: Place) => string | null {
  const printer = demoResinPrinters.find((d) => d.key === key);
  if (!printer) {
    const asNew = truthOf(demoMachines.find((d) => d.key === key)!.seed);
    const truth = { ...asNew, flowFactor: asNew.flowFactor * wornTo };
    const lines = linesOfOwn(row.gcode);
    return (place) => readBench(lines, truth, place, seed);
  }
  const truth = resinTruthOf(printer.seed);
  const [plate] = platesOf(row.gcode);
  if (!plate) return (place) => readResinBench(null, truth, place, seed);
  const stack = unwrap(readStack(stackOf(plate).zip, (bytes) => createHash('sha256').update(bytes).digest('hex')));
  const print = new PrintedStack(stack, stack.manifest.layers.length);
  return (place) => readResinBench(print, truth, place, seed);
}

/** Ranges proven before this product was in use, entered by hand with the sheet they come from. */
async function seedRanges(
  ctx: Ctx,
  daysAgo: (d: number) => void,
  profiles: Map<string, string>,
  machines: Map<string, Machine>,
): Promise<void> {
  const ranges: readonly (readonly [string, string, number, number, number, boolean, number])[] = [
    ['Rifugio Vodice', 'nozzleC', 248, 244, 252, true, 41],
    ['Rifugio Vodice', 'bedC', 100, 95, 105, false, 41],
    ['Rifugio Vodice', 'highestFlowMm3PerS', 9.8, 0, 9.8, true, 27],
    ['Rifugio Vodice', 'retractionMm', 1.1, 0.9, 1.8, true, 30],
    ['Rifugio Sella', 'nozzleC', 206, 200, 212, false, 60],
    ['Rifugio Sella', 'highestFlowMm3PerS', 8.1, 0, 8.1, false, 60],
    ['Rifugio Coldai', 'retractionMm', 1.4, 1.2, 2, false, 45],
    ['Rifugio Tissi', 'nozzleC', 238, 232, 244, false, 110],
  ];
  for (const [name, key, value, min, max, failed, days] of ranges) {
    daysAgo(days);
    const floor = demoMachinesOnFloor.find((m) => m.name === name)!;
    const m = machines.get(name)!;
    const end = failed ? 'failedBeyond' : 'notTriedBeyond';
    await writePairing(
      ctx,
      {
        machineId: m.id,
        toolId: profiles.get(floor.tool)!,
        materialId: profiles.get(floor.material)!,
        label: `${m.name} · ${floor.tool} · ${floor.material}`,
      },
      {
        [key]: {
          value,
          uncertainty: 0,
          range: { min, max, minEnd: end, maxEnd: end },
          trialId: '',
          trialName: `bench sheet ${days > 50 ? 'spring' : 'autumn'}`,
          machineId: m.id,
          conditions: { lot: floor.lot },
          provenOn: ctx.clock.now().toISOString(),
          validUntil: new Date(ctx.clock.now().getTime() + 90 * DAY_MS).toISOString(),
        },
      },
      'Taken over from the signed bench sheet',
    );
  }
}
