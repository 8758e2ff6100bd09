import { inArray, sql } from 'drizzle-orm';
import { searchable, worded } from '../../../platform/lists/cells.ts';
import type { ListSpec } from '../../../platform/lists/page.ts';
import type { ContainerRow } from '../model/containers.ts';
import { containerColumns, maintenanceColumns } from '../model/list.ts';
import { maintenanceKinds } from '../model/maintenance.ts';
import type { MaintenanceRow } from '../model/pages.ts';
import { containersOf } from './containers.ts';
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

const keptAt = sql`coalesce(m.name, c.place)`;
/** Every spool and bottle that ever came. */
export const containerList: ListSpec<ContainerRow, keyof typeof containerColumns> = {
  columns: containerColumns,
  from: sql`container c join profile p on p.id = c.material_id
    left join slot s on s.container_id = c.id left join machine m on m.id = s.machine_id`,
  id: sql`c.id`,
  cells: {
    code: { cell: sql`c.code` },
    material: { cell: sql`p.name` },
    lot: { cell: sql`c.lot` },
    left: { cell: sql`c.remaining_g`, as: 'figure' },
    state: { cell: sql`c.state` },
    place: { cell: keptAt },
    opened: { cell: sql`c.opened_at`, as: 'time' },
    dried: { cell: sql`c.dried_at`, as: 'time' },
  },
  searched: searchable(sql`c.code`, sql`p.name`, sql`c.lot`, keptAt),
  usual: 'code',
  rows: containersOf,
  idOf: (c) => c.id,
};
