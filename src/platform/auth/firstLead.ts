import { hashPassword } from 'better-auth/crypto';
import { notInArray, sql } from 'drizzle-orm';
import { object, string, type InferType } from 'yup';
import { fail, succeed, type Result } from '../../core/result/result.ts';
import { database } from '../db/client.ts';
import type { Ctx } from '../db/context.ts';
import { recordEvent } from '../events/record.ts';
import { DEMO_EMAILS } from './demo.ts';
import { SHORTEST_PASSWORD } from './auth.ts';
import { account, user } from './tables.ts';

export const firstLeadSchema = object({
  name: string().trim('Leave no blanks round your name').min(2, 'Say your name').max(80).required('Say your name'),
  email: string()
    .trim('Leave no blanks round it')
    .email('That is no e-mail address')
    .max(200)
    .required('Say your e-mail address'),
  password: string()
    .min(SHORTEST_PASSWORD, `Take at least ${SHORTEST_PASSWORD} characters`)
    .max(128)
    .required('Choose a password'),
})
  .noUnknown()
  .required();

/** Whether anybody belongs to the farm; people of the demonstration belong to none. */
export async function hasPeople(ctx: Pick<Ctx, 'db'>): Promise<boolean> {
  const [someone] = await ctx.db
    .select({ id: user.id })
    .from(user)
    .where(notInArray(user.email, [...DEMO_EMAILS]))
    .limit(1);
  return someone !== undefined;
}

/** Whether the farm that is served here has nobody yet. */
export const isUnclaimed = async (): Promise<boolean> => !(await hasPeople(database()));

const LOOPBACK = ['127.0.0.1', '::1', '::ffff:127.0.0.1'];
/** Whether a request comes from the machine itself, and through no proxy, which would make everybody look so. */
export const isFromHere = (address: string, headers: Headers): boolean =>
  LOOPBACK.includes(address) && !headers.has('x-forwarded-for') && !headers.has('forwarded');

/** Turns of those who would be the first: whoever comes second finds somebody there. */
const ONE_BY_ONE = 7_310_001;
/** Makes the first lead of a farm that has nobody yet. */
export async function makeFirstLead(
  ctx: Pick<Ctx, 'db' | 'clock' | 'newId'>,
  { name, password, ...input }: InferType<typeof firstLeadSchema>,
): Promise<Result<{ id: string }, { readonly code: 'hasPeople' }>> {
  const email = input.email.toLowerCase();
  if (await hasPeople(ctx)) return fail({ code: 'hasPeople' }); // before a password is worked on
  const hash = await hashPassword(password);
  return ctx.db.transaction(async (db) => {
    await db.execute(sql`select pg_advisory_xact_lock(${ONE_BY_ONE})`);
    if (await hasPeople({ db })) return fail({ code: 'hasPeople' });
    const [id, now] = [ctx.newId(), ctx.clock.now()];
    const times = { createdAt: now, updatedAt: now };
    await db.insert(user).values({ id, name, email, emailVerified: true, role: 'lead', ...times });
    await db
      .insert(account)
      .values({ id: ctx.newId(), accountId: id, providerId: 'credential', userId: id, password: hash, ...times });
    await recordEvent(
      { ...ctx, db, user: { id, name, role: 'lead' } },
      { subjectKind: 'person', subjectId: id, subjectName: name, what: 'first lead', to: { role: 'lead' } },
    );
    return succeed({ id });
  });
}
