import { bigint, customType, integer, pgTable, primaryKey, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core';

const bytea = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'bytea' });

export const blob = pgTable('file_blob', {
  id: text('id').primaryKey(),
  startedAt: timestamp('started_at', { withTimezone: true }).notNull(),
});
export const chunk = pgTable(
  'file_chunk',
  {
    blobId: text('blob_id')
      .notNull()
      .references(() => blob.id, { onDelete: 'cascade' }),
    index: integer('index').notNull(),
    bytes: bytea('bytes').notNull(),
  },
  (t) => [primaryKey({ columns: [t.blobId, t.index] })],
);
/** Content-addressed: one row per SHA-256, inserted last. */
export const file = pgTable(
  'file',
  {
    sha256: text('sha256').primaryKey(),
    blobId: text('blob_id')
      .notNull()
      .references(() => blob.id),
    size: bigint('size', { mode: 'number' }).notNull(),
    at: timestamp('at', { withTimezone: true }).notNull(),
  },
  (t) => [uniqueIndex('file_blob_once').on(t.blobId)],
);
