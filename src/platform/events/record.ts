import { desc, and, eq, inArray, notInArray, sql } from 'drizzle-orm';
import type { Ctx } from '../db/context.ts';
import type { EventRow } from './model.ts';
import { event } from './tables.ts';

export interface NewEvent {
  readonly subjectKind: string;
  readonly subjectId: string;
  readonly subjectName: string;
  readonly what: string;
  readonly from?: unknown;
  readonly to?: unknown;
  readonly why?: string | null;
}

/** Writes to the event log and tells listeners which subject changed (ids only). */
export async function recordEvent(ctx: Ctx, e: NewEvent): Promise<void> {
  await ctx.db.insert(event).values({ at: ctx.clock.now(), who: ctx.user.id, whoName: ctx.user.name, ...e });
  await notify(ctx, e.subjectKind, e.subjectId);
}

const EVENTS_AT_ONCE = 500;
/** Many events of one act; listeners hear of it once per kind of subject. */
export async function recordEvents(ctx: Ctx, events: readonly NewEvent[]): Promise<void> {
  for (let i = 0; i < events.length; i += EVENTS_AT_ONCE)
    await ctx.db
      .insert(event)
      .values(
        events
          .slice(i, i + EVENTS_AT_ONCE)
          .map((e) => ({ at: ctx.clock.now(), who: ctx.user.id, whoName: ctx.user.name, ...e })),
      );
  for (const kind of new Set(events.map((e) => e.subjectKind))) await notify(ctx, kind, 'many');
}

/** Tells listeners of every process which record changed; reaches them when the transaction commits. */
export async function notify(ctx: Pick<Ctx, 'db'>, subjectKind: string, subjectId: string): Promise<void> {
  await ctx.db.execute(sql`select pg_notify('changed', ${`${subjectKind}:${subjectId}`})`);
}

export async function eventRows(ctx: Pick<Ctx, 'db'>, ids: readonly number[]): Promise<EventRow[]> {
  const rows = await ctx.db
    .select()
    .from(event)
    .where(inArray(event.id, [...ids]));
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

export async function listEvents(
  ctx: Ctx,
  filter: { subjectKind?: string; subjectId?: string; limit?: number; except?: readonly string[] } = {},
): Promise<EventRow[]> {
  const where = and(
    filter.subjectKind ? eq(event.subjectKind, filter.subjectKind) : undefined,
    filter.subjectId ? eq(event.subjectId, filter.subjectId) : undefined,
    filter.except ? notInArray(event.what, [...filter.except]) : undefined,
  );
  const rows = await ctx.db
    .select()
    .from(event)
    .where(where)
    .orderBy(desc(event.at), desc(event.id))
    .limit(filter.limit ?? 100);
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}
