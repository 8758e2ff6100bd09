import { and, asc, eq, isNull, ne } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { keptUntilWritten } from '../../../platform/db/kept.ts';
import type { Proof } from '../../library/model/records.ts';
import type { PrintProgress } from '../model/print.ts';
import type { FloorRow, Heard, MachineCard, OnHead } from '../model/pages.ts';
import { listMachineCards } from './pages.ts';
import { machine, print } from './tables.ts';

type Reader = Pick<Ctx, 'db' | 'clock' | 'reads'>;

/** What of a row of the floor only somebody changes. */
const keptRows = keptUntilWritten(
  async (ctx: Reader) =>
    new Map(
      (await listMachineCards(ctx)).map(
        ({ name, place, printerId, printer, technology, isStoppedFromHere, ...card }) => [
          card.id,
          {
            ...{ name, place, printerId, printer, technology, isStoppedFromHere },
            onHeads: [card, ...card.others].map(onHeadOf).filter((h) => h.toolId !== null || h.materialId !== null),
          },
        ],
      ),
    ),
);
/** The whole floor by sets, however many machines it has: what each is doing, until when, and what is on its heads. */
export async function listFloor(ctx: Reader): Promise<FloorRow[]> {
  const kept = await keptRows(ctx);
  const rows = await ctx.db
    .select({
      ...{ id: machine.id, state: machine.state, stop: machine.stop },
      ...{ printOf: print.of, printOfId: print.ofId, printName: print.name, since: print.since },
      ...{ expected: print.expected, progress: print.progress, printState: print.state },
    })
    .from(machine)
    .leftJoin(print, and(eq(print.machineId, machine.id), isNull(print.clearedAt)))
    .where(ne(machine.state, 'retired'))
    .orderBy(asc(machine.place), asc(machine.name));
  return rows.flatMap(({ id, state, stop, ...p }) => {
    const found = kept.get(id);
    if (!found) return []; // added in this moment: it is there at the next look
    return {
      ...{ id, state, stop, ...found },
      print:
        p.printOf === null
          ? null
          : {
              ...{ of: p.printOf, ofId: p.printOfId!, name: p.printName!, isUnderWay: p.printState === 'under way' },
              since: p.since!.toISOString(),
              expected: p.expected!.toISOString(),
              heard: p.progress && heardOf(p.progress),
            },
    };
  });
}
const onHeadOf = ({ mounted, loaded }: Pick<MachineCard, 'mounted' | 'loaded'>, head: number): OnHead => ({
  ...{ head, toolId: mounted?.id ?? null, toolName: mounted?.name ?? null },
  ...{ materialId: loaded?.id ?? null, materialName: loaded?.name ?? null, lot: loaded?.lot ?? null },
  ...{ code: loaded?.code ?? null, remainingG: loaded?.remainingG ?? 0 },
});
const heardOf = (p: PrintProgress): Heard => ({
  ...{ phase: p.phase, zMm: p.zMm, nozzleC: p.nozzleC, nozzleTargetC: p.nozzleTargetC, bedC: p.bedC },
  ...{ bedTargetC: p.bedTargetC, message: p.message, at: p.at, share: p.lines > 0 ? p.acknowledged / p.lines : 0 },
  ...(p.resinC !== undefined && { resinC: p.resinC }),
  ...(p.isUnheard && { isUnheard: true }),
});

/** How many values are proven, and how many due, on the machine itself for what is mounted and loaded, machine by machine. */
export const countEvidence = keptUntilWritten(
  async (ctx: Reader): Promise<ReadonlyMap<string, { readonly proven: number; readonly due: number }>> =>
    new Map(
      (await listMachineCards(ctx)).map((card) => {
        const proofs = [card, ...card.others].flatMap((on) => on.proofs);
        const inState = (state: Proof['state']): number => proofs.filter((p) => p.state === state).length;
        return [card.id, { proven: inState('proven'), due: inState('due') }];
      }),
    ),
);
