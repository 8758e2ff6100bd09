import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { listMachineCards } from '../../machines/server/index.ts';
import type { OtherMachine } from '../model/elsewhere.ts';
import type { CheckFailure } from '../model/failures.ts';
import { findJob } from './jobs.ts';
import { makeSheet, sheetInputOf } from './sheet.ts';

const NOT_YET = 'to be loaded';
const A_FULL_SPOOL_G = 1000;

/** The farm's other filament machines with what they would hold a job against: its own material and process, the tool mounted there. */
export async function listOtherMachines(
  ctx: Ctx,
  jobId: string,
): Promise<Result<readonly OtherMachine[], CheckFailure>> {
  const row = await findJob(ctx, jobId);
  if (!row) return fail({ code: 'noJob' });
  const input = await sheetInputOf(ctx, row);
  const asked = (await listMachineCards(ctx)).flatMap((card) =>
    card.technology === 'filament' && card.id !== input.machineId && card.mounted
      ? [{ card, toolId: card.mounted.id }]
      : [],
  );
  // all at once: what each asks for is read for all of them
  const sheets = await Promise.all(
    asked.map(({ card, toolId }) => makeSheet(ctx, { ...input, machineId: card.id, toolId })),
  );
  const out: OtherMachine[] = [];
  for (const [i, { card }] of asked.entries()) {
    const sheet = sheets[i]!;
    if (!sheet.ok) continue;
    const { material } = sheet.value.recipe;
    const isLoaded = card.loaded?.id === material.id;
    // what is not loaded can be: it is told beside the verdict and does not decide it
    const loaded = { id: material.id, name: material.name, lot: NOT_YET, remainingG: A_FULL_SPOOL_G };
    out.push({
      id: card.id,
      name: card.name,
      place: card.place,
      state: card.state,
      loaded: card.loaded?.name ?? null,
      isLoaded,
      sheet: isLoaded ? sheet.value : { ...sheet.value, machine: { ...sheet.value.machine, loaded } },
    });
  }
  return succeed(out);
}
