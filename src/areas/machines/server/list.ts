import { inArray, sql } from 'drizzle-orm';
import { searchable, worded } from '../../../platform/lists/cells.ts';
import type { ListSpec } from '../../../platform/lists/page.ts';
import { maintenanceColumns } from '../model/list.ts';
import { maintenanceKinds } from '../model/maintenance.ts';
import type { MaintenanceRow } from '../model/pages.ts';
import { maintenanceRows } from './queries.ts';
import { maintenance } from './tables.ts';

const label = worded(
  sql`w.kind`,
  Object.entries(maintenanceKinds).map(([kind, k]) => [kind, k.label]),
);

/** Everything that was worked on, on every machine. */
export const maintenanceList: ListSpec<MaintenanceRow, keyof typeof maintenanceColumns> = {
  columns: maintenanceColumns,
  from: sql`maintenance w join machine m on m.id = w.machine_id`,
  id: sql`w.id`,
  cells: {
    when: { cell: sql`w.at`, as: 'time' },
    machine: { cell: sql`m.name` },
    what: { cell: label },
    note: { cell: sql`w.note` },
    due: null,
    by: { cell: sql`w.by_name` },
  },
  searched: searchable(sql`m.name`, label, sql`w.note`, sql`w.by_name`),
  usual: '-when',
  rows: (ctx, ids) => maintenanceRows(ctx, inArray(maintenance.id, [...ids])),
  idOf: (e) => e.id,
};
