import { and, eq, max } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { LibraryFailure } from '../model/failures.ts';
import { mergeValues, type Conflict } from '../model/merge.ts';
import type { Reasons, RevisionState } from '../model/records.ts';
import { resolveValues, valuesOf } from '../model/resolve.ts';
import { checkValues } from '../model/values.ts';
import { CATALOGUE_VERSION } from '../settings/catalogue.ts';
import type { Values } from '../settings/define.ts';
import {
  findProfile,
  findRevision,
  findRevisionState,
  getNewestRevision,
  listLevels,
  type Profile,
  type Revision,
} from './queries.ts';
import { draft, profile, revision, revisionEvent } from './tables.ts';

export interface SaveInput {
  readonly profileId: string;
  readonly baseRevisionId: string;
  readonly own: Values;
  readonly reasons: Reasons;
  readonly message: string;
  /** Settings whose conflict the saver has seen and decided. */ readonly decided?: readonly string[];
  /** A lead may release at once; everybody else's save waits for one. */ readonly review?: boolean | undefined;
}
export type SaveOutcome =
  | { readonly saved: true; readonly number: number; readonly mergedWith: number | null; readonly state: RevisionState }
  | {
      readonly saved: false;
      readonly headId: string;
      readonly headNumber: number;
      readonly theirs: string;
      readonly conflicts: readonly Conflict[];
    };

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
    const head = await getNewestRevision(inside, input.profileId);
    const base = await findRevision(inside, input.baseRevisionId);
    if (!base || base.profileId !== input.profileId) return fail({ code: 'noRevision' });
    let own = input.own;
    let reasons = input.reasons;
    let mergedWith: number | null = null;
    if (head.id !== base.id) {
      const merge = mergeValues(base.own, head.own, input.own);
      const open = merge.conflicts.filter((c) => !input.decided?.includes(c.key));
      if (open.length > 0)
        return succeed({
          saved: false,
          headId: head.id,
          headNumber: head.number,
          theirs: head.authorName,
          conflicts: open,
        });
      own = { ...merge.merged };
      reasons = { ...head.reasons, ...input.reasons };
      mergedWith = head.number;
    }
    // Merged with what nobody has released yet, it goes to review as a whole: the saver has not seen the other half.
    const waits = mergedWith !== null && (await findRevisionState(inside, head.id)) === 'in review';
    const state = stateFor(ctx, input.review === true || waits);
    const next = await appendRevision(inside, checked0, head, own, reasons, input.message, state);
    await db.delete(draft).where(and(eq(draft.profileId, input.profileId), eq(draft.authorId, ctx.user.id)));
    return succeed({ saved: true, number: next.number, mergedWith, state });
  });
}

/** Restores an old revision as a new one; nothing in between is lost. */
export async function restoreRevision(
  ctx: Ctx,
  profileId: string,
  revisionId: string,
): Promise<Result<{ number: number; state: RevisionState }, LibraryFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const found = await findProfile(inside, profileId);
    const old = await findRevision(inside, revisionId);
    if (!found) return fail({ code: 'noProfile' });
    if (!old || old.profileId !== profileId) return fail({ code: 'noRevision' });
    if (found.stock) return fail({ code: 'stockReadOnly' });
    await db.select({ id: profile.id }).from(profile).where(eq(profile.id, profileId)).for('update');
    const state = stateFor(ctx);
    const next = await appendRevision(
      inside,
      found,
      await getNewestRevision(inside, profileId),
      old.own,
      old.reasons,
      `Restored revision ${old.number}`,
      state,
    );
    return succeed({ number: next.number, state });
  });
}

/** A technician cannot release: what they save waits for a lead. */
export const stateFor = (ctx: Ctx, review = false): 'in review' | 'released' =>
  ctx.user.role === 'lead' && !review ? 'released' : 'in review';

/** Releases or returns the newest revision in review; a lead, with a comment. */
export async function decideRevision(
  ctx: Ctx,
  profileId: string,
  revisionId: string,
  decision: 'released' | 'returned',
  comment: string,
): Promise<Result<{ number: number }, LibraryFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const found = await findProfile(inside, profileId);
    const row = await findRevision(inside, revisionId);
    if (!found) return fail({ code: 'noProfile' });
    if (!row || row.profileId !== profileId) return fail({ code: 'noRevision' });
    if (ctx.user.role !== 'lead') return fail({ code: 'needsLead' });
    await db.select({ id: profile.id }).from(profile).where(eq(profile.id, profileId)).for('update');
    if (
      (await findRevisionState(inside, revisionId)) !== 'in review' ||
      (await getNewestRevision(inside, profileId)).id !== revisionId
    )
      return fail({ code: 'notInReview', number: row.number });
    await db
      .insert(revisionEvent)
      .values({ id: ctx.newId(), revisionId, state: decision, by: ctx.user.id, at: ctx.clock.now(), comment });
    await recordEvent(inside, {
      subjectKind: 'profile',
      subjectId: profileId,
      subjectName: found.name,
      what: `revision ${row.number} ${decision}`,
      why: comment,
    });
    return succeed({ number: row.number });
  });
}

/** Takes one's own save back while it is still the newest: from review it is withdrawn; released, what was before comes as a
 *  new revision. Somebody else's later work is never undone with it. */
export async function takeBack(
  ctx: Ctx,
  profileId: string,
  number: number,
): Promise<Result<{ number: number; state: RevisionState }, LibraryFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const found = await findProfile(inside, profileId);
    if (!found) return fail({ code: 'noProfile' });
    await db.select({ id: profile.id }).from(profile).where(eq(profile.id, profileId)).for('update');
    const tip = await getNewestRevision(inside, profileId);
    const before = tip.parentRevisionId && (await findRevision(inside, tip.parentRevisionId));
    if (tip.number !== number || tip.authorId !== ctx.user.id || !before) return fail({ code: 'movedOn', number });
    if ((await findRevisionState(inside, tip.id)) === 'in review') {
      await db.insert(revisionEvent).values({
        id: ctx.newId(),
        revisionId: tip.id,
        state: 'returned',
        by: ctx.user.id,
        at: ctx.clock.now(),
        comment: 'Taken back by its author',
      });
      await recordEvent(inside, {
        subjectKind: 'profile',
        subjectId: profileId,
        subjectName: found.name,
        what: `revision ${number} taken back`,
      });
      return succeed({ number, state: 'returned' });
    }
    const state = stateFor(ctx);
    const next = await appendRevision(
      inside,
      found,
      tip,
      before.own,
      before.reasons,
      `Took revision ${number} back`,
      state,
    );
    return succeed({ number: next.number, state });
  });
}

/** Takes a profile out of use, or back; its history and proofs stay. */
export async function retireProfile(
  ctx: Ctx,
  profileId: string,
  retired: boolean,
  why: string,
): Promise<Result<null, LibraryFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const found = await findProfile(inside, profileId);
    if (!found) return fail({ code: 'noProfile' });
    if (found.stock) return fail({ code: 'stockReadOnly' });
    await db
      .update(profile)
      .set({ retiredAt: retired ? ctx.clock.now() : null })
      .where(eq(profile.id, profileId));
    await recordEvent(inside, {
      subjectKind: 'profile',
      subjectId: profileId,
      subjectName: found.name,
      what: retired ? 'retired' : 'back in use',
      why,
    });
    return succeed(null);
  });
}

/** Changes tags and notes: words about a profile, not values, so they need no review. */
export async function describeProfile(
  ctx: Ctx,
  profileId: string,
  about: { readonly tags: readonly string[]; readonly notes: string },
): Promise<Result<null, LibraryFailure>> {
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const found = await findProfile(inside, profileId);
    if (!found) return fail({ code: 'noProfile' });
    if (found.stock) return fail({ code: 'stockReadOnly' });
    const tags = [...new Set(about.tags.map((t) => t.trim()).filter(Boolean))];
    await db.update(profile).set({ tags, notes: about.notes }).where(eq(profile.id, profileId));
    await recordEvent(inside, {
      subjectKind: 'profile',
      subjectId: profileId,
      subjectName: found.name,
      what: 'tags and notes changed',
      from: { tags: found.tags, notes: found.notes },
      to: { tags, notes: about.notes },
    });
    return succeed(null);
  });
}

/** Inserts the next revision in its first state and writes what changed to the event log. */
export async function appendRevision(
  ctx: Ctx,
  p: Profile,
  head: Revision | null,
  own: Values,
  reasons: Reasons,
  message: string,
  state: RevisionState,
): Promise<Revision> {
  const parents = p.parentId ? await listLevels(ctx, p.parentId) : [];
  const resolved = valuesOf(resolveValues([{ kind: p.kind, name: p.name, profileId: p.id, own }, ...parents]));
  const kept = Object.fromEntries(Object.entries(reasons).filter(([key]) => key in own));
  const [last] = await ctx.db
    .select({ number: max(revision.number) })
    .from(revision)
    .where(eq(revision.profileId, p.id)); // returned ones count
  const [row] = await ctx.db
    .insert(revision)
    .values({
      id: ctx.newId(),
      profileId: p.id,
      number: (last?.number ?? 0) + 1,
      own,
      reasons: kept,
      resolved,
      catalogueVersion: CATALOGUE_VERSION,
      parentRevisionId: head?.id ?? null,
      message,
      authorId: ctx.user.id,
      authorName: ctx.user.name,
      at: ctx.clock.now(),
    })
    .returning();
  await ctx.db
    .insert(revisionEvent)
    .values({ id: ctx.newId(), revisionId: row!.id, state, by: ctx.user.id, at: ctx.clock.now(), comment: message });
  const before = head?.own ?? {};
  const changed = [...new Set([...Object.keys(before), ...Object.keys(own)])].filter(
    (k) => JSON.stringify(before[k]) !== JSON.stringify(own[k]),
  );
  await recordEvent(ctx, {
    subjectKind: 'profile',
    subjectId: p.id,
    subjectName: p.name,
    what: state === 'released' ? `revision ${row!.number} released` : 'sent to review',
    from: Object.fromEntries(changed.map((k) => [k, before[k] ?? null])),
    to: { ...Object.fromEntries(changed.map((k) => [k, own[k] ?? null])), revision: row!.number },
    why: message,
  });
  return row!;
}
