import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import type { TrialFailure } from '../model/failures.ts';
import { readingsOfTable } from '../model/readingRows.ts';
import { addReading } from './measure.ts';
import { findTrial, listCurrentReadings } from './rows.ts';

/** Keeps the readings of a table, all of them or none. */
export async function addReadingTable(
  ctx: Ctx,
  trialId: string,
  text: string,
): Promise<Result<{ kept: number }, TrialFailure>> {
  const row = await findTrial(ctx, trialId);
  if (!row) return fail({ code: 'noTrial' });
  const rows = readingsOfTable(row.kind, row.plan, text);
  if (!rows.ok) return fail({ code: 'badReading', detail: rows.failure });
  return inTransaction<{ kept: number }, TrialFailure>(ctx, async (inside) => {
    const known = new Map((await listCurrentReadings(inside, trialId)).map((r) => [placeOf(r), r.id]));
    for (const { line, ...reading } of rows.value) {
      const replaces = known.get(placeOf(reading)) ?? null;
      const kept = await addReading(inside, trialId, { ...reading, reason: 'from a table', replaces });
      if (kept.ok && kept.value.id !== null) known.set(placeOf(reading), kept.value.id);
      if (!kept.ok) return kept.failure.code === 'badReading' ? atLine(kept.failure, line) : kept;
    }
    return succeed({ kept: rows.value.length });
  });
}

const placeOf = (r: { readonly band: number; readonly feature: string; readonly repeat: number }): string =>
  `${r.band}/${r.feature}/${r.repeat}`;
const atLine = (failure: Extract<TrialFailure, { code: 'badReading' }>, line: number) =>
  fail({
    code: 'badReading' as const,
    detail: { ...failure.detail, where: [`line ${line}`, failure.detail.where].filter(Boolean).join(', ') },
  });
