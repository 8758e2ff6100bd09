import { index, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { job } from '../../checks/server/tables.ts';
import type { Technology } from '../../rules/recipeInput.ts';
import type { Place } from '../model/reference.ts';

const at = (name: string) => timestamp(name, { withTimezone: true }).notNull();

/** A part of the farm's own that is printed again and again. */
export const referencePart = pgTable('reference_part', {
  id: text('id').primaryKey(),
  name: text('name').notNull().unique(),
  technology: text('technology').$type<Technology>().notNull(),
  fileName: text('file_name').notNull(),
  places: jsonb('places').$type<readonly Place[]>().notNull(),
  madeBy: text('made_by').notNull(),
  madeByName: text('made_by_name').notNull(),
  madeAt: at('made_at'),
});
/** One print of it. */
export const referencePrint = pgTable(
  'reference_print',
  {
    jobId: text('job_id')
      .primaryKey()
      .references(() => job.id),
    partId: text('part_id')
      .notNull()
      .references(() => referencePart.id),
    at: at('at'),
  },
  (t) => [index('reference_print_part').on(t.partId, t.at)],
);
/** A look at a print, only added to; one may correct another. */
export const referenceLook = pgTable(
  'reference_look',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => referencePrint.jobId),
    scores: jsonb('scores').$type<Readonly<Record<string, number>>>().notNull(),
    note: text('note').notNull(),
    corrects: text('corrects').unique(),
    byId: text('by_id').notNull(),
    byName: text('by_name').notNull(),
    at: at('at'),
  },
  (t) => [index('reference_look_job').on(t.jobId, t.at)],
);
