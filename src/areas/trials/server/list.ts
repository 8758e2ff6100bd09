import { sql } from 'drizzle-orm';
import { numbered, searchable, worded } from '../../../platform/lists/cells.ts';
import type { ListSpec } from '../../../platform/lists/page.ts';
import { trialKinds } from '../kinds/index.ts';
import { trialColumns } from '../model/list.ts';
import type { TrialRow } from '../model/pages.ts';
import { trialRows } from './queries.ts';

const name = numbered('T-', sql`t.number`);
const labels = worded(
  sql`t.kind`,
  trialKinds.map((k) => [k.key, k.label.toLowerCase()]),
);

export const trialList: ListSpec<TrialRow, keyof typeof trialColumns> = {
  columns: trialColumns,
  from: sql`trial t join machine m on m.id = t.machine_id join profile tool on tool.id = t.tool_id join profile mat on mat.id = t.material_id`,
  id: sql`t.id`,
  cells: {
    name: { cell: name, sortedBy: sql`t.number` },
    kind: { cell: labels },
    state: { cell: sql`t.state` },
    machine: { cell: sql`m.name` },
    tool: { cell: sql`tool.name` },
    material: { cell: sql`mat.name` },
    lot: { cell: sql`t.lot` },
    proved: null,
    readings: null,
    by: { cell: sql`t.created_by_name` },
    planned: { cell: sql`t.created_at`, as: 'time' },
  },
  searched: searchable(
    name,
    labels,
    sql`t.state`,
    sql`m.name`,
    sql`tool.name`,
    sql`mat.name`,
    sql`t.lot`,
    sql`t.created_by_name`,
  ),
  usual: '-name',
  rows: (ctx, ids) => trialRows(ctx, sql`t.id in ${[...ids]}`),
  idOf: (t) => t.id,
};
