import { declineRequest, makeRequest } from '../../areas/requests/server/index.ts';
import { partOfSolids, type Solid } from '../../core/mesh/solid.ts';
import { writeStl } from '../../core/mesh/writeStl.ts';
import type { Ctx } from '../../platform/db/context.ts';
import { keepBytes } from './keepBytes.ts';
import { unwrap } from './must.ts';

const box = (w: number, d: number, fromMm: number, toMm: number): Solid => ({
  shape: 'box',
  x: 0,
  y: 0,
  w,
  d,
  fromMm,
  toMm,
});

/** Prints that people of the demonstration ask for: one that waits, one that will not be printed. */
export async function seedRequests(viewer: Ctx, lead: Ctx, daysAgo: (days: number) => void): Promise<void> {
  const ask = async (title: string, wanted: string, quantity: number, dueInDays: number, solids: readonly Solid[]) => {
    const name = `${title.toLowerCase().replaceAll(' ', '-')}.stl`;
    const files = [{ ...(await keepBytes(viewer, writeStl(partOfSolids('', solids).mesh))), name }];
    const due = new Date(viewer.clock.now().getTime() + dueInDays * 86_400_000).toISOString().slice(0, 10);
    return unwrap(await makeRequest(viewer, { title, wanted, quantity, due, files })).id;
  };
  daysAgo(5);
  const strap = await ask('Watering strap', 'Soft and see-through, must bend round a 20 mm pipe', 10, 9, [
    box(60, 12, 0, 2),
  ]);
  daysAgo(4);
  unwrap(await declineRequest(lead, strap, 'We run nothing that soft; a strap of fabric is cheaper'));
  daysAgo(0);
  await ask('Row marker', 'Outdoors, any dark colour; the tip must not break off in wet soil', 24, 6, [
    box(24, 4, 0, 60),
    box(50, 4, 60, 80),
  ]);
}
