// Gives checks their turn, each done by a process of its own that is watched; and looks after what lies: files nobody uses, answers that are
// kept, notices, verdicts that are out of date.
import { fork } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import PgBoss from 'pg-boss';
import { beatCheck, markOutOfDate, rescueChecks, setAside } from '../areas/checks/server/index.ts';
import { sweepRefused } from '../platform/auth/sweepRefused.ts';
import { giveNotices } from '../areas/today/server/index.ts';
import { sweepMarks } from '../platform/db/kept.ts';
import { sweepOrphans } from '../platform/files/store.ts';
import { sweepAnswers } from '../platform/http/once.ts';
import { startsConfigured } from '../platform/configuration.ts';
import { giveSignOfLife } from '../platform/jobs/signOfLife.ts';
import { log } from '../platform/log.ts';
import { CheckKilled, Runner } from './runner.ts';
import { contextOf, ending, endsInOrder, forever } from './working.ts';

startsConfigured('checks');
const LOOK_EVERY_MS = 500;
const RESCUE_EVERY_MS = 2000;
const COMPARE_EVERY_MS = 2000;
const COMPARE_ALL_EVERY_MS = 3_600_000;
const NOTICE_EVERY_MS = 30_000;
const SWEEP_EVERY_MS = 600_000;
const MARKS_EVERY_MS = 30_000;
/** A check that ended its process so often is not begun again. */
const MOST_KILLS = 2;
const ctx = contextOf('work', 'Worker');

/** The runner as it is bundled, or as it is written. */
const runnerFile = fileURLToPath(
  new URL(import.meta.url.endsWith('.ts') ? './checkRunner.ts' : './checkRunner.mjs', import.meta.url),
);
/** What a runner needs of the surroundings: no secret of the sign-in, no right of the owner. */
const RUNNER_NEEDS = ['PATH', 'HOME', 'LANG', 'TZ', 'TMPDIR', 'NODE_ENV', 'DATABASE_URL'] as const;
const HEAP_MB = 1500;
const runner = new Runner({
  start: () =>
    fork(runnerFile, [], {
      execArgv: [
        ...(runnerFile.endsWith('.ts') ? ['--import', 'tsx'] : ['--enable-source-maps']),
        `--max-old-space-size=${HEAP_MB}`,
      ],
      env: Object.fromEntries(RUNNER_NEEDS.flatMap((key) => (process.env[key] ? [[key, process.env[key]]] : []))),
    }),
  residentBytesOf: (pid) => {
    try {
      return Number(/^VmRSS:\s+(\d+) kB/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) * 1024;
    } catch {
      return null;
    }
  },
  limits: { seconds: 900, residentBytes: 3e9 },
  lookEveryMs: LOOK_EVERY_MS,
  onLook: (runId) => beatCheck(ctx, runId),
});

/** How often a check ended its process, while this one lives. */
const kills = new Map<string, number>();
async function run(runId: string, from: 'queued' | 'running' = 'queued'): Promise<void> {
  if (runId === runner.under) return; // it is being done
  try {
    await runner.run(runId, from);
    kills.delete(runId);
  } catch (error) {
    if (!(error instanceof CheckKilled) || ending.signal.aborted) throw error;
    const times = (kills.get(runId) ?? 0) + 1;
    log('error', 'check killed', { runId, times, error });
    if (times < MOST_KILLS) {
      kills.set(runId, times);
      return run(runId, 'running');
    }
    kills.delete(runId);
    await setAside(ctx, runId, error.message);
  }
}

let boss: PgBoss | null = null;
async function startQueue(): Promise<void> {
  boss = new PgBoss({
    max: 3,
    connectionString: process.env['DATABASE_URL']!,
    migrate: false,
    schedule: false,
    maintenanceIntervalSeconds: 10,
  });
  boss.on('error', (error) => log('warn', 'queue', { error }));
  await boss.start();
  await boss.work<{ runId: string }>('check', { pollingIntervalSeconds: 0.5 }, async ([item]) => {
    if (item) await run(item.data.runId);
  });
}

/** Up to which event verdicts were held against what is in force; none yet, or too long ago for what runs out by age. */
let compared: { readonly upTo: number; readonly allAtMs: number } | null = null;
async function compareVerdicts(): Promise<void> {
  const nowMs = ctx.clock.now().getTime();
  const isAll = compared === null || nowMs - compared.allAtMs > COMPARE_ALL_EVERY_MS;
  const upTo = await markOutOfDate(ctx, isAll ? null : compared!.upTo);
  compared = { upTo, allAtMs: isAll ? nowMs : compared!.allAtMs };
}

endsInOrder((withinMs) =>
  Promise.allSettled([runner.leaveOff(), boss?.stop({ graceful: true, timeout: withinMs, wait: true })]),
);
void forever(RESCUE_EVERY_MS, 'rescue', () => rescueChecks(ctx, run));
void forever(RESCUE_EVERY_MS, 'sign of life', () => giveSignOfLife(ctx, 'checks'));
void forever(NOTICE_EVERY_MS, 'notices', () => giveNotices(ctx));
void forever(COMPARE_EVERY_MS, 'out of date', compareVerdicts);
void forever(SWEEP_EVERY_MS, 'sweep', () => sweepOrphans(ctx));
void forever(SWEEP_EVERY_MS, 'tries', () => sweepRefused(ctx));
void forever(SWEEP_EVERY_MS, 'answers', () => sweepAnswers(ctx));
void forever(MARKS_EVERY_MS, 'marks', () => sweepMarks(ctx));
for (let started = false; !started && !ending.signal.aborted;) {
  try {
    await startQueue();
    started = true;
  } catch (error) {
    log('warn', 'queue start', { error });
    await new Promise((r) => {
      setTimeout(r, 1000);
    });
  }
}
