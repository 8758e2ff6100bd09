import { bigint, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core';
import { user } from '../../../platform/auth/tables.ts';

/** Up to which event somebody has seen what the bell holds. */
export const noticeSeen = pgTable('notice_seen', {
  personId: text('person_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  upTo: bigint('up_to', { mode: 'number' }).notNull(),
});

/** What was told once, and is not told again before it is over. */
export const noticeGiven = pgTable(
  'notice_given',
  {
    /** Of the machine or the job. */
    subjectId: text('subject_id').notNull(),
    /** The task with when it was done last, or the check. */
    about: text('about').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.subjectId, t.about] })],
);
