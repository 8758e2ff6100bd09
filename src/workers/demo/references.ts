import { clearJob, noteOutcome } from '../../areas/checks/server/index.ts';
import type { Values } from '../../areas/library/settings/define.ts';
import { logMaintenance, type Machine } from '../../areas/machines/server/index.ts';
import { placesOf } from '../../areas/references/model/reference.ts';
import { makeReference, noteLook, printAgain } from '../../areas/references/server/index.ts';
import type { Ctx } from '../../platform/db/context.ts';
import { BLANK_OUTCOME, box, checkNow, seedJob } from './jobs.ts';
import { unwrap } from './must.ts';

const MACHINE = 'Rifugio Coldai';
const PLACES = placesOf(
  `pin: 5 turns by hand, 1 stuck or loose
hook: 5 snaps in, 1 breaks or hangs
underside: 5 even, 1 hanging lines
top face: 5 closed and even, 1 gaps or ridges
corner: 5 sharp, 1 bulging
slot: 5 the 2 mm gauge passes, 1 closed
wall: 5 even and matt, 1 waves or blobs`,
);
/** Prints of it, the oldest first: what was tried, and how each place looked, twice. */
const prints: readonly {
  readonly daysAgo: number;
  readonly tried?: Values;
  readonly isCleaned?: boolean;
  readonly looks: readonly (readonly number[])[];
}[] = [
  { daysAgo: 26, looks: [[2, 3, 3, 4, 2, 3, 3], [2, 3, 3, 4, 3, 3, 3]] },
  { daysAgo: 24, tried: { visibleWallSpeedMmPerS: 30 }, looks: [[3, 4, 3, 4, 4, 4, 4], [3, 4, 4, 4, 4, 4, 4]] },
  { daysAgo: 22, isCleaned: true, looks: [[3, 4, 3, 4, 4, 4, 4], [3, 4, 4, 4, 4, 3, 4]] },
  { daysAgo: 20, tried: { fanPercent: 60 }, looks: [[2, 2, 4, 3, 3, 3, 3], [2, 3, 4, 3, 3, 3, 3]] },
  { daysAgo: 18, tried: { fanPercent: 100, solidFillSpeedMmPerS: 30 }, looks: [[4, 4, 4, 5, 4, 4, 4], [4, 4, 4, 5, 4, 4, 5]] },
]; // prettier-ignore

/** A reference part of the farm's own, printed five times from its file. */
export async function seedReferences(
  ctx: Ctx,
  lead: Ctx,
  daysAgo: (d: number) => void,
  profiles: Map<string, string>,
  machines: Map<string, Machine>,
): Promise<void> {
  let partId = '';
  for (const [n, print] of prints.entries()) {
    daysAgo(print.daysAgo);
    let jobId: string;
    if (n === 0) {
      jobId = await seedJob(ctx, hinge, profiles, machines);
      partId = unwrap(await makeReference(ctx, { jobId, name: 'House hinge', places: PLACES })).id;
    } else {
      if (print.isCleaned) unwrap(await logMaintenance(ctx, machines.get(MACHINE)!.id, 'cleaning', 'carriage wiped'));
      jobId = unwrap(await printAgain(ctx, partId, { overrides: print.tried })).id;
      await checkNow(ctx, jobId);
    }
    unwrap(await clearJob(lead, jobId, 'a reference print, to see what the change does'));
    daysAgo(print.daysAgo - 1);
    unwrap(await noteOutcome(ctx, jobId, BLANK_OUTCOME));
    for (const [k, scores] of print.looks.entries())
      unwrap(
        await noteLook(k === 0 ? ctx : lead, partId, {
          jobId,
          scores: Object.fromEntries(PLACES.map((p, i) => [p.key, scores[i]!])),
          note: '',
          corrects: null,
        }),
      );
  }
  daysAgo(0);
}

const hinge: Parameters<typeof seedJob>[1] = {
  title: 'House hinge',
  file: 'house-hinge.stl',
  machine: MACHINE,
  process: 'Fine 0.20',
  class: 'in-house',
  quantity: 1,
  at: [109, 107],
  solids: [box(0, 0, 40, 16, 0, 3), box(-17, 0, 6, 16, 3, 14), box(17, 0, 6, 16, 3, 14)],
};
