import { and, eq, isNull, lt, or } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { machine } from './tables.ts';

export const LEASE_MS = 6000;

/** Takes or renews the lease on a machine's device; false when another process holds it. */
export async function takeLease(ctx: Pick<Ctx, 'db'>, machineId: string, holder: string): Promise<boolean> {
  const now = new Date();
  const got = await ctx.db
    .update(machine)
    .set({ leaseBy: holder, leaseUntil: new Date(now.getTime() + LEASE_MS) })
    .where(
      and(
        eq(machine.id, machineId),
        or(isNull(machine.leaseBy), eq(machine.leaseBy, holder), lt(machine.leaseUntil, now)),
      ),
    )
    .returning({ id: machine.id });
  return got.length > 0;
}

export async function dropLease(ctx: Pick<Ctx, 'db'>, machineId: string, holder: string): Promise<void> {
  await ctx.db
    .update(machine)
    .set({ leaseBy: null, leaseUntil: null })
    .where(and(eq(machine.id, machineId), eq(machine.leaseBy, holder)));
}
