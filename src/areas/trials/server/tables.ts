import { sql } from 'drizzle-orm';
import {
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import { profile } from '../../library/server/tables.ts';
import { machine } from '../../machines/server/tables.ts';
import { file } from '../../../platform/files/tables.ts';
import type { PictureType } from '../model/pictures.ts';
import type { TrialKindKey } from '../kinds/define.ts';
import { isOneOf } from '../../../platform/db/states.ts';
import { trialStates, type TrialState } from '../model/states.ts';
import { printWishes, type PrintWish } from '../../machines/model/print.ts';
import type { Decision, PrintProgress, TrialPlan } from '../model/trial.ts';

const at = (name: string) => timestamp(name, { withTimezone: true });

export const trial = pgTable(
  'trial',
  {
    id: text('id').primaryKey(),
    number: integer('number').generatedAlwaysAsIdentity().unique(),
    kind: text('kind').$type<TrialKindKey>().notNull(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    toolId: text('tool_id')
      .notNull()
      .references(() => profile.id),
    materialId: text('material_id')
      .notNull()
      .references(() => profile.id),
    processId: text('process_id')
      .notNull()
      .references(() => profile.id),
    lot: text('lot').notNull(),
    plan: jsonb('plan').$type<TrialPlan>().notNull(),
    gcode: text('gcode').notNull(),
    state: text('state').$type<TrialState>().notNull(),
    /** What people want of the print; the worker brings it about. */
    wish: text('wish').$type<PrintWish>().notNull().default('idle'),
    progress: jsonb('progress').$type<PrintProgress>(),
    decision: jsonb('decision').$type<Decision>(),
    createdBy: text('created_by').notNull(),
    createdByName: text('created_by_name').notNull(),
    createdAt: at('created_at').notNull(),
    decidedAt: at('decided_at'),
    version: integer('version').notNull().default(1),
  },
  (t) => [
    index('trial_by_state').on(t.state, t.number),
    index('trial_by_machine').on(t.machineId, t.number),
    index('trial_decided').on(t.machineId, t.decidedAt),
    index('trial_by_kind').on(t.kind, t.toolId, t.decidedAt),
    check('trial_state', isOneOf(t.state, trialStates)),
    check('trial_wish', isOneOf(t.wish, printWishes)),
  ],
);

/** Raw readings; a correction is a new reading that supersedes, with a reason; one that is withdrawn is superseded by nothing typed.
 *  Append-only by grant. */
export const reading = pgTable(
  'reading',
  {
    id: text('id').primaryKey(),
    trialId: text('trial_id')
      .notNull()
      .references(() => trial.id),
    band: integer('band').notNull(),
    feature: text('feature').notNull(),
    repeat: integer('repeat').notNull(),
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    instrument: text('instrument').notNull(),
    typed: text('typed').notNull(),
    /** Null where what stood here is withdrawn. */
    value: doublePrecision('value'),
    supersedes: text('supersedes')
      .unique()
      .references((): AnyPgColumn => reading.id),
    reason: text('reason'),
    at: at('at').notNull(),
  },
  (t) => [
    index('reading_of').on(t.trialId, t.at),
    check('reading_withdrawn', sql`(${t.value} is null) = (${t.typed} = '')`),
    check('reading_withdraws', sql`${t.value} is not null or ${t.supersedes} is not null`),
  ],
);

/** Pictures of a coupon or of one place of it, as they were taken. Append-only by grant. */
export const picture = pgTable(
  'trial_picture',
  {
    id: text('id').primaryKey(),
    trialId: text('trial_id')
      .notNull()
      .references(() => trial.id),
    band: integer('band').notNull(),
    feature: text('feature').notNull(),
    sha256: text('sha256')
      .notNull()
      .references(() => file.sha256),
    type: text('type').$type<PictureType>().notNull(),
    takenWith: text('taken_with').$type<'camera' | 'upload'>().notNull(),
    personId: text('person_id').notNull(),
    personName: text('person_name').notNull(),
    at: at('at').notNull(),
  },
  (t) => [
    index('trial_picture_trial').on(t.trialId),
    check('trial_picture_type', sql`${t.type} in ('image/png', 'image/jpeg', 'image/webp', 'image/svg+xml')`),
  ],
);
