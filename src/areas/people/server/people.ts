import { and, asc, eq, isNull, ne, sql, type SQL } from 'drizzle-orm';
import type { InferType } from 'yup';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { mayMove } from '../../../core/states/moves.ts';
import { DEMO_EMAILS } from '../../../platform/auth/demo.ts';
import { account, session, signInLink, user } from '../../../platform/auth/tables.ts';
import { revokeTokensOf } from '../../../platform/auth/tokens.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { personMoves, type PersonFailure, type PersonRole, type PersonRow, type PersonState } from '../model/person.ts';
import type { personSchema } from '../model/schemas.ts';

const MOST_PEOPLE = 1000;
/** By its table: a column that stands alone in what is selected loses it, and inside would be that of the inner one. */
const ID = sql.raw('"user".id');
const hasPassword: SQL<boolean> = sql`exists (select 1 from ${account} a where a.user_id = ${ID} and a.password is not null)`;
const shown = {
  id: user.id,
  name: user.name,
  email: user.email,
  role: user.role,
  why: user.banReason,
  state: sql<PersonState>`case when ${user.banned} then 'deactivated' when ${hasPassword} then 'active' else 'invited' end`,
  since: user.createdAt,
  seenAt: sql<string | null>`(select max(s.updated_at) from ${session} s where s.user_id = ${ID})`,
  linkUntil: sql<
    string | null
  >`(select l.expires_at from ${signInLink} l where l.person_id = ${ID} and l.used_at is null
    and l.revoked_at is null)`,
};
const people = ({ db }: Pick<Ctx, 'db'>) => db.select(shown).from(user);
const isoOf = (at: string | null): string | null => (at === null ? null : new Date(at).toISOString());
const rowOf = (r: Awaited<ReturnType<typeof people>>[number]): PersonRow => ({
  ...r,
  since: r.since.toISOString(),
  seenAt: isoOf(r.seenAt),
  linkUntil: isoOf(r.linkUntil),
  isOfDemo: DEMO_EMAILS.includes(r.email),
});

/** Everybody who belongs to the farm, or did. */
export async function listPeople(ctx: Pick<Ctx, 'db'>): Promise<PersonRow[]> {
  const rows = await people(ctx).orderBy(asc(user.name), asc(user.id)).limit(MOST_PEOPLE);
  return rows.map(rowOf);
}
async function findPerson(ctx: Pick<Ctx, 'db'>, where: SQL): Promise<PersonRow | null> {
  const [row] = await people(ctx).where(where);
  return row ? rowOf(row) : null;
}
export const eventOf = ({ id, name }: Pick<PersonRow, 'id' | 'name'>) => ({
  subjectKind: 'person',
  subjectId: id,
  subjectName: name,
});

/** Adds somebody; they get in by a link that is made for them. */
export async function addPerson(
  ctx: Ctx,
  input: InferType<typeof personSchema>,
): Promise<Result<{ id: string }, PersonFailure>> {
  const { name, role } = input;
  const email = input.email.toLowerCase();
  return inTransaction<{ id: string }, PersonFailure>(ctx, async (inside) => {
    const id = inside.newId();
    const now = inside.clock.now();
    const made = await inside.db
      .insert(user)
      .values({ id, name, email, emailVerified: true, role, createdAt: now, updatedAt: now })
      .onConflictDoNothing({ target: user.email })
      .returning({ id: user.id });
    if (made.length === 0) {
      const known = await findPerson(inside, eq(user.email, email));
      return fail({ code: 'knownEmail', name: known?.name ?? email });
    }
    await recordEvent(inside, { ...eventOf({ id, name }), what: 'person added', to: { email, role } });
    return succeed({ id });
  });
}

/** Lets somebody do more or less from their next request on. */
export const setRole = (ctx: Ctx, id: string, role: PersonRole): Promise<Result<null, PersonFailure>> =>
  inTransaction<null, PersonFailure>(ctx, async (inside) => {
    const found = await toChange(inside, id);
    if (!found.ok) return found;
    const { person, isLastLead } = found.value;
    if (person.role === role) return succeed(null);
    if (isLastLead) return fail({ code: 'lastLead', name: person.name });
    await inside.db.update(user).set({ role, updatedAt: inside.clock.now() }).where(eq(user.id, id));
    await recordEvent(inside, { ...eventOf(person), what: 'role changed', from: person.role, to: role });
    return succeed(null);
  });

/** Ends whatever lets somebody in: password, sessions, links and tokens. Records go on naming them. */
export const deactivatePerson = (ctx: Ctx, id: string, why: string): Promise<Result<null, PersonFailure>> =>
  inTransaction<null, PersonFailure>(ctx, async (inside) => {
    const found = await toChange(inside, id);
    if (!found.ok) return found;
    const { person, isLastLead } = found.value;
    if (!mayMove(personMoves.deactivate, person.state))
      return fail({ code: 'notThen', name: person.name, state: person.state });
    if (isLastLead) return fail({ code: 'lastLead', name: person.name });
    const now = inside.clock.now();
    await inside.db.update(user).set({ banned: true, banReason: why, updatedAt: now }).where(eq(user.id, id));
    await inside.db.delete(account).where(eq(account.userId, id));
    await inside.db.delete(session).where(eq(session.userId, id));
    await revokeLinks(inside, id);
    const tokens = await revokeTokensOf(inside, id);
    await recordEvent(inside, { ...eventOf(person), what: 'deactivated', to: { tokensRevoked: tokens }, why });
    return succeed(null);
  });

/** Lets somebody be let in again, by a new link. */
export const reactivatePerson = (ctx: Ctx, id: string): Promise<Result<null, PersonFailure>> =>
  inTransaction<null, PersonFailure>(ctx, async (inside) => {
    const found = await toChange(inside, id);
    if (!found.ok) return found;
    const { person } = found.value;
    if (!mayMove(personMoves.reactivate, person.state))
      return fail({ code: 'notThen', name: person.name, state: person.state });
    await inside.db
      .update(user)
      .set({ banned: false, banReason: null, updatedAt: inside.clock.now() })
      .where(eq(user.id, id));
    await recordEvent(inside, { ...eventOf(person), what: 'reactivated' });
    return succeed(null);
  });

/** Gives somebody the one password they have. */
export async function keepPassword({ db, clock, newId }: Omit<Ctx, 'user'>, id: string, hash: string): Promise<void> {
  const now = clock.now();
  await db.delete(account).where(eq(account.userId, id));
  await db.insert(account).values({
    ...{ id: newId(), accountId: id, providerId: 'credential', userId: id, password: hash },
    ...{ createdAt: now, updatedAt: now },
  });
}

export async function revokeLinks({ db, clock }: Ctx, personId: string): Promise<void> {
  await db
    .update(signInLink)
    .set({ revokedAt: clock.now() })
    .where(and(eq(signInLink.personId, personId), isNull(signInLink.usedAt), isNull(signInLink.revokedAt)));
}

/** Somebody as they are now, and whether nobody else leads; nobody changes them or a lead meanwhile. */
export async function toChange(
  inside: Ctx,
  id: string,
): Promise<Result<{ readonly person: PersonRow; readonly isLastLead: boolean }, PersonFailure>> {
  const leads = await inside.db
    .select({ id: user.id })
    .from(user)
    .where(and(eq(user.role, 'lead'), ne(user.banned, true), hasPassword))
    .orderBy(asc(user.id))
    .for('update');
  await inside.db.select({ id: user.id }).from(user).where(eq(user.id, id)).for('update');
  const person = await findPerson(inside, eq(user.id, id));
  if (!person) return fail({ code: 'noPerson' });
  if (person.isOfDemo) return fail({ code: 'ofDemo' });
  return succeed({ person, isLastLead: leads.length === 1 && leads[0]!.id === id });
}
