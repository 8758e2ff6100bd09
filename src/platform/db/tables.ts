import { bigint, pgTable } from 'drizzle-orm/pg-core';

/** A row for each statement that wrote what pages keep (triggers, in the same transaction): which rows a reader sees tells whether something was
 *  written that it has not read. */
export const writeMark = pgTable('write_mark', {
  id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
});
