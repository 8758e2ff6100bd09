import { notInArray } from 'drizzle-orm';
import { database } from '../db/client.ts';
import type { Ctx } from '../db/context.ts';
import { DEMO_EMAILS } from './demo.ts';
import { user } from './tables.ts';

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
