import { eq } from 'drizzle-orm';
import type { Stepwise } from '../../../core/result/stepwise.ts';
import { LeftOff, type Ctx } from '../../../platform/db/context.ts';
import { notify, recordEvent } from '../../../platform/events/record.ts';
import { wholeFile } from '../../../platform/files/store.ts';
import { otherFilesOf, type MeshChoice } from '../model/mesh.ts';
import { findJob, jobName } from './jobs.ts';
import { moveJob, moveRun } from './moveJob.ts';
import { checkRun } from './tables.ts';

export type CheckRun = typeof checkRun.$inferSelect;
export type JobRecord = NonNullable<Awaited<ReturnType<typeof findJob>>>;
/** What one check may take of the worker; beyond it is stopped and says so. */
export interface CheckCaps {
  readonly seconds: number;
  readonly residentBytes: number;
}
export const standardCaps: CheckCaps = { seconds: 600, residentBytes: 2e9 };
export const REPORT_EVERY_MS = 400;

export function orLeaveOff({ ending }: Ctx): void {
  if (ending?.aborted) throw new LeftOff();
}

/** What a check has gone beyond, in words; null where it has not. */
function beyondCaps({ seconds, residentBytes }: CheckCaps, began: number): string | null {
  if (performance.now() - began > seconds * 1000) return `The check was stopped after ${seconds} s`;
  const resident = process.memoryUsage.rss();
  return resident > residentBytes
    ? `The check was stopped at ${Math.round(resident / 1e6)} MB of memory; it may have ${Math.round(residentBytes / 1e6)}`
    : null;
}

const LARGEST_MESH_BYTES = 256 * 1024 * 1024;

/** The files of a job, each whole; null where they are more than a check may hold. */
export async function wholeFiles(ctx: Ctx, row: JobRecord, choice: MeshChoice | null) {
  const more = choice ? otherFilesOf(choice) : [];
  if (more.reduce((s, f) => s + f.size, row.fileSize) > LARGEST_MESH_BYTES) return null;
  const bytes = await wholeFile(ctx, row.fileSha, row.fileSize);
  const others = new Map<string, Uint8Array>();
  for (const { sha256, size } of more) others.set(sha256, await wholeFile(ctx, sha256, size));
  return { bytes, others };
}
export const TOO_MUCH = `the files of a job may have ${LARGEST_MESH_BYTES} bytes in all; coarsen them, or split the job`;

/** Goes through long work step by step, tells how far it is, and stops it where it takes too much: then why, in words. */
export async function stepThrough<T>(
  ctx: Ctx,
  row: JobRecord,
  runId: string,
  caps: CheckCaps,
  work: Stepwise<T>,
): Promise<{ readonly value: T } | string> {
  const began = performance.now();
  let step = work.next();
  for (let reported = 0; !step.done; step = work.next()) {
    orLeaveOff(ctx);
    const beyond = beyondCaps(caps, began);
    if (beyond) return `${beyond}, ${Math.round(100 * step.value)} % done; coarsen the mesh, or split the plate`;
    if (Date.now() - reported <= REPORT_EVERY_MS) continue;
    reported = Date.now();
    const bytesRead = Math.round(step.value * row.fileSize);
    await ctx.db.update(checkRun).set({ bytesRead, beatAt: new Date() }).where(eq(checkRun.id, runId));
    await notify(ctx, 'job', row.id); // and between the steps this process serves its machines
  }
  return { value: step.value };
}

/** A whole file in one piece, as the store takes it. */
export async function* piecesOf(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  yield bytes;
}

/** Writes the end of a check down, where no other worker was the first. */
export async function finishRun(
  ctx: Ctx,
  row: JobRecord,
  runId: string,
  set: Partial<Omit<typeof checkRun.$inferInsert, 'state'>> & { readonly state: 'done' | 'refused' },
  what: string,
): Promise<void> {
  await ctx.db.transaction(async (db) => {
    const { state, ...rest } = set;
    const act = state === 'refused' ? 'refuse' : 'end';
    if (!(await moveRun({ db }, runId, act, { ...rest, doneAt: ctx.clock.now() }))) return; // another worker, which took this one for dead, was the first
    // from what the job is now, not from what it was when the check began: one that prints meanwhile goes on printing
    await moveJob({ db }, row.id, 'judge');
    await recordEvent(
      { ...ctx, db },
      { subjectKind: 'job', subjectId: row.id, subjectName: jobName(row.number), what },
    );
  });
}
