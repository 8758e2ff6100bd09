import { desc, eq, sql, type SQL } from 'drizzle-orm';
import type { InferType } from 'yup';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { inTransaction } from '../../../platform/db/inTransaction.ts';
import { moveRow } from '../../../platform/db/states.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { areStored } from '../../../platform/files/store.ts';
import { numbered } from '../../../platform/lists/cells.ts';
import { requestMoves, type RequestedJob, type RequestFailure, type RequestRow } from '../model/request.ts';
import type { requestSchema } from '../model/schemas.ts';
import { printRequest } from './tables.ts';

/** What a job `j` is called. */
export const JOB_NAME = numbered('J-', sql`j.number`);
const requestName = (number: number): string => `R-${String(number).padStart(4, '0')}`;
const eventOf = (row: Pick<typeof printRequest.$inferSelect, 'id' | 'number'>) => ({
  subjectKind: 'request',
  subjectId: row.id,
  subjectName: requestName(row.number),
});

/** Takes down what somebody wants printed. */
export async function makeRequest(
  ctx: Ctx,
  wanted: InferType<typeof requestSchema>,
): Promise<Result<{ id: string; name: string }, RequestFailure>> {
  if (!(await areStored(ctx, wanted.files))) return fail({ code: 'noFile' });
  return inTransaction<{ id: string; name: string }, RequestFailure>(ctx, async (inside) => {
    const [row] = await inside.db
      .insert(printRequest)
      .values({
        ...wanted,
        id: ctx.newId(),
        createdBy: ctx.user.id,
        createdByName: ctx.user.name,
        createdAt: ctx.clock.now(),
      })
      .returning();
    await recordEvent(inside, {
      ...eventOf(row!),
      what: 'print requested',
      to: { title: wanted.title, files: wanted.files.map((f) => f.name), pieces: wanted.quantity },
    });
    return succeed({ id: row!.id, name: requestName(row!.number) });
  });
}

/** A request becomes a job's: inside the transaction that makes the job. */
export const takeUpRequest = (inside: Ctx, id: string, jobNamed: string): Promise<Result<null, RequestFailure>> =>
  moved(inside, id, 'takeUp', { what: 'request taken up', to: jobNamed });

/** It will not be printed, and whoever asked reads why. */
export const declineRequest = (ctx: Ctx, id: string, answer: string): Promise<Result<null, RequestFailure>> =>
  inTransaction<null, RequestFailure>(ctx, (inside) =>
    moved(inside, id, 'decline', { what: 'request declined', why: answer }, { answer }),
  );

/** Whoever asked does not want it any more. */
export async function withdrawRequest(ctx: Ctx, id: string): Promise<Result<null, RequestFailure>> {
  const row = await findRequest(ctx, id);
  if (row && row.createdBy !== ctx.user.id) return fail({ code: 'notYours' });
  return inTransaction<null, RequestFailure>(ctx, (inside) =>
    moved(inside, id, 'withdraw', { what: 'request withdrawn' }),
  );
}

async function moved(
  inside: Ctx,
  id: string,
  act: keyof typeof requestMoves,
  event: { readonly what: string; readonly to?: string; readonly why?: string },
  set: { readonly answer?: string } = {},
): Promise<Result<null, RequestFailure>> {
  const isMoved = await moveRow(inside, printRequest, id, requestMoves[act], set);
  const row = await findRequest(inside, id);
  if (!row) return fail({ code: 'noRequest' });
  if (!isMoved) return fail({ code: 'notOpen', state: row.state });
  await recordEvent(inside, { ...eventOf(row), ...event });
  return succeed(null);
}

async function findRequest(ctx: Pick<Ctx, 'db'>, id: string) {
  const [row] = await ctx.db.select().from(printRequest).where(eq(printRequest.id, id));
  return row ?? null;
}

/** A request as it is read, with what became of it. */
export async function getRequest(ctx: Pick<Ctx, 'db'>, id: string): Promise<Result<RequestRow, RequestFailure>> {
  const [row] = await requestRows(ctx, eq(printRequest.id, id));
  return row ? succeed(row) : fail({ code: 'noRequest' });
}

/** Requests that nobody has answered yet, the oldest first. */
export const listOpenRequests = async (ctx: Pick<Ctx, 'db'>): Promise<RequestRow[]> =>
  (await requestRows(ctx, eq(printRequest.state, 'open'))).reverse();

/** Requests that a condition holds of, the newest first. */
export async function requestRows(ctx: Pick<Ctx, 'db'>, where: SQL): Promise<RequestRow[]> {
  const rows = await ctx.db
    .select({
      row: printRequest,
      jobs: sql<RequestedJob[]>`(select coalesce(jsonb_agg(jsonb_build_object(
        'id', j.id, 'name', ${JOB_NAME}, 'title', j.title, 'state', j.state) order by j.number), '[]')
        from job j where j.request_id = print_request.id)`,
    })
    .from(printRequest)
    .where(where)
    .orderBy(desc(printRequest.number));
  return rows.map(({ row: { number, createdAt, ...r }, jobs }) => ({
    ...r,
    name: requestName(number),
    createdAt: createdAt.toISOString(),
    jobs,
  }));
}
