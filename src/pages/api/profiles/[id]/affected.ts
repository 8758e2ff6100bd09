import { listDescendants } from '../../../../areas/library/server/index.ts';
import { listJobsOfRecipes } from '../../../../areas/checks/server/index.ts';
import { listRecipesUsing } from '../../../../areas/recipes/server/index.ts';
import { listOpenTrialsUsing } from '../../../../areas/trials/server/index.ts';
import { succeed } from '../../../../core/result/result.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

export const GET = reading({
  role: 'viewer',
  run: async ({ ctx, params }) => {
    const below = await listDescendants(ctx, params['id']!);
    const ids = [params['id']!, ...below.map((p) => p.id)];
    const recipes = await listRecipesUsing(ctx, ids);
    const jobs = await listJobsOfRecipes(
      ctx,
      recipes.map((r) => r.id),
    );
    const trials = await listOpenTrialsUsing(ctx, ids);
    return succeed({
      profiles: below.map((p) => ({ name: p.name, address: `/library/${p.id}` })),
      recipes: recipes.filter((r) => r.kept).map((r) => ({ name: r.name, address: `/library/recipes/${r.id}` })),
      jobs: jobs.map((j) => ({ name: `${j.name} ${j.title}`, address: `/checks/${j.id}` })),
      trials: trials.map((t) => ({ name: t.name, address: `/trials/${t.id}` })),
    });
  },
});
