import { and, eq } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { LibraryFailure } from '../model/failures.ts';
import { mergeValues, type Conflict } from '../model/merge.ts';
import type { Reasons } from '../model/records.ts';
import { resolveValues, valuesOf } from '../model/resolve.ts';
import { checkValues } from '../model/values.ts';
import { CATALOGUE_VERSION } from '../settings/catalogue.ts';
import type { Values } from '../settings/define.ts';
import { findProfile, findRevision, getHead, listLevels, type Profile, type Revision } from './queries.ts';
import { draft, profile, revision, revisionEvent } from './tables.ts';

export interface SaveInput { readonly profileId: string; readonly baseRevisionId: string; readonly own: Values; readonly reasons: Reasons; readonly message: string; /** Settings whose conflict the saver has seen and decided. */ readonly decided?: readonly string[] }
export type SaveOutcome = { readonly saved: true; readonly number: number; readonly mergedWith: number | null } | { readonly saved: false; readonly headId: string; readonly headNumber: number; readonly theirs: string; readonly conflicts: readonly Conflict[] };

/** Saves edits of one revision as the next. Someone else's edits since then merge per setting; the same setting changed to
 *  different values comes back with both, and nothing typed is lost. */
export async function saveRevision(ctx: Ctx, input: SaveInput): Promise<Result<SaveOutcome, LibraryFailure>> {
  const checked0 = await findProfile(ctx, input.profileId);
  if (!checked0) return fail({ code: 'noProfile' });
  if (checked0.stock) return fail({ code: 'stockReadOnly' });
  const checked = checkValues(checked0.kind, input.own);
  if (!checked.ok) return fail({ code: 'badValue', detail: checked.failure });
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    await db.select({ id: profile.id }).from(profile).where(eq(profile.id, input.profileId)).for('update');
    const head = await getHead(inside, input.profileId), base = await findRevision(inside, input.baseRevisionId);
    if (!base || base.profileId !== input.profileId) return fail({ code: 'noRevision' });
    let own = input.own, reasons = input.reasons, mergedWith: number | null = null;
    if (head.id !== base.id) {
      const merge = mergeValues(base.own, head.own, input.own);
      const open = merge.conflicts.filter((c) => !input.decided?.includes(c.key));
      if (open.length > 0) return succeed({ saved: false, headId: head.id, headNumber: head.number, theirs: head.authorName, conflicts: open });
      own = { ...merge.merged };
      reasons = { ...head.reasons, ...input.reasons };
      mergedWith = head.number;
    }
    const next = await appendRevision(inside, checked0, head, own, reasons, input.message);
    await db.delete(draft).where(and(eq(draft.profileId, input.profileId), eq(draft.authorId, ctx.user.id)));
    return succeed({ saved: true, number: next.number, mergedWith });
  });
}

/** Restores an old revision as a new one; nothing in between is lost. */
export async function restoreRevision(ctx: Ctx, profileId: string, revisionId: string): Promise<Result<{ number: number }, LibraryFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const found = await findProfile(inside, profileId), old = await findRevision(inside, revisionId);
    if (!found) return fail({ code: 'noProfile' });
    if (!old || old.profileId !== profileId) return fail({ code: 'noRevision' });
    if (found.stock) return fail({ code: 'stockReadOnly' });
    await db.select({ id: profile.id }).from(profile).where(eq(profile.id, profileId)).for('update');
    const next = await appendRevision(inside, found, await getHead(inside, profileId), old.own, old.reasons, `Restored revision ${old.number}`);
    return succeed({ number: next.number });
  });
}

/** Inserts the next revision, released at once, and writes what changed to the event log. */
export async function appendRevision(ctx: Ctx, p: Profile, head: Revision | null, own: Values, reasons: Reasons, message: string): Promise<Revision> {
  const parents = p.parentId ? await listLevels(ctx, p.parentId) : [];
  const resolved = valuesOf(resolveValues([{ kind: p.kind, name: p.name, profileId: p.id, own }, ...parents]));
  const kept = Object.fromEntries(Object.entries(reasons).filter(([key]) => key in own));
  const [row] = await ctx.db.insert(revision).values({ id: ctx.newId(), profileId: p.id, number: (head?.number ?? 0) + 1, own, reasons: kept, resolved, catalogueVersion: CATALOGUE_VERSION, parentRevisionId: head?.id ?? null, message, authorId: ctx.user.id, authorName: ctx.user.name, at: ctx.clock.now() }).returning();
  await ctx.db.insert(revisionEvent).values({ id: ctx.newId(), revisionId: row!.id, state: 'released', by: ctx.user.id, at: ctx.clock.now(), comment: message });
  const before = head?.own ?? {};
  const changed = [...new Set([...Object.keys(before), ...Object.keys(own)])].filter((k) => JSON.stringify(before[k]) !== JSON.stringify(own[k]));
  await recordEvent(ctx, { subjectKind: 'profile', subjectId: p.id, subjectName: p.name, what: `revision ${row!.number} released`, from: Object.fromEntries(changed.map((k) => [k, before[k] ?? null])), to: Object.fromEntries(changed.map((k) => [k, own[k] ?? null])), why: message });
  return row!;
}
