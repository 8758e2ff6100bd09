import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { freePort } from '../scripts/cluster.mjs';
import { ensureBuild, ensureDependencies } from '../scripts/prepare.mjs';
import { startFarm } from '../scripts/processes.mjs';
import { alike } from '../test/grown/alike.ts';
import { liveOn, type Pattern } from '../test/grown/life.ts';
import { cookieOf } from './cookieOf.ts';
import { fillFloor, MACHINES } from './floorRows.ts';

// A mixed day of a hundred people on a farm of 500 machines with years of records, over HTTP, through the running application. Shorter, smaller
// or with fewer people: LOAD_S, TURNS, PEOPLE.
const TURNS = Number(process.env['TURNS'] ?? 12_000);
const PEOPLE = Number(process.env['PEOPLE'] ?? 100);
const SECONDS = Number(process.env['LOAD_S'] ?? 300);
/** How long somebody looks at a page before they ask for the next. */
const LOOKS_S = [3, 12] as const;

/** The grown farm: machines like one of the demonstration's, each with a spool and a tool on it, most of them printing; and the years before. */
async function grow(ownerUrl: string): Promise<void> {
  const pool = new pg.Pool({ connectionString: ownerUrl, max: 1 });
  const one = async (query: string): Promise<string> => (await pool.query<{ id: string }>(query)).rows[0]!.id;
  const { rows: found } = await pool.query<{ id: string; printerId: string; toolId: string; spoolId: string }>(
    `select m.id, m.printer_id "printerId", t.tool_id "toolId", s.container_id "spoolId" from machine m join mount t on t.machine_id = m.id
     join slot s on s.machine_id = m.id join profile p on p.id = m.printer_id where p.technology = 'filament' and m.state = 'ready' order by m.name limit 1`,
  );
  const like = found[0]!;
  await fillFloor(pool, like.printerId, like.toolId);
  await alike(pool, 'container', 'id = $1', [like.spoolId], [2, MACHINES], {
    ...{ id: `'spool' || i`, code: `'SPOOL-' || i` },
  });
  await pool.query(
    `insert into slot (machine_id, index, container_id, at, by) select 'm' || n, 0, 'spool' || n, now(), 'x' from generate_series(2, $1) n`,
    [MACHINES],
  );
  await pool.query(
    `insert into print (id, machine_id, of, of_id, name, state, by_name, since, expected, ended_at, judged_at, judged_by_name, cleared_at, took_s)
     values ('over', $1, 'job', 'x', 'J-0', 'good', 'x', now() - interval '2 h', now(), now() - interval '1 h', now(), 'x', now(), 3600)`,
    [like.id],
  );
  const life: Pattern = {
    jobId: await one(
      `select r.job_id id from check_run r left join job_outcome o on o.job_id = r.job_id where r.state = 'done' order by o.id is null limit 1`,
    ),
    printId: 'over',
    trialId: await one(
      `select t.id from trial t join reading r on r.trial_id = t.id where t.kind = 'flow' and t.state = 'accepted' limit 1`,
    ),
    containerId: await one(`select container_id id from container_entry limit 1`),
    requestId: await one(`select id from print_request limit 1`),
    maintenanceId: await one(`select id from maintenance limit 1`),
    roundId: await one(`select id from care_round where state = 'done' limit 1`),
  };
  await liveOn(pool, life, new Date(), 1, TURNS);
  const { rows } = await pool.query<{ name: string; n: number }>(
    `select relname name, n_live_tup::int n from pg_stat_user_tables where n_live_tup > 5000 order by 2 desc`,
  );
  console.log(`kept: ${rows.map((r) => `${r.n} ${r.name}`).join(', ')}`);
  await pool.end();
}

interface Asks {
  /** Of a hundred things that somebody does. */
  readonly share: number;
  readonly what: string;
  readonly path: () => string;
  readonly body?: () => object;
  readonly wantedMs?: number;
}
const anyOf = <T>(of: readonly T[]): T => of[Math.floor(Math.random() * of.length)]!;
const dayOf = (jobs: readonly string[], trials: readonly string[]): readonly Asks[] => [
  { share: 18, what: 'Today', path: () => '/api/today', wantedMs: 150 },
  { share: 14, what: 'floor', path: () => '/api/floor' },
  { share: 8, what: 'machines', path: () => '/api/machines', wantedMs: 200 },
  { share: 12, what: 'a machine', path: () => `/api/machines/m${2 + Math.floor(Math.random() * (MACHINES - 1))}` },
  { share: 8, what: 'list of jobs', path: () => '/api/jobs', wantedMs: 100 },
  { share: 14, what: 'a job', path: () => `/api/jobs/${anyOf(jobs)}`, wantedMs: 150 },
  { share: 5, what: 'list of trials', path: () => '/api/trials', wantedMs: 100 },
  { share: 7, what: 'a trial', path: () => `/api/trials/${anyOf(trials)}` },
  {
    share: 5,
    what: 'jobs looked for',
    path: () => `/api/jobs?search=bracket+${Math.floor(Math.random() * TURNS)}`,
    wantedMs: 50,
  },
  {
    share: 4,
    what: 'profiles looked for',
    path: () => `/api/profiles?search=${anyOf(['torba', 'pla', '0.4', 'fine'])}`,
    wantedMs: 50,
  },
  { share: 2, what: 'the log', path: () => '/api/events', wantedMs: 100 },
  {
    share: 3,
    what: 'work logged',
    path: () => `/api/machines/m${2 + Math.floor(Math.random() * (MACHINES - 1))}/maintenance`,
    body: () => ({ kind: 'cleaning', note: 'by the way' }),
  },
];

async function liveADay(url: string): Promise<void> {
  const ids = async (list: string, cookie: string): Promise<string[]> => {
    const r = await fetch(`${url}/api/${list}`, { headers: { cookie } });
    return ((await r.json()) as { rows: { id: string }[] }).rows.map((row) => row.id);
  };
  const people = await Promise.all(Array.from({ length: PEOPLE }, () => cookieOf(url, 'technician')));
  const day = dayOf(await ids('jobs', people[0]!), await ids('trials', people[0]!));
  const times = new Map(day.map((a) => [a.what, [] as number[]]));
  const failed: string[] = [];
  const end = performance.now() + SECONDS * 1000;
  const wait = (s: number): Promise<void> => new Promise((done) => void setTimeout(done, s * 1000));
  await Promise.all(
    people.map(async (cookie) => {
      const watches = new AbortController();
      void fetch(`${url}/api/floor/live`, { headers: { cookie }, signal: watches.signal })
        .then(async (r) => {
          for (const reader = r.body!.getReader(); !(await reader.read()).done;);
        })
        .catch(() => undefined);
      await wait(Math.random() * LOOKS_S[1]);
      while (performance.now() < end) {
        let left = Math.random() * 100;
        const asks = day.find((a) => (left -= a.share) < 0) ?? day[0]!;
        const body = asks.body?.();
        const from = performance.now();
        const answer = await fetch(url + asks.path(), {
          headers: {
            cookie,
            origin: url,
            ...(body && { 'content-type': 'application/json', 'idempotency-key': randomBytes(16).toString('hex') }),
          },
          ...(body && { method: 'POST', body: JSON.stringify(body) }),
        });
        await answer.arrayBuffer();
        times.get(asks.what)!.push(performance.now() - from);
        if (!answer.ok) failed.push(`${asks.what}: ${answer.status}`);
        await wait(LOOKS_S[0] + Math.random() * (LOOKS_S[1] - LOOKS_S[0]));
      }
      watches.abort();
    }),
  );
  for (const { what, wantedMs } of day) {
    const sorted = times.get(what)!.sort((a, b) => a - b);
    const at = (share: number): string => `${Math.round(sorted[Math.floor(sorted.length * share)] ?? 0)} ms`;
    console.log(
      `${what.padEnd(22)} ${String(sorted.length).padStart(5)} times   median ${at(0.5).padStart(8)}   p95 ${at(0.95).padStart(8)}${wantedMs ? `   (wanted: ${wantedMs} ms)` : ''}`,
    );
  }
  console.log(`failed: ${failed.length} ${[...new Set(failed)].slice(0, 5).join(', ')}`);
}

const kB = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0);

ensureDependencies();
ensureBuild();
const farm = await startFarm({ name: 'pg-bench', port: await freePort(), fresh: true, fast: true, quiet: true });
try {
  await grow(farm.cluster.ownerUrl);
  const sizes = (): string =>
    [...farm.children].map(([label, { pid }]) => `${label} ${Math.round(kB(pid!) / 1024)} MB`).join(', ');
  console.log(`before: ${sizes()}`);
  const look = setInterval(() => console.log(`meanwhile: ${sizes()}`), 60_000);
  await liveADay(farm.url);
  clearInterval(look);
  console.log(`after: ${sizes()}`);
} finally {
  await farm.stop();
}
process.exit(0);
