import { hashPassword, verifyPassword } from 'better-auth/crypto';
import { and, desc, eq, gt, isNotNull, ne } from 'drizzle-orm';
import type { InferType } from 'yup';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { DEMO_EMAILS } from '../../../platform/auth/demo.ts';
import { account, session, user } from '../../../platform/auth/tables.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { PasswordFailure, SessionRow } from '../model/person.ts';
import type { passwordSchema } from '../model/schemas.ts';
import { eventOf } from './people.ts';

/** Where somebody is signed in; `current` is the session that asks. */
export async function listSessions(ctx: Ctx, current: string | null): Promise<SessionRow[]> {
  const rows = await ctx.db
    .select()
    .from(session)
    .where(and(eq(session.userId, ctx.user.id), gt(session.expiresAt, ctx.clock.now())))
    .orderBy(desc(session.createdAt));
  return rows.map((s) => ({
    id: s.id,
    device: s.userAgent ?? '',
    address: s.ipAddress ?? '',
    since: s.createdAt.toISOString(),
    until: s.expiresAt.toISOString(),
    isThis: s.id === current,
  }));
}

/** Signs oneself out on another device. */
export const endSession = (ctx: Ctx, id: string): Promise<Result<null, { readonly code: 'noSession' }>> =>
  inTransaction<null, { readonly code: 'noSession' }>(ctx, async (inside) => {
    const ended = await inside.db
      .delete(session)
      .where(and(eq(session.id, id), eq(session.userId, inside.user.id)))
      .returning({ id: session.id });
    if (ended.length === 0) return fail({ code: 'noSession' });
    await recordEvent(inside, { ...eventOf(inside.user), what: 'session ended' });
    return succeed(null);
  });

/** Chooses another password; whoever else is signed in as the same person is not any more. */
export async function changePassword(
  ctx: Ctx,
  { current, chosen }: InferType<typeof passwordSchema>,
  sessionId: string | null,
): Promise<Result<null, PasswordFailure>> {
  if (DEMO_EMAILS.includes((await emailOf(ctx)) ?? '')) return fail({ code: 'ofDemo' });
  const mine = and(eq(account.userId, ctx.user.id), isNotNull(account.password));
  const [kept] = await ctx.db.select().from(account).where(mine);
  if (!kept || !(await verifyPassword({ hash: kept.password!, password: current })))
    return fail({ code: 'wrongPassword' });
  const password = await hashPassword(chosen);
  return inTransaction<null, PasswordFailure>(ctx, async (inside) => {
    // unless a link or another page has changed it meanwhile
    const changed = await inside.db
      .update(account)
      .set({ password, updatedAt: inside.clock.now() })
      .where(and(mine, eq(account.password, kept.password!)))
      .returning({ id: account.id });
    if (changed.length === 0) return fail({ code: 'wrongPassword' });
    await inside.db.delete(session).where(and(eq(session.userId, ctx.user.id), ne(session.id, sessionId ?? '')));
    await recordEvent(inside, { ...eventOf(ctx.user), what: 'password changed' });
    return succeed(null);
  });
}
async function emailOf({ db, user: { id } }: Ctx): Promise<string | undefined> {
  return (await db.select({ email: user.email }).from(user).where(eq(user.id, id)))[0]?.email;
}
