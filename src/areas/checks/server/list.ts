import { sql, type SQL } from 'drizzle-orm';
import { numbered, searchable, worded } from '../../../platform/lists/cells.ts';
import type { ListSpec } from '../../../platform/lists/page.ts';
import { jobColumns, MESH, NOT_YET_SAID, OUT_OF_DATE, PROGRAM, RUN_SAYS } from '../model/list.ts';
import type { JobRow } from '../model/pages.ts';
import { jobRows } from './jobs.ts';
import { isMarked } from './outOfDate.ts';

const job = sql`${numbered('J-', sql`j.number`)} || ' ' || j.title || ' ' || j.file_name`;
/** Something of the newest check of a job. */
const ofRun = (what: SQL): SQL =>
  sql`(select ${what} from check_run r where r.job_id = j.id order by r.at desc limit 1)`;
const saysOfRun = sql`coalesce(r.sentence, ${worded(sql`r.state`, Object.entries(RUN_SAYS))})`;
const saysNow = sql`case when ${isMarked} then ${OUT_OF_DATE} else '' end || ${saysOfRun}`;
const verdict = sql`coalesce(${ofRun(saysNow)}, ${NOT_YET_SAID})`;

export const jobList: ListSpec<JobRow, keyof typeof jobColumns> = {
  columns: jobColumns,
  from: sql`job j join recipe on recipe.id = j.recipe_id join machine m on m.id = recipe.machine_id
    join recipe_assignment a on a.recipe_id = recipe.id and a.role = 'part body' join profile mat on mat.id = a.material_id`,
  id: sql`j.id`,
  cells: {
    job: { cell: job, sortedBy: sql`j.number` },
    verdict: { cell: verdict },
    machine: { cell: sql`m.name` },
    material: { cell: sql`mat.name` },
    class: { cell: sql`j.class` },
    state: { cell: sql`j.state` },
    time: {
      cell: ofRun(
        sql`coalesce((r.estimate->>'lastsS')::float8, (r.estimate->>'timeS')::float8 + (r.estimate->>'heatingS')::float8)`,
      ),
      as: 'figure',
    },
    brings: { cell: sql`case when j.mesh is null then ${PROGRAM} else ${MESH} end` },
    due: { cell: sql`j.due`, as: 'time' },
    by: { cell: sql`j.created_by_name` },
    received: { cell: sql`j.created_at`, as: 'time' },
  },
  searched: searchable(job, verdict, sql`m.name`, sql`mat.name`, sql`j.class`, sql`j.state`, sql`j.created_by_name`),
  usual: '-job',
  rows: (ctx, ids) => jobRows(ctx, sql`j.id in ${[...ids]}`),
  idOf: (j) => j.id,
};
