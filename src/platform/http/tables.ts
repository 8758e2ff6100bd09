import { integer, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core';

/** What was answered to a command that carried a key, in the transaction of its effect: who sends it again gets this. */
export const answered = pgTable(
  'answered',
  {
    personId: text('person_id').notNull(),
    key: text('key').notNull(),
    /** Method, path and digest of the body: the same key means the same command. */
    command: text('command').notNull(),
    status: integer('status').notNull(),
    type: text('type').notNull(),
    body: text('body').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.key] })],
);
