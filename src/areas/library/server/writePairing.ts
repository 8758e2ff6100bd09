import { eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { PairingEntry } from '../model/records.ts';
import { findPairing, findPairingHead } from './queries.ts';
import { pairing, pairingRevision } from './tables.ts';

export interface PairingPlace { readonly machineId: string; readonly toolId: string; readonly materialId: string; readonly label: string }

/** Writes one proven value with its evidence to the pairing of a machine, tool and material, as a new revision. Runs in the
 *  caller's transaction. Older entries of the setting stay in older revisions. */
export async function writePairing(ctx: Ctx, place: PairingPlace, key: string, entry: PairingEntry, message: string): Promise<{ pairingId: string; number: number }> {
  let found = await findPairing(ctx, 'machine', place.machineId, place.toolId, place.materialId);
  if (!found) {
    await ctx.db.insert(pairing).values({ id: ctx.newId(), scope: 'machine', scopeId: place.machineId, toolId: place.toolId, materialId: place.materialId, createdAt: ctx.clock.now() }).onConflictDoNothing();
    found = await findPairing(ctx, 'machine', place.machineId, place.toolId, place.materialId);
  }
  await ctx.db.select({ id: pairing.id }).from(pairing).where(eq(pairing.id, found!.id)).for('update');
  const head = await findPairingHead(ctx, found!.id);
  const number = (head?.number ?? 0) + 1, before = head?.entries[key]?.[0];
  await ctx.db.insert(pairingRevision).values({ id: ctx.newId(), pairingId: found!.id, number, entries: { ...head?.entries, [key]: [entry] }, message, authorId: ctx.user.id, authorName: ctx.user.name, at: ctx.clock.now() });
  await recordEvent(ctx, { subjectKind: 'pairing', subjectId: found!.id, subjectName: place.label, what: `pairing revision ${number}: ${key}`, from: before ? { value: before.value, trial: before.trialName } : null, to: { value: entry.value, range: [entry.range.min, entry.range.max], trial: entry.trialName }, why: message });
  return { pairingId: found!.id, number };
}
