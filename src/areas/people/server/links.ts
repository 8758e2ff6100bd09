import { randomBytes } from 'node:crypto';
import { hashPassword } from 'better-auth/crypto';
import { and, eq, gt, isNull } from 'drizzle-orm';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { mayMove } from '../../../core/states/moves.ts';
import { session, signInLink, user } from '../../../platform/auth/tables.ts';
import { hashOf } from '../../../platform/auth/tokens.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import {
  personMoves,
  type GivenLink,
  type LinkFailure,
  type LinkHolder,
  type LinkPurpose,
  type PersonFailure,
} from '../model/person.ts';
import { eventOf, keepPassword, revokeLinks, toChange } from './people.ts';

const DAY_MS = 86_400_000;
const HOLDS_MS: Readonly<Record<LinkPurpose, number>> = { invitation: 7 * DAY_MS, reset: DAY_MS };

/** Makes the one link by which somebody gets in: the first time, or with a new password. Its text is given once and never kept; one made
 *  before lets nobody in any more. */
export const makeLink = (ctx: Ctx, personId: string): Promise<Result<GivenLink, PersonFailure>> =>
  inTransaction<GivenLink, PersonFailure>(ctx, async (inside) => {
    const found = await toChange(inside, personId);
    if (!found.ok) return found;
    const { person } = found.value;
    if (!mayMove(personMoves.choosePassword, person.state))
      return fail({ code: 'notThen', name: person.name, state: person.state });
    await revokeLinks(inside, personId);
    const purpose = person.state === 'invited' ? 'invitation' : 'reset';
    const token = randomBytes(32).toString('base64url');
    const now = inside.clock.now();
    const expiresAt = new Date(now.getTime() + HOLDS_MS[purpose]);
    await inside.db.insert(signInLink).values({
      id: inside.newId(),
      personId,
      purpose,
      hash: hashOf(token),
      byName: inside.user.name,
      createdAt: now,
      expiresAt,
    });
    const until = expiresAt.toISOString();
    await recordEvent(inside, { ...eventOf(person), what: 'sign-in link made', to: { purpose, until } });
    // what stands behind the hash sign never leaves the browser by itself: no log has it
    return succeed({ path: `/sign-in#link=${token}`, purpose, until });
  });

/** Whom a link lets in. */
export async function holderOf(
  { db, clock }: Pick<Ctx, 'db' | 'clock'>,
  token: string,
): Promise<Result<LinkHolder, LinkFailure>> {
  const [found] = await db
    .select({ link: signInLink, name: user.name, email: user.email })
    .from(signInLink)
    .innerJoin(user, eq(user.id, signInLink.personId))
    .where(eq(signInLink.hash, hashOf(token)));
  if (!found) return fail({ code: 'noLink' });
  const { link, name, email } = found;
  if (link.usedAt) return fail({ code: 'linkUsed' });
  if (link.revokedAt) return fail({ code: 'linkReplaced' });
  if (link.expiresAt <= clock.now()) return fail({ code: 'linkOver' });
  return succeed({ name, email, purpose: link.purpose });
}

/** Somebody chooses their password by a link, which is over by that, as is whoever was signed in as them. */
export async function chooseByLink(
  ctx: Omit<Ctx, 'user'>,
  token: string,
  password: string,
): Promise<Result<LinkHolder, LinkFailure>> {
  const holder = await holderOf(ctx, token); // before a password is worked on
  if (!holder.ok) return holder;
  const hash = await hashPassword(password);
  const now = ctx.clock.now();
  const isDone = await ctx.db.transaction(async (db): Promise<boolean> => {
    // the person first, as whoever deactivates them takes them
    const [person] = await db
      .select({ id: user.id, name: user.name, role: user.role })
      .from(user)
      .innerJoin(signInLink, eq(signInLink.personId, user.id))
      .where(eq(signInLink.hash, hashOf(token)))
      .for('update', { of: user });
    const [link] = await db
      .update(signInLink)
      .set({ usedAt: now })
      .where(
        and(
          eq(signInLink.hash, hashOf(token)),
          isNull(signInLink.usedAt),
          isNull(signInLink.revokedAt),
          gt(signInLink.expiresAt, now),
        ),
      )
      .returning();
    if (!link || !person) return false;
    const { id } = person;
    await keepPassword({ ...ctx, db }, id, hash);
    await db.delete(session).where(eq(session.userId, id));
    await recordEvent(
      { ...ctx, db, user: person },
      { ...eventOf(person), what: link.purpose === 'invitation' ? 'joined' : 'password chosen anew' },
    );
    return true;
  });
  return isDone ? holder : holderOf(ctx, token);
}
