import { sql } from 'drizzle-orm';
import { bigint, check, index, integer, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { file } from '../../../platform/files/tables.ts';
import { recipe } from '../../recipes/server/tables.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { CheckOutcome } from '../model/outcome.ts';
import type { LimitSheet } from '../model/sheet.ts';

const at = (name: string) => timestamp(name, { withTimezone: true });

export const job = pgTable(
  'job',
  {
    id: text('id').primaryKey(),
    number: integer('number').generatedAlwaysAsIdentity().unique(),
    title: text('title').notNull(),
    class: text('class').$type<'customer part' | 'in-house' | 'lights-out'>().notNull(),
    quantity: integer('quantity').notNull(),
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
    state: text('state').notNull().default('received'),
    createdBy: text('created_by').notNull(),
    createdByName: text('created_by_name').notNull(),
    createdAt: at('created_at').notNull(),
  },
  (t) => [
    check('job_class', sql`${t.class} in ('customer part', 'in-house', 'lights-out')`),
    check('job_state', sql`${t.state} in ('received', 'checked', 'cleared', 'queued', 'printing', 'done', 'failed')`),
    check('job_quantity', sql`${t.quantity} > 0`),
  ],
);

export const checkRun = pgTable(
  'check_run',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => job.id),
    state: text('state').$type<'queued' | 'running' | 'done' | 'refused'>().notNull(),
    bytesRead: bigint('bytes_read', { mode: 'number' }).notNull().default(0),
    /** The limits the rules read, pinned, with a digest: when a fresh one differs the verdict is out of date. */
    sheet: jsonb('sheet').$type<LimitSheet>(),
    pinSha: text('pin_sha'),
    /** How the mesh was read and stood in this run. */
    mesh: jsonb('mesh').$type<MeshChoice>(),
    outcome: jsonb('outcome').$type<CheckOutcome>(),
    /** Program laid from a mesh, as it was checked. */
    programSha: text('program_sha').references(() => file.sha256),
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
    check('check_run_state', sql`${t.state} in ('queued', 'running', 'done', 'refused')`),
  ],
);
