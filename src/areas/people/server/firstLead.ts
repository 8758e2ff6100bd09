import { hashPassword } from 'better-auth/crypto';
import { sql } from 'drizzle-orm';
import type { InferType } from 'yup';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { account, user } from '../../../platform/auth/tables.ts';
import { hasPeople } from '../../../platform/auth/unclaimed.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { firstLeadSchema } from '../model/schemas.ts';

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
