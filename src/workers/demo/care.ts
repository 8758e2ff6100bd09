import {
  addMachine,
  beginCare,
  doCareStep,
  logMaintenance,
  retireMachine,
  type Machine,
} from '../../areas/machines/server/index.ts';
import { careTemplates } from '../../areas/machines/model/careTemplates.ts';
import type { Ctx } from '../../platform/db/context.ts';
import { demoByHand, demoFitted } from './floor.ts';
import { unwrap } from './must.ts';

/** What was done to resin printers before: the others of the room are due. */
const doneBefore = [
  ['Malga Stia', 12],
  ['Malga Losch', 28],
  ['Malga Ciapela', 45],
] as const;

interface People {
  readonly lead: Ctx;
  readonly technician: Ctx;
}
type Days = (d: number) => void;

/** What was done to machines, and what somebody is at. */
export async function seedCare(
  people: People,
  daysAgo: Days,
  profiles: ReadonlyMap<string, string>,
  machines: ReadonlyMap<string, Machine>,
): Promise<void> {
  await seedDone(people.technician, daysAgo, machines);
  await seedFitted(people.technician, daysAgo, machines);
  await seedByHand(people, daysAgo, profiles);
}

/** Care that was done, step by step, as people do it. */
async function seedDone(ctx: Ctx, daysAgo: Days, machines: ReadonlyMap<string, Machine>): Promise<void> {
  for (const [name, days] of doneBefore.toSorted(([, a], [, b]) => b - a)) {
    daysAgo(days);
    const { id } = machines.get(name)!;
    const { id: round } = unwrap(await beginCare(ctx, id, 'wash'));
    for (const step of careTemplates.resin['wash']!.steps.keys())
      unwrap(await doCareStep(ctx, id, { round, step, reading: null }));
  }
}

/** What wears and was put on anew. */
async function seedFitted(ctx: Ctx, daysAgo: Days, machines: ReadonlyMap<string, Machine>): Promise<void> {
  for (const [name, kind, note, days] of demoFitted.toSorted((a, b) => b[3] - a[3])) {
    daysAgo(days);
    unwrap(await logMaintenance(ctx, machines.get(name)!.id, kind, note));
  }
}

/** Machines by hand: somebody is at work on one of them, another is retired. */
async function seedByHand(
  { lead, technician }: People,
  daysAgo: Days,
  profiles: ReadonlyMap<string, string>,
): Promise<void> {
  const { inCare, retired } = demoByHand;
  daysAgo(170);
  const added = async ({ name, printer, place }: { name: string; printer: string; place: string }): Promise<string> =>
    unwrap(await addMachine(lead, { name, place, printerId: profiles.get(printer)!, device: null })).id;
  const old = await added(retired);
  const id = await added(inCare);
  daysAgo(90);
  unwrap(await retireMachine(lead, old, true, retired.why));
  daysAgo(0);
  const { id: round } = unwrap(await beginCare(technician, id, inCare.task));
  for (let step = 0; step < inCare.steps; step++)
    unwrap(await doCareStep(technician, id, { round, step, reading: null }));
}
