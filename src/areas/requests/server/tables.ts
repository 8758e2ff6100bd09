import { sql } from 'drizzle-orm';
import { check, date, index, integer, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { isOneOf } from '../../../platform/db/states.ts';
import type { FileRef } from '../model/file.ts';
import { requestStates, type RequestState } from '../model/request.ts';

/** What somebody wants printed. */
export const printRequest = pgTable(
  'print_request',
  {
    id: text('id').primaryKey(),
    number: integer('number').generatedAlwaysAsIdentity().unique(),
    title: text('title').notNull(),
    wanted: text('wanted').notNull(),
    quantity: integer('quantity').notNull(),
    due: date('due'),
    files: jsonb('files').$type<readonly FileRef[]>().notNull(),
    state: text('state').$type<RequestState>().notNull().default('open'),
    /** Why it was declined. */
    answer: text('answer').notNull().default(''),
    createdBy: text('created_by').notNull(),
    createdByName: text('created_by_name').notNull(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull(),
  },
  (t) => [
    index('print_request_by_state').on(t.state, t.number),
    check('print_request_state', isOneOf(t.state, requestStates)),
    check('print_request_quantity', sql`${t.quantity} > 0`),
    check('print_request_files', sql`jsonb_array_length(${t.files}) > 0`),
  ],
);
