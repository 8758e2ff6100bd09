import { and, desc, eq, gt, inArray, sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { event } from '../../../platform/events/tables.ts';
import { getQueue } from '../../checks/server/index.ts';
import { listAllCare } from '../../machines/server/index.ts';
import { MOST_COUNTED, noticeKinds, type NoticeKind, type Notices } from '../model/notices.ts';
import { noticeGiven, noticeSeen } from './tables.ts';

const MOST_SHOWN = 30;
const kinds = Object.keys(noticeKinds) as NoticeKind[];
/** What happened before somebody looked for the first time is nothing new, beyond a day. */
const FIRST_DAY_MS = 86_400_000;

/** What the bell holds for who asks: what others did and what machines came to, the newest first. */
export async function getNotices(ctx: Ctx): Promise<Notices> {
  const [seen] = await ctx.db.select().from(noticeSeen).where(eq(noticeSeen.personId, ctx.user.id));
  // the last of each kind are found without reading what else happened meanwhile
  const newest = (most: number) => sql`(select of.id from unnest(${sql.param(kinds)}::text[]) kind cross join lateral (
    select e.id from event e where (e.what, e.id) >= (kind, 0) and (e.what, e.id) <= (kind, ${Number.MAX_SAFE_INTEGER}::bigint) and e.who <> ${ctx.user.id}
    order by e.what desc, e.id desc limit ${most}) of)`;
  const isNew = seen ? gt(event.id, seen.upTo) : gt(event.at, new Date(ctx.clock.now().getTime() - FIRST_DAY_MS));
  const rows = await ctx.db
    .select({
      ...{ id: event.id, kind: event.what, subjectKind: event.subjectKind, subjectId: event.subjectId },
      ...{ subjectName: event.subjectName, why: event.why, at: event.at },
      isNew: sql<boolean>`${isNew}`,
    })
    .from(event)
    .where(inArray(event.id, newest(MOST_SHOWN)))
    .orderBy(desc(event.id))
    .limit(MOST_SHOWN);
  const counted = await ctx.db.$count(event, and(inArray(event.id, newest(MOST_COUNTED)), isNew));
  const unseen = Math.min(counted, MOST_COUNTED);
  return { rows: rows.map((r) => ({ ...r, kind: r.kind as NoticeKind, at: r.at.toISOString() })), unseen };
}

/** Somebody has looked: what came up to there is nothing new any more. Never goes back. */
export async function seeNotices(ctx: Ctx, upTo: number): Promise<void> {
  await ctx.db
    .insert(noticeSeen)
    .values({ personId: ctx.user.id, upTo })
    .onConflictDoUpdate({ target: noticeSeen.personId, set: { upTo: sql`greatest(${noticeSeen.upTo}, ${upTo})` } });
}

/** Tells once of care that has come due, and of jobs that wait longer than their evidence holds. Gives how much it told. */
export async function giveNotices(ctx: Ctx): Promise<number> {
  const due = (await listAllCare(ctx)).filter((c) => c.state === 'due');
  const late = (await getQueue(ctx)).rows.filter(
    (r) => r.evidence !== null && r.endAt !== null && r.evidence.until < r.endAt,
  );
  const told = [
    ...due.map((c) => ({
      about: `${c.key} ${c.doneAt ?? ''}`,
      event: {
        ...{ subjectKind: 'machine', subjectId: c.machineId, subjectName: c.machineName },
        ...{ what: 'care due' satisfies NoticeKind, to: c.task.name, why: `${c.task.name}: ${c.says}` },
      },
    })),
    ...late.map((r) => ({
      about: `evidence ${r.evidence!.until}`,
      event: {
        ...{ subjectKind: 'job', subjectId: r.jobId, subjectName: r.name },
        ...{ what: 'evidence runs out before it prints' satisfies NoticeKind, to: r.evidence, why: r.evidence!.label },
      },
    })),
  ];
  let given = 0;
  for (const t of told)
    await ctx.db.transaction(async (db) => {
      const fresh = await db
        .insert(noticeGiven)
        .values({ subjectId: t.event.subjectId, about: t.about, at: ctx.clock.now() })
        .onConflictDoNothing()
        .returning({ about: noticeGiven.about });
      if (fresh.length === 0) return;
      await recordEvent({ ...ctx, db }, t.event);
      given++;
    });
  return given;
}
