import { pgTable, text, timestamp } from 'drizzle-orm/pg-core';

/** When each kind of process last gave a sign of life. */
export const signOfLife = pgTable('sign_of_life', {
  process: text('process').primaryKey(),
  at: timestamp('at', { withTimezone: true }).notNull(),
});
