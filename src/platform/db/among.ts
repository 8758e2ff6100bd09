import { sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

/** Whether a text is one of many, which go as one value: five hundred of a statement's own would each have to be written into it. */
export const among = (column: AnyPgColumn, of: Iterable<string>): SQL =>
  sql`${column} = any(${sql.param([...of])}::text[])`;
