import { sql } from 'drizzle-orm';
import { bigint, check, index, integer, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { storedJson } from '../../../platform/db/storedJson.ts';
import { storedContext, storedOutcome } from '../../rules/stored.ts';
import { file } from '../../../platform/files/tables.ts';
import { recipe } from '../../recipes/server/tables.ts';
import { printRequest } from '../../requests/server/tables.ts';
import type { PrintProgress } from '../../machines/model/print.ts';
import { isOneOf } from '../../../platform/db/states.ts';
import { jobStates, runStates, type JobState, type RunState } from '../model/states.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { Queued } from '../model/queue.ts';
import type { JobOutcome, Verdict } from '../../rules/outcome.ts';
import { printWishes, type PrintWish } from '../../machines/model/print.ts';
import type { CheckContext, Purpose } from '../../rules/context.ts';

const at = (name: string) => timestamp(name, { withTimezone: true });

export const job = pgTable(
  'job',
  {
    id: text('id').primaryKey(),
    number: integer('number').generatedAlwaysAsIdentity().unique(),
    title: text('title').notNull(),
    class: text('class').$type<'customer part' | 'in-house' | 'lights-out'>().notNull(),
    quantity: integer('quantity').notNull(),
    /** Prints that were begun, however they ended; one that is resumed is begun once. */
    begun: integer('begun').notNull().default(0),
    /** What the part is for; null where nobody said. */
    purpose: text('purpose').$type<Purpose>(),
    due: at('due'),
    recipeId: text('recipe_id')
      .notNull()
      .references(() => recipe.id),
    fileSha: text('file_sha')
      .notNull()
      .references(() => file.sha256),
    fileName: text('file_name').notNull(),
    fileSize: bigint('file_size', { mode: 'number' }).notNull(),
    /** How a mesh is read and stands; null for a program. */
    mesh: jsonb('mesh').$type<MeshChoice>(),
    /** Request that it answers. */
    requestId: text('request_id').references(() => printRequest.id),
    state: text('state').$type<JobState>().notNull().default('received'),
    /** Its print, and what people wish of it. */
    progress: jsonb('progress').$type<PrintProgress>(),
    wish: text('wish').$type<PrintWish>().notNull().default('idle'),
    /** Queue it waits or prints in: a machine or a printer profile, its place, and what it was put there with. */
    queueId: text('queue_id'),
    queueRank: integer('queue_rank'),
    queued: jsonb('queued').$type<Queued>(),
    /** Check whose verdict is out of date, and what has changed since; marked by the worker. */
    outOfDate: jsonb('out_of_date').$type<{ readonly runId: string; readonly changed: readonly string[] }>(),
    createdBy: text('created_by').notNull(),
    createdByName: text('created_by_name').notNull(),
    createdAt: at('created_at').notNull(),
  },
  (t) => [
    index('job_request').on(t.requestId),
    index('job_by_state').on(t.state, t.number),
    index('job_by_recipe').on(t.recipeId),
    index('job_queue').on(t.queueId, t.queueRank),
    check(
      'job_queued',
      sql`(${t.state} = 'queued' or ${t.queued} is null or ${t.state} = 'printing') and (${t.state} <> 'queued' or ${t.queued} is not null) and (${t.queued} is null) = (${t.queueId} is null) and (${t.queued} is null) = (${t.queueRank} is null)`,
    ),
    check('job_class', sql`${t.class} in ('customer part', 'in-house', 'lights-out')`),
    check('job_state', isOneOf(t.state, jobStates)),
    check('job_quantity', sql`${t.quantity} > 0`),
    check('job_begun', sql`${t.begun} >= 0`),
    check('job_wish', isOneOf(t.wish, printWishes)),
  ],
);

export const checkRun = pgTable(
  'check_run',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    state: text('state').$type<RunState>().notNull(),
    bytesRead: bigint('bytes_read', { mode: 'number' }).notNull().default(0),
    /** The limits the rules read, pinned, with a digest: when a fresh one differs the verdict is out of date. */
    sheet: storedJson<CheckContext>('sheet', storedContext),
    pinSha: text('pin_sha'),
    /** Digest of everything its long part depends on, and the check that part was taken from, where there was one. */
    workSha: text('work_sha'),
    reusedRunId: text('reused_run_id'),
    /** How the mesh was read and stood in this run. */
    mesh: jsonb('mesh').$type<MeshChoice>(),
    outcome: storedJson<JobOutcome>('outcome', storedOutcome),
    /** What lists say of it, so that nobody unpacks a whole outcome for each row. */
    verdict: text('verdict')
      .$type<Verdict>()
      .generatedAlwaysAs(sql`outcome->>'verdict'`),
    sentence: text('sentence').generatedAlwaysAs(sql`outcome->>'sentence'`),
    estimate: jsonb('estimate')
      .$type<JobOutcome['estimate']>()
      .generatedAlwaysAs(sql`outcome->'estimate'`),
    /** Program laid from a mesh, as it was checked. */
    programSha: text('program_sha').references(() => file.sha256),
    /** Digest of the lines that were judged, as they are sent: nothing else is printed under this check's verdict. */
    wireSha: text('wire_sha'),
    /** The meshes as they were put in order, where that was asked for. */
    repairedSha: text('repaired_sha').references(() => file.sha256),
    /** How often it was begun: one that never comes to an end is given up. */
    attempts: integer('attempts').notNull().default(0),
    refusal: text('refusal'),
    rulesVersion: text('rules_version').notNull(),
    peakResidentBytes: bigint('peak_resident_bytes', { mode: 'number' }),
    requestedBy: text('requested_by').notNull(),
    at: at('at').notNull(),
    /** When the worker that runs it last gave a sign of life. */
    beatAt: at('beat_at'),
    doneAt: at('done_at'),
  },
  (t) => [
    index('check_run_job').on(t.jobId, t.at),
    index('check_run_work').on(t.workSha),
    index('check_run_by_state').on(t.state, t.at),
    check('check_run_state', isOneOf(t.state, runStates)),
  ],
);

/** What no file carries and a person set at the machine, as said; append-only. */
export const jobConfirmation = pgTable(
  'job_confirmation',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    /** Check whose list it stood in. */
    runId: text('run_id')
      .notNull()
      .references(() => checkRun.id),
    item: text('item').notNull(),
    /** For which of the prints that the job begins, from 1. */
    print: integer('print').notNull().default(1),
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    at: at('at').notNull(),
  },
  (t) => [index('job_confirmation_job').on(t.jobId)],
);

/** What became of a print, now or weeks later; append-only. */
export const jobOutcome = pgTable(
  'job_outcome',
  {
    id: text('id').primaryKey(),
    number: integer('number').generatedAlwaysAsIdentity().unique(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    /** Check it was printed by: its findings are what was foretold. */
    runId: text('run_id').references(() => checkRun.id),
    result: text('result').$type<'good' | 'usable' | 'failed'>().notNull(),
    /** Layer at which it failed. */
    layer: integer('layer'),
    signs: jsonb('signs').$type<readonly string[]>().notNull(),
    /** What was really set at the machine, and whatever else there is to say. */
    setAtMachine: text('set_at_machine').notNull(),
    note: text('note').notNull(),
    /** Picture, as any file is kept. */
    pictureSha: text('picture_sha').references(() => file.sha256),
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    at: at('at').notNull(),
  },
  (t) => [
    index('job_outcome_job').on(t.jobId, t.number),
    index('job_outcome_at').on(t.at),
    check('job_outcome_result', sql`${t.result} in ('good', 'usable', 'failed')`),
    check('job_outcome_layer', sql`${t.layer} is null or ${t.layer} > 0`),
  ],
);
