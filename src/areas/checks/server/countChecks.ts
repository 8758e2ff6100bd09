import { sql } from 'drizzle-orm';
import type { Ctx } from '../../../platform/db/context.ts';

/** Checks that wait, are at work, or gave up and were not asked for again; and for how long the oldest has waited. */
export async function countChecks({ db }: Pick<Ctx, 'db'>): Promise<{
  readonly queued: number;
  readonly running: number;
  readonly gaveUp: number;
  readonly oldestQueuedS: number;
}> {
  const { rows } = await db.execute<{ queued: number; running: number; gaveUp: number; oldestQueuedS: number }>(sql`
    select count(*) filter (where state = 'queued')::int queued, count(*) filter (where state = 'running')::int running,
      count(*) filter (where state = 'gave up' and not exists (select 1 from check_run l where l.job_id = r.job_id and l.at > r.at))::int "gaveUp",
      coalesce(extract(epoch from clock_timestamp() - min(at) filter (where state = 'queued')), 0)::float8 "oldestQueuedS"
    from check_run r where state in ('queued', 'running', 'gave up')`);
  return rows[0]!;
}
