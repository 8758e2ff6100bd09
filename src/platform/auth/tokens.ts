import { createHash, randomBytes } from 'node:crypto';
import { and, desc, eq, gt, isNull } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../core/result/result.ts';
import type { Ctx, Person, PersonRole } from '../db/context.ts';
import { recordEvent } from '../events/record.ts';
import { RANK } from './rank.ts';
import { apiToken, user } from './tables.ts';

const PREFIX = 'cantiere_';
const OF_TOKEN = 'token:';
/** Whether it is an automation that asks, and nobody themselves. */
export const isByToken = ({ id }: Pick<Person, 'id'>): boolean => id.startsWith(OF_TOKEN);
const DAY_MS = 86_400_000;
const USED_EVERY_MS = 60_000;
export interface TokenRow {
  readonly id: string;
  readonly name: string;
  readonly role: PersonRole;
  readonly expiresAt: string;
  readonly revokedAt: string | null;
  readonly lastUsedAt: string | null;
  readonly byName: string;
}
export type TokenFailure = { readonly code: 'noToken' } | { readonly code: 'byToken' };
export const tokenText = {
  noToken: () => 'There is no such token',
  byToken: () => 'A token makes no tokens: sign in as yourself',
} satisfies {
  [C in TokenFailure['code']]: () => string;
};

/** What is kept of a secret that nobody could guess. */
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Makes a token; its text is given once and never kept. */
export async function makeToken(
  ctx: Ctx,
  input: { readonly name: string; readonly role: PersonRole; readonly days: number },
): Promise<Result<{ id: string; token: string }, TokenFailure>> {
  if (isByToken(ctx.user)) return fail({ code: 'byToken' });
  const token = `${PREFIX}${randomBytes(24).toString('base64url')}`;
  const id = ctx.newId();
  const now = ctx.clock.now();
  await ctx.db.transaction(async (db) => {
    await db.insert(apiToken).values({
      id,
      name: input.name,
      hash: hashOf(token),
      role: input.role,
      expiresAt: new Date(now.getTime() + input.days * DAY_MS),
      personId: ctx.user.id,
      byName: ctx.user.name,
      createdAt: now,
    });
    await recordEvent(
      { ...ctx, db },
      {
        subjectKind: 'token',
        subjectId: id,
        subjectName: input.name,
        what: 'token made',
        to: { role: input.role, days: input.days },
      },
    );
  });
  return succeed({ id, token });
}

export async function revokeToken(ctx: Ctx, id: string): Promise<Result<null, TokenFailure>> {
  return ctx.db.transaction(async (db) => {
    const [row] = await db
      .update(apiToken)
      .set({ revokedAt: ctx.clock.now() })
      .where(and(eq(apiToken.id, id), isNull(apiToken.revokedAt)))
      .returning();
    if (!row) return fail({ code: 'noToken' });
    await recordEvent(
      { ...ctx, db },
      { subjectKind: 'token', subjectId: id, subjectName: row.name, what: 'token revoked' },
    );
    return succeed(null);
  });
}

export async function listTokens(ctx: Pick<Ctx, 'db'>): Promise<TokenRow[]> {
  const rows = await ctx.db.select().from(apiToken).orderBy(desc(apiToken.createdAt)).limit(200);
  return rows.map((r) => ({
    id: r.id,
    name: r.name,
    role: r.role,
    expiresAt: r.expiresAt.toISOString(),
    revokedAt: r.revokedAt?.toISOString() ?? null,
    lastUsedAt: r.lastUsedAt?.toISOString() ?? null,
    byName: r.byName,
  }));
}

/** Tokens of somebody who signs in no more: they do nothing from now on. */
export async function revokeTokensOf(inside: Ctx, personId: string): Promise<number> {
  const rows = await inside.db
    .update(apiToken)
    .set({ revokedAt: inside.clock.now() })
    .where(and(eq(apiToken.personId, personId), isNull(apiToken.revokedAt)))
    .returning({ id: apiToken.id });
  return rows.length;
}

/** Whom a token stands for while it is valid, or null: no more than whoever made it may now. */
export async function personOfToken(ctx: Pick<Ctx, 'db' | 'clock'>, token: string): Promise<Person | null> {
  if (!token.startsWith(PREFIX) || token.length > 100) return null;
  const now = ctx.clock.now();
  const [found] = await ctx.db
    .select({ row: apiToken, makersRole: user.role })
    .from(apiToken)
    .innerJoin(user, and(eq(user.id, apiToken.personId), eq(user.banned, false)))
    .where(and(eq(apiToken.hash, hashOf(token)), isNull(apiToken.revokedAt), gt(apiToken.expiresAt, now)));
  if (!found) return null;
  const { row, makersRole } = found;
  if (!row.lastUsedAt || now.getTime() - row.lastUsedAt.getTime() > USED_EVERY_MS)
    await ctx.db.update(apiToken).set({ lastUsedAt: now }).where(eq(apiToken.id, row.id));
  const role = RANK[makersRole] < RANK[row.role] ? makersRole : row.role;
  return { id: `${OF_TOKEN}${row.id}`, name: `${row.name} (token)`, role };
}
