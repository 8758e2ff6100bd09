import { bigint, index, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';

/** Everything done: who, when, what, from, to, why. Append-only by grant. */
export const event = pgTable(
  'event',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    at: timestamp('at', { withTimezone: true }).notNull(),
    who: text('who').notNull(),
    whoName: text('who_name').notNull(),
    subjectKind: text('subject_kind').notNull(),
    subjectId: text('subject_id').notNull(),
    subjectName: text('subject_name').notNull(),
    what: text('what').notNull(),
    from: jsonb('from'),
    to: jsonb('to'),
    why: text('why'),
  },
  (t) => [
    index('event_subject').on(t.subjectKind, t.subjectId),
    index('event_at').on(t.at),
    index('event_what').on(t.what, t.id),
  ],
);
