import { createHash } from 'node:crypto';
import { and, eq, lt } from 'drizzle-orm';
import type { Ctx } from '../db/context.ts';
import { problem } from './problem.ts';
import { answered } from './tables.ts';

/** Header with a key that the client makes before its first try (draft-ietf-httpapi-idempotency-key-header). */
export const KEY_HEADER = 'idempotency-key';
const KEPT_MS = 86_400_000;
export const KEY = /^[\w-]{16,64}$/;

/** Runs a command once for its key: its effect and its answer are kept by one transaction, and whoever sends it again, or twice at once,
 *  gets the first answer. Without a key it just runs. Of what is secret neither what was sent nor what was answered is kept, not even as a
 *  digest: sent again, it is only told that it was done. */
export async function once(
  ctx: Ctx,
  request: Request,
  bodyText: string,
  run: (inside: Ctx) => Promise<Response>,
  isSecret = false,
): Promise<Response> {
  const key = request.headers.get(KEY_HEADER);
  if (key === null) return ctx.db.transaction((db) => run({ ...ctx, db }));
  if (!KEY.test(key)) return problem(400, 'badKey', 'A key is 16 to 64 letters, digits, dashes');
  const digest = isSecret ? 'secret' : createHash('sha256').update(bodyText).digest('hex');
  const command = `${request.method} ${new URL(request.url).pathname} ${digest}`;
  return ctx.db.transaction(async (db) => {
    const mine = and(eq(answered.personId, ctx.user.id), eq(answered.key, key));
    const first = await db
      .insert(answered)
      .values({ personId: ctx.user.id, key, command, status: 0, type: '', body: '', at: ctx.clock.now() })
      .onConflictDoNothing() // waits for one that is under way
      .returning({ key: answered.key });
    if (first.length === 0) {
      const [before] = await db.select().from(answered).where(mine);
      if (before?.command !== command)
        return problem(422, 'keyUsed', 'This key was sent with another command: make one for each');
      if (isSecret) return problem(409, 'doneBefore', 'This was answered before, and its answer is kept nowhere');
      return new Response(before.body, {
        status: before.status,
        headers: { 'content-type': before.type, 'cache-control': 'no-store', 'idempotency-replayed': 'true' },
      });
    }
    const answer = await run({ ...ctx, db });
    const body = isSecret ? '' : await answer.clone().text();
    const type = answer.headers.get('content-type') ?? 'application/json';
    await db.update(answered).set({ status: answer.status, type, body }).where(mine);
    return answer;
  });
}

/** Answers are kept for a day. */
export async function sweepAnswers({ db, clock }: Pick<Ctx, 'db' | 'clock'>): Promise<number> {
  const gone = await db
    .delete(answered)
    .where(lt(answered.at, new Date(clock.now().getTime() - KEPT_MS)))
    .returning({ key: answered.key });
  return gone.length;
}
