import { compareProfile } from '../../../areas/library/server/index.ts';
import { compareRecipe } from '../../../areas/recipes/server/index.ts';
import { fail, succeed } from '../../../core/result/result.ts';
import { reading } from '../../../platform/http/endpoint.ts';
import { asks, words } from '../../../platform/http/query.ts';

const MOST = 4;

export const GET = reading({
  role: 'viewer',
  query: asks({ refs: words.required() }),
  statuses: { tooMany: 400, noSuch: 404 },
  text: {
    tooMany: () => 'Two to four can be compared',
    noSuch: (f: { ref: string }) => `There is no ${f.ref.split(':')[0] ?? ''} of this address; it may be an old link`,
  },
  run: async ({ ctx, query }) => {
    const refs = query.refs.split(',').filter(Boolean);
    if (refs.length === 0 || refs.length > MOST) return fail({ code: 'tooMany' });
    const columns = [];
    for (const ref of refs) {
      const column = ref.startsWith('recipe:') ? await compareRecipe(ctx, ref) : await compareProfile(ctx, ref);
      if (!column) return fail({ code: 'noSuch', ref });
      columns.push(column);
    }
    return succeed(columns);
  },
});
