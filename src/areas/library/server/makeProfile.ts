import { and, eq, or } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { LibraryFailure } from '../model/failures.ts';
import type { Reasons } from '../model/records.ts';
import { checkValues } from '../model/values.ts';
import type { ProfileKind, Values } from '../settings/define.ts';
import { findProfile, getHead, type Profile } from './queries.ts';
import { appendRevision } from './saveRevision.ts';
import { draft, profile } from './tables.ts';

export interface NewProfile { readonly kind: Exclude<ProfileKind, 'pairing'>; readonly name: string; readonly parentId?: string | null; readonly stock?: boolean; readonly tags?: string[]; readonly own: Values; readonly reasons?: Reasons; readonly message: string }

export const keyOf = (name: string): string => name.toLowerCase().normalize('NFKD').replace(/[^a-z0-9.]+/g, '-').replace(/^-|-$/g, '');

/** Makes a profile with its first revision. */
export async function makeProfile(ctx: Ctx, input: NewProfile): Promise<Result<Profile, LibraryFailure>> {
  const checked = checkValues(input.kind, input.own);
  if (!checked.ok) return fail({ code: 'badValue', detail: checked.failure });
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db }, name = input.name.trim();
    const [taken] = await db.select({ id: profile.id }).from(profile).where(and(eq(profile.kind, input.kind), or(eq(profile.name, name), eq(profile.key, keyOf(name)))));
    if (taken) return fail({ code: 'nameTaken', name });
    const [row] = await db.insert(profile).values({ id: ctx.newId(), kind: input.kind, key: keyOf(name), name, parentId: input.parentId ?? null, stock: input.stock ?? false, tags: input.tags ?? [], ownerId: ctx.user.id, createdAt: ctx.clock.now() }).returning();
    await appendRevision(inside, row!, null, input.own, input.reasons ?? {}, input.message);
    return succeed(row!);
  });
}

/** A named copy that keeps the original as parent and starts with no own values, so that it differs only where edited. */
export async function copyProfile(ctx: Ctx, id: string, name: string): Promise<Result<Profile, LibraryFailure>> {
  const original = await findProfile(ctx, id);
  if (!original) return fail({ code: 'noProfile' });
  return makeProfile(ctx, { kind: original.kind, name, parentId: original.id, own: {}, tags: original.tags, message: `Copy of ${original.name}` });
}

/** Keeps what is typed, exactly as typed, until it is saved or thrown away. */
export async function saveDraft(ctx: Ctx, profileId: string, baseRevisionId: string, typed: Record<string, string | null>): Promise<Result<null, LibraryFailure>> {
  if (!await findProfile(ctx, profileId)) return fail({ code: 'noProfile' });
  const base = baseRevisionId || (await getHead(ctx, profileId)).id;
  if (Object.keys(typed).length === 0) await ctx.db.delete(draft).where(and(eq(draft.profileId, profileId), eq(draft.authorId, ctx.user.id)));
  else await ctx.db.insert(draft).values({ profileId, authorId: ctx.user.id, baseRevisionId: base, typed, updatedAt: ctx.clock.now() })
    .onConflictDoUpdate({ target: [draft.profileId, draft.authorId], set: { typed, baseRevisionId: base, updatedAt: ctx.clock.now() } });
  return succeed(null);
}
