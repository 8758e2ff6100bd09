import { and, eq, or } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { LibraryFailure } from '../model/failures.ts';
import type { Reasons } from '../model/records.ts';
import { resolveValues, valuesOf } from '../model/resolve.ts';
import { checkValues } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';
import type { ProfileKind, Values } from '../settings/define.ts';
import { findProfile, getNewestRevision, listLevels, type Profile } from './queries.ts';
import { appendRevision, stateFor } from './saveRevision.ts';
import { draft, profile } from './tables.ts';

export interface NewProfile {
  readonly kind: Exclude<ProfileKind, 'pairing'>;
  readonly name: string;
  readonly parentId?: string | null;
  readonly technology?: 'filament' | 'resin' | undefined;
  readonly notes?: string;
  readonly stock?: boolean;
  readonly tags?: string[];
  /** Key to stand under; worked out from the name where none is given. */ readonly key?: string;
  readonly own: Values;
  readonly reasons?: Reasons;
  readonly message: string;
}

export const keyOf = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9.]+/g, '-')
    .replace(/^-|-$/g, '');

/** Makes a profile with its first revision. */
export async function makeProfile(ctx: Ctx, input: NewProfile): Promise<Result<Profile, LibraryFailure>> {
  const checked = checkValues(input.kind, input.own);
  if (!checked.ok) return fail({ code: 'badValue', detail: checked.failure });
  return ctx.db.transaction(async (db) => {
    const inside = { ...ctx, db };
    const name = input.name.trim();
    const key = input.key ?? keyOf(name);
    const [taken] = await db
      .select({ id: profile.id })
      .from(profile)
      .where(and(eq(profile.kind, input.kind), or(eq(profile.name, name), eq(profile.key, key))));
    if (taken) return fail({ code: 'nameTaken', name });
    const [row] = await db
      .insert(profile)
      .values({
        id: ctx.newId(),
        kind: input.kind,
        key,
        name,
        technology: input.technology ?? 'filament',
        notes: input.notes ?? '',
        parentId: input.parentId ?? null,
        stock: input.stock ?? false,
        tags: input.tags ?? [],
        ownerId: ctx.user.id,
        createdAt: ctx.clock.now(),
      })
      .returning();
    const state = stateFor(ctx);
    if (state === 'released' || Object.keys(input.own).length === 0)
      await appendRevision(inside, row!, null, input.own, input.reasons ?? {}, input.message, 'released');
    else {
      // every profile has a released revision from its making on; the values wait for a lead
      const first = await appendRevision(inside, row!, null, {}, {}, 'Made, without values', 'released');
      await appendRevision(inside, row!, first, input.own, input.reasons ?? {}, input.message, state);
    }
    return succeed(row!);
  });
}

/** A profile somebody adds: a printer cannot come without the height it can build, its parent is of its kind and technology. */
export async function addProfile(
  ctx: Ctx,
  input: Omit<NewProfile, 'message' | 'stock'> & {
    readonly parentId: string | null;
    readonly technology: 'filament' | 'resin';
  },
): Promise<Result<{ id: string; name: string }, LibraryFailure>> {
  const parent = input.parentId ? await findProfile(ctx, input.parentId) : null;
  if (input.parentId && !parent) return fail({ code: 'noProfile' });
  if (parent && (parent.kind !== input.kind || parent.technology !== input.technology))
    return fail({
      code: 'badValue',
      detail: {
        code: 'parent',
        what: `${parent.name} is a ${parent.technology} ${parent.kind}`,
        where: 'Starts from',
        todo: `choose a ${input.technology} ${input.kind}, or nothing`,
      },
    });
  const inherited = parent ? valuesOf(resolveValues(await listLevels(ctx, parent.id))) : {};
  for (const key of input.kind === 'printer' ? ['travelXMm', 'travelYMm', 'travelZMm'] : []) {
    if (input.own[key] === undefined && inherited[key] === undefined)
      return fail({
        code: 'badValue',
        detail: {
          code: 'travel',
          what: 'A printer needs its travel in X, Y and height',
          where: findSetting(key)!.label,
          todo: 'measure it; the size of the plate is something else',
        },
      });
  }
  const made = await makeProfile(ctx, { ...input, message: 'First values' });
  return made.ok ? succeed({ id: made.value.id, name: made.value.name }) : made;
}

/** A named copy that keeps the original as parent and starts with no own values, so that it differs only where edited. */
export async function copyProfile(ctx: Ctx, id: string, name: string): Promise<Result<Profile, LibraryFailure>> {
  const original = await findProfile(ctx, id);
  if (!original) return fail({ code: 'noProfile' });
  return makeProfile(ctx, {
    kind: original.kind,
    name,
    technology: original.technology,
    parentId: original.id,
    own: {},
    tags: original.tags,
    message: `Copy of ${original.name}`,
  });
}

/** Keeps what is typed, exactly as typed, until it is saved or thrown away. */
export async function saveDraft(
  ctx: Ctx,
  profileId: string,
  baseRevisionId: string,
  typed: Record<string, string | null>,
): Promise<Result<null, LibraryFailure>> {
  if (!(await findProfile(ctx, profileId))) return fail({ code: 'noProfile' });
  const base = baseRevisionId || (await getNewestRevision(ctx, profileId)).id;
  if (Object.keys(typed).length === 0)
    await ctx.db.delete(draft).where(and(eq(draft.profileId, profileId), eq(draft.authorId, ctx.user.id)));
  else
    await ctx.db
      .insert(draft)
      .values({ profileId, authorId: ctx.user.id, baseRevisionId: base, typed, updatedAt: ctx.clock.now() })
      .onConflictDoUpdate({
        target: [draft.profileId, draft.authorId],
        set: { typed, baseRevisionId: base, updatedAt: ctx.clock.now() },
      });
  return succeed(null);
}
