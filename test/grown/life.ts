import type pg from 'pg';
import { alike } from './alike.ts';

/** One of each record that a farm goes on making, made by the product itself: what comes later is like it. */
export interface Pattern {
  readonly trialId: string;
  readonly jobId: string;
  readonly printId: string;
  readonly containerId: string;
  readonly requestId: string;
  readonly maintenanceId: string;
  readonly roundId: string;
}
/** What has a number is so much older than the one before it. */
const HOURS_APART = 6;
/** A pairing has fewer revisions of its own. */
const MADE_BEFORE = 100;

/** What a farm did in turns `from` to `to`, all of it over: a trial, four jobs with their prints, a spool, care and work on a machine. Machines
 *  take turns; the higher the number, the longer ago. */
export async function liveOn(pool: pg.Pool, of: Pattern, now: Date, from: number, to: number): Promise<void> {
  const ago = `timestamptz '${now.toISOString()}' - make_interval(hours => i * ${HOURS_APART})`;
  const machine = `(select id from machine order by name offset i % (select count(*)::int from machine) limit 1)`;
  await alike(pool, 'trial', 'id = $1', [of.trialId], [from, to], {
    ...{ id: `'t' || i`, machine_id: machine, created_at: ago, decided_at: ago, lot: `'L' || i` },
  });
  await alike(pool, 'reading', 'trial_id = $1', [of.trialId], [from, to], {
    ...{ id: `o.id || i`, trial_id: `'t' || i`, at: ago, supersedes: 'null' },
  });
  await alike(pool, 'job', 'id = $1', [of.jobId], [from * 4, to * 4 + 3], {
    ...{ id: `'j' || i`, title: `'Bracket ' || i`, state: `'done'`, created_at: ago },
  });
  await alike(pool, 'check_run', 'job_id = $1', [of.jobId], [from * 4, to * 4 + 3], {
    ...{ id: `o.id || i`, job_id: `'j' || i`, at: ago, done_at: ago },
  });
  await alike(pool, 'job_outcome', 'job_id = $1', [of.jobId], [from, to], {
    ...{ id: `o.id || i`, job_id: `'j' || i * 4`, run_id: `o.run_id || i * 4`, at: ago },
  });
  await alike(pool, 'print', 'id = $1', [of.printId], [from * 4, to * 4 + 3], {
    ...{
      id: `o.id || i`,
      of_id: `'j' || i`,
      machine_id: machine,
      since: ago,
      ended_at: ago,
      judged_at: ago,
      cleared_at: ago,
    },
  });
  await alike(pool, 'container', 'id = $1', [of.containerId], [from, to], {
    ...{ id: `'c' || i`, code: `'OLD-' || i`, state: `'used up'`, remaining_g: '0', at: ago },
  });
  await alike(pool, 'container_entry', 'container_id = $1', [of.containerId], [from, to], {
    ...{ id: `o.id || i`, container_id: `'c' || i`, at: ago },
  });
  await alike(pool, 'maintenance', 'id = $1', [of.maintenanceId], [from, to], {
    ...{ id: `o.id || i`, machine_id: machine, at: ago },
  });
  await alike(pool, 'care_round', 'id = $1', [of.roundId], [from, to], {
    ...{ id: `o.id || i`, machine_id: machine, at: ago, ended_at: ago },
  });
  await alike(pool, 'care_step', 'round_id = $1', [of.roundId], [from, to], {
    ...{ round_id: `o.round_id || i`, at: ago },
  });
  await alike(pool, 'print_request', 'id = $1', [of.requestId], [from, to], {
    ...{ id: `'q' || i`, state: `'withdrawn'`, created_at: ago },
  });
  await alike(pool, 'event', 'subject_id = $1', [of.jobId], [from * 4, to * 4 + 3], {
    ...{ subject_id: `'j' || i`, at: ago },
  });
  await alike(
    pool,
    'pairing_revision',
    `id = (select id from pairing_revision order by number limit 1)`,
    [],
    [from, to],
    {
      ...{ id: `'pr' || i`, number: `i + ${MADE_BEFORE}`, at: ago },
    },
  );
  await pool.query('analyze');
}
