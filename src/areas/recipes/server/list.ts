import { sql } from 'drizzle-orm';
import { searchable } from '../../../platform/lists/cells.ts';
import type { ListSpec } from '../../../platform/lists/page.ts';
import { recipeColumns } from '../model/list.ts';
import type { RecipeRow } from '../model/recipe.ts';
import { recipeRows } from './recipes.ts';

const place = sql`coalesce(m.name, pr.name)`;

export const recipeList: ListSpec<RecipeRow, keyof typeof recipeColumns> = {
  columns: recipeColumns,
  from: sql`recipe r left join machine m on m.id = r.machine_id left join profile pr on pr.id = r.printer_id
    join profile p on p.id = r.process_id
    join recipe_assignment a on a.recipe_id = r.id and a.role = 'part body' join profile mat on mat.id = a.material_id`,
  where: sql`r.kept`,
  id: sql`r.id`,
  cells: {
    name: { cell: sql`r.name` },
    for: { cell: place },
    process: { cell: sql`p.name` },
    material: { cell: sql`mat.name` },
    by: { cell: sql`r.by_name` },
    since: { cell: sql`r.created_at`, as: 'time' },
    pins: { cell: sql`(select count(*) from recipe_pin x where x.recipe_id = r.id)`, as: 'figure' },
  },
  searched: searchable(sql`r.name`, place, sql`p.name`, sql`mat.name`, sql`r.by_name`),
  usual: 'name',
  rows: (ctx, ids) => recipeRows(ctx, sql`r.id in ${[...ids]}`),
  idOf: (r) => r.id,
};
