import { hashPassword } from 'better-auth/crypto';
import { sql } from 'drizzle-orm';
import type { InferType } from 'yup';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { user } from '../../../platform/auth/tables.ts';
import { hasPeople } from '../../../platform/auth/unclaimed.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { firstLeadSchema } from '../model/schemas.ts';
import { eventOf, keepPassword } from './people.ts';

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
    const lead = { id, name, role: 'lead' } as const;
    await db.insert(user).values({ ...lead, email, emailVerified: true, createdAt: now, updatedAt: now });
    await keepPassword({ ...ctx, db }, id, hash);
    await recordEvent({ ...ctx, db, user: lead }, { ...eventOf(lead), what: 'first lead', to: { role: lead.role } });
    return succeed({ id });
  });
}
