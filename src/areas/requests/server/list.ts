import { inArray, sql } from 'drizzle-orm';
import { numbered, searchable } from '../../../platform/lists/cells.ts';
import type { ListSpec } from '../../../platform/lists/page.ts';
import { requestColumns } from '../model/list.ts';
import type { RequestRow } from '../model/request.ts';
import { JOB_NAME, requestRows } from './requests.ts';
import { printRequest } from './tables.ts';

const name = sql`${numbered('R-', sql`q.number`)} || ' ' || q.title`;
const jobs = sql`coalesce((select string_agg(${JOB_NAME}, ', ' order by j.number) from job j where j.request_id = q.id), '')`;

export const requestList: ListSpec<RequestRow, keyof typeof requestColumns> = {
  columns: requestColumns,
  from: sql`print_request q`,
  id: sql`q.id`,
  cells: {
    request: { cell: name, sortedBy: sql`q.number` },
    wanted: { cell: sql`q.wanted` },
    pieces: { cell: sql`q.quantity`, as: 'figure' },
    due: { cell: sql`q.due::text` },
    state: { cell: sql`q.state` },
    jobs: { cell: jobs },
    by: { cell: sql`q.created_by_name` },
    asked: { cell: sql`q.created_at`, as: 'time' },
  },
  searched: searchable(name, sql`q.wanted`, jobs, sql`q.state`, sql`q.created_by_name`),
  usual: '-request',
  rows: (ctx, ids) => requestRows(ctx, inArray(printRequest.id, [...ids])),
  idOf: (r) => r.id,
};
