import { desc } from 'drizzle-orm';
import { succeed, type Result } from '../../../core/result/result.ts';
import { onceOnPage } from '../../../platform/db/bySets.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import type { MachineFailure } from '../model/failures.ts';
import { standardPolicy, type Policy, type PolicyPage } from '../model/policy.ts';
import { policyRevision } from './tables.ts';

const MOST_SHOWN = 30;

/** The policy in force: the last one written, or the standard one. */
export const getPolicy = onceOnPage(async (ctx: Pick<Ctx, 'db' | 'reads'>): Promise<Policy> => {
  const [row] = await ctx.db
    .select({ policy: policyRevision.policy })
    .from(policyRevision)
    .orderBy(desc(policyRevision.seq))
    .limit(1);
  return { ...standardPolicy, ...row?.policy }; // one kept before a point was added lacks it
});
export async function getPolicyPage(ctx: Pick<Ctx, 'db'>): Promise<PolicyPage> {
  const rows = await ctx.db.select().from(policyRevision).orderBy(desc(policyRevision.seq)).limit(MOST_SHOWN);
  return {
    policy: { ...standardPolicy, ...rows[0]?.policy },
    changes: rows.map((r) => ({ byName: r.byName, at: r.at.toISOString(), why: r.why })),
  };
}
export async function changePolicy(
  ctx: Ctx,
  { why, ...policy }: Policy & { readonly why: string },
): Promise<Result<null, MachineFailure>> {
  return ctx.db.transaction(async (db) => {
    const before = await getPolicy({ db });
    await db
      .insert(policyRevision)
      .values({ id: ctx.newId(), policy, why, by: ctx.user.id, byName: ctx.user.name, at: ctx.clock.now() });
    await recordEvent(
      { ...ctx, db },
      {
        subjectKind: 'policy',
        subjectId: 'policy',
        subjectName: 'Farm policy',
        what: 'policy changed',
        from: before,
        to: policy,
        why,
      },
    );
    return succeed(null);
  });
}
