import { lt } from 'drizzle-orm';
import type { Ctx } from '../db/context.ts';
import { signInRefused } from './tables.ts';

/** For how long a try to sign in that failed counts. */
export const REFUSED_COUNT_MS = 15 * 60_000;

/** Forgets tries that count no longer. */
export async function sweepRefused({ db, clock }: Pick<Ctx, 'db' | 'clock'>): Promise<void> {
  await db.delete(signInRefused).where(lt(signInRefused.at, new Date(clock.now().getTime() - REFUSED_COUNT_MS)));
}
