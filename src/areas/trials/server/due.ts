import { and, inArray } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { bySets } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { listOwnProfiles } from '../../library/server/index.ts';
import type { MachineCard } from '../../machines/model/pages.ts';
import { listMachineCards } from '../../machines/server/index.ts';
import type { TrialKindKey } from '../kinds/define.ts';
import { kindOf, provingKinds } from '../kinds/index.ts';
import { coverOf, missingBefore, type Cover, type DueTrial } from '../model/due.ts';
import { clearanceOf } from '../model/sharing.ts';
import { trialText, type TrialFailure } from '../model/failures.ts';
import { planPlate, platesOf, type Wanted } from './planPlate.ts';
import { previewFrom, previewTrial, readForPlan, trialName } from './planTrial.ts';
import { trial } from './tables.ts';
import { findUsualProcess } from './usualProcess.ts';

const isWanted = (cover: Cover): boolean => cover !== 'proven' && cover !== 'not for it';
const OPEN = ['planned', 'printing', 'interrupted', 'measuring'] as const;

/** Trials that are due now or within the week on every machine, in the order of practice; of one machine also those never run. */
export async function listDue(ctx: Ctx, machineId: string | null): Promise<DueTrial[]> {
  const cards = (await listMachineCards(ctx)).filter(
    (c) => c.mounted && c.loaded && (machineId === null || c.id === machineId),
  );
  const open = await listOpen(
    ctx,
    cards.map((c) => c.id),
  );
  // all machines at once: what each asks for is read for all of them
  const wanted = (
    await Promise.all(
      cards.map(async (card) => {
        const kinds = provingKinds.flatMap((kind) => {
          const { cover, says } = coverOf(kind.key, card);
          const isOfAny = cover === 'due' || cover === 'soon';
          return isWanted(cover) && (machineId !== null || isOfAny) ? [{ kind, cover, says }] : [];
        });
        const process = kinds.length > 0 ? await processFor(ctx, card) : null;
        if (!process) return [];
        const on = onCard(card, process.id);
        return [{ card, process, kinds, on, read: await readForPlan(ctx, on) }];
      }),
    )
  ).flat();
  const out: DueTrial[] = [];
  for (const { card, process, kinds, on, read } of wanted)
    for (const { kind, cover, says } of kinds) {
      await new Promise(setImmediate); // a plan is a piece of work, and others are served between two
      const base = { ...on, kind: kind.key };
      const preview = read.ok ? previewFrom(read.value, base) : read;
      if (!preview.ok && preview.failure.code === 'badPlan' && cover === 'unproven') continue; // hardware that cannot take a kind does not want it
      const p = preview.ok ? preview.value.plan : null;
      const running = open.find(
        (t) => t.machineId === card.id && t.materialId === card.loaded!.id && t.kind === kind.key,
      );
      out.push({
        ...base,
        machineName: card.name,
        place: card.place,
        cover,
        says,
        before: missingBefore(kind.key, card),
        processName: process.name,
        timeS: p?.timeS ?? 0,
        massG: p?.massG ?? 0,
        resinMl: p?.resinMl ?? 0,
        cost: p?.cost ?? 0,
        heightMm: p?.sizeMm[2] ?? 0,
        clearanceMm: p ? clearanceOf(p.conditions) : null,
        cannot: preview.ok ? null : sentenceOf(preview.failure),
        open: running ? { id: running.id, name: trialName(running.number) } : null,
      });
    }
  return out;
}
const onCard = (card: MachineCard, processId: string) => ({
  ...{ machineId: card.id, toolId: card.mounted!.id, materialId: card.loaded!.id, processId },
});
const listOpen = (ctx: Ctx, machineIds: readonly string[]) =>
  ctx.db
    .select({
      ...{ id: trial.id, number: trial.number, kind: trial.kind },
      ...{ machineId: trial.machineId, materialId: trial.materialId },
    })
    .from(trial)
    .where(and(inArray(trial.machineId, [...machineIds]), inArray(trial.state, [...OPEN])));
const sentenceOf = (f: TrialFailure): string => (trialText[f.code] as (f: TrialFailure) => string)(f);

/** What a trial is planned with where nobody chooses: as the last one there, else the first process of one's own. */
async function processFor(ctx: Ctx, card: MachineCard): Promise<{ readonly id: string; readonly name: string } | null> {
  const usual = await findUsualProcess(ctx, card.id, card.loaded!.id);
  return usual ?? (await firstProcess(ctx, card.technology));
}
const { one: firstProcess } = bySets(
  async (ctx: Ctx, technologies: readonly MachineCard['technology'][]) => {
    const first = new Map<string, { readonly id: string; readonly name: string }>();
    for (const technology of technologies) {
      const [one] = await listOwnProfiles(ctx, 'process', technology);
      if (one) first.set(technology, one);
    }
    return first;
  },
  (technology) => technology,
);

/** Plans several due trials at once, all of them or none. */
export async function planDue(
  ctx: Ctx,
  items: readonly { readonly machineId: string; readonly kind: TrialKindKey }[],
  isShared = false,
): Promise<Result<{ planned: { id: string; name: string }[] }, TrialFailure>> {
  const cards = await listMachineCards(ctx);
  return inTransaction(ctx, async (inside) => {
    const wanted: Wanted[] = [];
    for (const { machineId, kind } of items) {
      const card = cards.find((c) => c.id === machineId);
      const process =
        card?.mounted && card.loaded && isWanted(coverOf(kind, card).cover) ? await processFor(inside, card) : null;
      if (!card || !process)
        return fail({
          code: 'notReady',
          what: `${kindOf(kind).label} is not due on that machine any more; open the list again`,
        });
      const input = { ...onCard(card, process.id), kind };
      const alone = await previewTrial(inside, input);
      if (!alone.ok) return alone;
      wanted.push({ input, alone: alone.value });
    }
    const planned: { id: string; name: string }[] = [];
    for (const plate of isShared ? platesOf(wanted) : wanted.map((w) => [w])) {
      const made = await planPlate(inside, plate);
      if (!made.ok) return made;
      planned.push(...made.value);
    }
    return succeed({ planned });
  });
}
