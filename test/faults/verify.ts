import { createHash } from 'node:crypto';
import pg from 'pg';
import type { Client } from './client.ts';
import type { Ledger } from './load.ts';

export interface Verdict {
  readonly lost: string[];
  readonly doubled: string[];
  readonly stuck: string[];
  readonly counts: Readonly<Record<string, number>>;
}
/** What is under way and does not change for so long is stuck; a queue that grows shorter is not. */
const SETTLES_MS = 60_000;
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** What is under way and should come to an end by itself once nothing fails any more. */
const UNDER_WAY = `
  select 'check ' || id what from check_run where state in ('queued', 'running')
  union all select 'trial ' || id from trial where state = 'printing'
  union all select 'job ' || id from job where state = 'printing'
  union all select 'machine ' || name from machine where state = 'printing'
  union all select 'plate of ' || m.name from print o join machine m on m.id = o.machine_id where o.cleared_at is null and m.state = 'ready'
  union all select 'lease on ' || name from machine where lease_until > now()`;

/** Spools whose entries do not add up to what is left, that are loaded and in no slot or in one and not loaded, and coupons that fed
 *  less than they are made of, or more though they were printed in one go, or oftener than their print ended. */
async function wrongGrams(db: pg.Client): Promise<readonly { readonly isMore: boolean; readonly says: string }[]> {
  const { rows } = await db.query<{ is_more: boolean; says: string }>(`
    select sum(e.delta_g) < c.remaining_g is_more, 'grams of ' || c.code || ': entries say ' || sum(e.delta_g) || ', left ' || c.remaining_g says
      from container c join container_entry e on e.container_id = c.id group by c.id
      having abs(sum(e.delta_g) - c.remaining_g) > 1e-6
    union all select false, c.code || ' is ' || c.state || case when s.container_id is null then ', in no slot' else ', in a slot' end
      from container c left join slot s on s.container_id = c.id where (c.state = 'loaded') = (s.container_id is null)
    union all select f.fed > t.mass, t.name || ' fed ' || f.fed || ' g of ' || t.mass || ' in ' || f.n || ' entries, ' || t.ends || ' ends'
      from (select 'T-' || lpad(number::text, greatest(4, length(number::text)), '0') as name, (plan->>'massG')::float8 mass,
          (select count(*) from event e where e.subject_id = trial.id and e.what in ('coupon printed', 'print interrupted', 'print cancelled')) ends
        from trial where state = 'measuring') t
      join (select "where", sum(-delta_g) fed, count(*) n, bool_or(why is not null) is_short from container_entry where what = 'fed' group by "where") f
        on f."where" = t.name
      where not f.is_short and (f.n > t.ends or f.fed < 0.999 * t.mass or (t.ends = 1 and f.fed > 1.001 * t.mass))`);
  return rows.map((r) => ({ isMore: r.is_more, says: r.says }));
}

/** Holds what was acknowledged against what is there: by SQL, over HTTP, and files by their digest. */
export async function verify(ownerUrl: string, client: Client, ledger: Ledger): Promise<Verdict> {
  const db = new pg.Client({ connectionString: ownerUrl });
  await db.connect();
  try {
    const stuck = await settled(db);
    const lost: string[] = [];
    const doubled: string[] = [];
    const times = async (text: string): Promise<Map<string, number>> =>
      new Map((await db.query<{ k: string; n: number }>(text)).rows.map((r) => [r.k, r.n]));
    const each = (what: string, keys: Iterable<string>, known: ReadonlyMap<string, number>): void => {
      for (const key of keys) {
        const n = known.get(key) ?? 0;
        if (n === 0) lost.push(`${what} ${key}`);
        if (n > 1) doubled.push(`${what} ${key}, ${n} times`);
      }
    };
    each('maintenance', ledger.notes, await times('select note k, count(*)::int n from maintenance group by note'));
    each('job', ledger.jobs.keys(), await times('select title k, count(*)::int n from job group by title'));
    each('spool', ledger.lots.keys(), await times('select lot k, count(*)::int n from container group by lot'));
    for (const [lot, leftG] of ledger.lots) {
      const { rows } = await db.query<{ g: number }>('select remaining_g g from container where lot = $1', [lot]);
      if (rows[0] && rows[0].g !== leftG && leftG !== 1000) lost.push(`weight of ${lot}: ${leftG}, ${rows[0].g} there`);
    }
    for (const what of await wrongGrams(db)) (what.isMore ? doubled : lost).push(what.says);
    for (const [title, { id, sha }] of ledger.jobs) {
      const answer = await client.once('GET', `/api/jobs/${id}/program?original=1`);
      const { rows } = await db.query<{ bytes: Buffer }>(
        'select c.bytes from file f join file_chunk c on c.blob_id = f.blob_id where f.sha256 = $1 order by c.index',
        [sha],
      );
      const digest = createHash('sha256')
        .update(Buffer.concat(rows.map((r) => r.bytes)))
        .digest('hex');
      if (answer?.status !== 200 || digest !== sha) lost.push(`file of ${title}`);
    }
    for (const [at, typed] of ledger.readings) {
      const [trialId, repeat] = at.split('/');
      const { rows } = await db.query<{ typed: string }>(
        `select typed from reading where trial_id = $1 and repeat = $2 order by at`,
        [trialId, Number(repeat)],
      );
      const there = rows.map((r) => r.typed);
      // the last one may have been kept and not yet acknowledged when the campaign ended
      const extra = there.length - typed.length;
      if (!typed.every((t, i) => there[i] === t))
        lost.push(`readings of ${at}: ${typed.length}, ${there.length} there`);
      else if (extra > 1) doubled.push(`readings of ${at}: ${typed.length}, ${there.length} there`);
    }
    const rounds = await db.query<{ id: string; state: string; steps: number }>(
      `select r.id, r.state, count(s.*)::int steps from care_round r left join care_step s on s.round_id = r.id where r.task_key = 'surface' group by r.id`,
    );
    for (const id of ledger.cared) {
      const there = rounds.rows.find((r) => r.id === id);
      if (there?.state !== 'done' || there.steps !== 2) lost.push(`care ${id}: ${there?.state}, ${there?.steps} steps`);
    }
    const doneRounds = rounds.rows.filter((r) => r.state === 'done').length;
    const worked = await db.query<{ n: number }>(
      `select count(*)::int n from maintenance where note = 'Clean the bed surface'`,
    );
    if (worked.rows[0]!.n > doneRounds) doubled.push(`care: ${worked.rows[0]!.n} times work for ${doneRounds} rounds`);
    if (worked.rows[0]!.n < doneRounds) lost.push(`care: ${worked.rows[0]!.n} times work for ${doneRounds} rounds`);
    const { rows: queue } = await db.query<{ id: string; rank: number }>(
      `select id, queue_rank rank from job where state = 'queued' and id = any($1) order by queue_rank`,
      [ledger.queued],
    );
    for (const id of ledger.queued) if (!queue.some((q) => q.id === id)) lost.push(`job ${id} in its queue`);
    if (new Set(queue.map((q) => q.rank)).size < queue.length) doubled.push('two jobs at one place of a queue');
    for (const id of ledger.printed) {
      const { rows } = await db.query<{ state: string }>('select state from trial where id = $1', [id]);
      if (rows[0]?.state !== 'measuring') lost.push(`print of trial ${id}`);
    }
    const { rows: twice } = await db.query<{ name: string }>(
      `select m.name from print a join print b on a.machine_id = b.machine_id and a.id < b.id
         and a.since < coalesce(b.cleared_at, 'infinity') and b.since < coalesce(a.cleared_at, 'infinity')
       join machine m on m.id = a.machine_id`,
    );
    doubled.push(...twice.map((r) => `two prints at once on ${r.name}`));
    const count = async (text: string): Promise<number> => (await db.query<{ n: number }>(text)).rows[0]!.n;
    return {
      lost,
      doubled,
      stuck,
      counts: {
        'maintenance logged': ledger.notes.length,
        'jobs kept': ledger.jobs.size,
        'readings kept': [...ledger.readings.values()].reduce((sum, r) => sum + r.length, 0),
        'coupons printed': ledger.printed.length,
        'care done step by step': ledger.cared.length,
        'jobs queued': ledger.queued.length,
        'spools received, loaded and weighed': ledger.lots.size,
        'checks done': await count(`select count(*)::int n from check_run where state = 'done'`),
        'checks that gave up': await count(`select count(*)::int n from check_run where state = 'gave up'`),
        'machines unknown': await count(`select count(*)::int n from machine where state = 'unknown'`),
      },
    };
  } finally {
    await db.end();
  }
}

async function settled(db: pg.Client): Promise<string[]> {
  let before = '';
  let since = Date.now();
  for (;;) {
    const { rows } = await db.query<{ what: string }>(UNDER_WAY);
    const now = rows
      .map((r) => r.what)
      .sort()
      .join();
    if (now !== before) since = Date.now();
    before = now;
    if (rows.length === 0 || Date.now() - since > SETTLES_MS) return rows.map((r) => r.what);
    await pause(500);
  }
}
