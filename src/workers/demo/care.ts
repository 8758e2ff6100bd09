import { beginCare, doCareStep, type Machine } from '../../areas/machines/server/index.ts';
import { careTemplates } from '../../areas/machines/model/careTemplates.ts';
import type { Ctx } from '../../platform/db/context.ts';
import { unwrap } from './must.ts';

/** What was done to resin printers before: the others of the room are due. */
const doneBefore = [
  ['Malga Stia', 12],
  ['Malga Losch', 28],
  ['Malga Ciapela', 45],
] as const;

/** Care that was done, step by step, as people do it. */
export async function seedCare(
  ctx: Ctx,
  daysAgo: (d: number) => void,
  machines: ReadonlyMap<string, Machine>,
): Promise<void> {
  for (const [name, days] of doneBefore.toSorted(([, a], [, b]) => b - a)) {
    daysAgo(days);
    const { id } = machines.get(name)!;
    const { id: round } = unwrap(await beginCare(ctx, id, 'wash'));
    for (const step of careTemplates.resin['wash']!.steps.keys())
      unwrap(await doCareStep(ctx, id, { round, step, reading: null }));
  }
}
