import { sql } from 'drizzle-orm';
import { searchable } from '../lists/cells.ts';
import type { ListSpec } from '../lists/page.ts';
import { eventColumns, type EventRow } from './model.ts';
import { eventRows } from './record.ts';

export const eventList: ListSpec<EventRow, keyof typeof eventColumns> = {
  columns: eventColumns,
  from: sql`event e`,
  id: sql`e.id`,
  idAs: 'bigint',
  cells: {
    when: { cell: sql`e.at`, sortedBy: sql`e.id` },
    who: { cell: sql`e.who_name` },
    record: { cell: sql`e.subject_name` },
    what: { cell: sql`e.what` },
    from: null,
    to: null,
    why: { cell: sql`e.why` },
  },
  searched: searchable(sql`e.who_name`, sql`e.subject_name`, sql`e.what`, sql`e.from`, sql`e.to`, sql`e.why`),
  usual: '-when',
  rows: (ctx, ids) => eventRows(ctx, ids.map(Number)),
  idOf: (e) => String(e.id),
};
