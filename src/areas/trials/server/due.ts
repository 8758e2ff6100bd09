import { and, eq, inArray } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
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
import { previewTrial, trialName } from './planTrial.ts';
import { trial } from './tables.ts';
import { findUsualProcess } from './usualProcess.ts';

const isWanted = (cover: Cover): boolean => cover !== 'proven' && cover !== 'not for it';
const OPEN = ['planned', 'printing', 'interrupted', 'measuring'] as const;

/** Trials that are due now or within the week on every machine, in the order of practice; of one machine also those never run. */
export async function listDue(ctx: Ctx, machineId: string | null): Promise<DueTrial[]> {
  const cards = (await listMachineCards(ctx)).filter(
    (c) => c.mounted && c.loaded && (machineId === null || c.id === machineId),
  );
  const out: DueTrial[] = [];
  for (const card of cards) {
    // what is asked of the database is asked for machines that something is due on
    const wanted = provingKinds.flatMap((kind) => {
      const { cover, says } = coverOf(kind.key, card);
      const isOfAny = cover === 'due' || cover === 'soon';
      return isWanted(cover) && (machineId !== null || isOfAny) ? [{ kind, cover, says }] : [];
    });
    const process = wanted.length > 0 ? await processFor(ctx, card) : null;
    if (!process) continue;
    const open = await ctx.db
      .select({ id: trial.id, number: trial.number, kind: trial.kind })
      .from(trial)
      .where(and(eq(trial.machineId, card.id), eq(trial.materialId, card.loaded!.id), inArray(trial.state, [...OPEN])));
    for (const { kind, cover, says } of wanted) {
      const base = {
        machineId: card.id,
        toolId: card.mounted!.id,
        materialId: card.loaded!.id,
        processId: process.id,
        kind: kind.key,
      };
      const preview = await previewTrial(ctx, base);
      const running = open.find((t) => t.kind === kind.key);
      if (!preview.ok && preview.failure.code === 'badPlan' && cover === 'unproven') continue; // hardware that cannot take a kind does not want it
      const p = preview.ok ? preview.value.plan : null;
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
  }
  return out;
}
const sentenceOf = (f: TrialFailure): string => (trialText[f.code] as (f: TrialFailure) => string)(f);

/** What a trial is planned with where nobody chooses: as the last one there, else the first process of one's own. */
async function processFor(ctx: Ctx, card: MachineCard): Promise<{ readonly id: string; readonly name: string } | null> {
  const usual = await findUsualProcess(ctx, card.id, card.loaded!.id);
  return usual ?? (await listOwnProfiles(ctx, 'process', card.technology))[0] ?? null;
}

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
      const input = {
        kind,
        machineId,
        toolId: card.mounted!.id,
        materialId: card.loaded!.id,
        processId: process.id,
      };
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
