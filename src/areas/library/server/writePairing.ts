import { eq } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { placeEntry } from '../model/along.ts';
import type { Entries, PairingEntry } from '../model/records.ts';
import { findPairing, findPairingHead } from './queries.ts';
import { pairing, pairingRevision } from './tables.ts';

export interface PairingPlace {
  readonly machineId: string;
  readonly toolId: string;
  readonly materialId: string;
  readonly label: string;
}

/** Writes proven values with their evidence to the pairing of a machine, tool and material, as one new revision. Runs in the
 *  caller's transaction. A setting proven along a condition keeps its other
 *  places; older entries of the same place stay in older revisions. */
export async function writePairing(
  ctx: Ctx,
  place: PairingPlace,
  entries: Readonly<Record<string, PairingEntry>>,
  message: string,
): Promise<{ pairingId: string; number: number }> {
  let found = await findPairing(ctx, 'machine', place.machineId, place.toolId, place.materialId);
  if (!found) {
    await ctx.db
      .insert(pairing)
      .values({
        id: ctx.newId(),
        scope: 'machine',
        scopeId: place.machineId,
        toolId: place.toolId,
        materialId: place.materialId,
        createdAt: ctx.clock.now(),
      })
      .onConflictDoNothing();
    found = await findPairing(ctx, 'machine', place.machineId, place.toolId, place.materialId);
  }
  await ctx.db.select({ id: pairing.id }).from(pairing).where(eq(pairing.id, found!.id)).for('update');
  const head = await findPairingHead(ctx, found!.id);
  const number = (head?.number ?? 0) + 1;
  const keys = Object.keys(entries);
  const shown = (e: PairingEntry | undefined) =>
    e && { value: e.value, range: [e.range.min, e.range.max], trial: e.trialName };
  await ctx.db.insert(pairingRevision).values({
    id: ctx.newId(),
    pairingId: found!.id,
    number,
    entries: {
      ...head?.entries,
      ...Object.fromEntries(keys.map((k) => [k, placeEntry(k, head?.entries[k] ?? [], entries[k]!)])),
    },
    message,
    authorId: ctx.user.id,
    authorName: ctx.user.name,
    at: ctx.clock.now(),
  });
  await recordEvent(ctx, {
    subjectKind: 'pairing',
    subjectId: found!.id,
    subjectName: place.label,
    what: `pairing revision ${number}: ${keys.join(', ')}`,
    from: Object.fromEntries(keys.map((k) => [k, shown(head?.entries[k]?.[0]) ?? null])),
    to: Object.fromEntries(keys.map((k) => [k, shown(entries[k])])),
    why: message,
  });
  return { pairingId: found!.id, number };
}

/** Takes a pairing in as a file has it, as the next revision: the whole of it, not value by value. */
export async function writeWholePairing(
  ctx: Ctx,
  place: {
    readonly scope: 'machine' | 'printer';
    readonly scopeId: string;
    readonly mount: number;
    readonly toolId: string;
    readonly materialId: string;
    readonly label: string;
  },
  entries: Entries,
): Promise<void> {
  const { label, ...key } = place;
  await ctx.db
    .insert(pairing)
    .values({ id: ctx.newId(), ...key, createdAt: ctx.clock.now() })
    .onConflictDoNothing();
  const found = (await findPairing(ctx, place.scope, place.scopeId, place.toolId, place.materialId))!;
  await ctx.db.select({ id: pairing.id }).from(pairing).where(eq(pairing.id, found.id)).for('update');
  const number = ((await findPairingHead(ctx, found.id))?.number ?? 0) + 1;
  await ctx.db.insert(pairingRevision).values({
    id: ctx.newId(),
    pairingId: found.id,
    number,
    entries,
    message: 'From a file',
    authorId: ctx.user.id,
    authorName: ctx.user.name,
    at: ctx.clock.now(),
  });
  await recordEvent(ctx, {
    subjectKind: 'pairing',
    subjectId: found.id,
    subjectName: label,
    what: `pairing revision ${number} from a file`,
    to: Object.keys(entries),
  });
}
