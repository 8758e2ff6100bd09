import { checkText } from '../../../../areas/checks/model/failures.ts';
import { getJobPage, travellerOf } from '../../../../areas/checks/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';
import { paper } from '../../../../platform/http/paper.ts';

/** The sheet that goes with a job to the machine, for paper. */
export const GET = reading({
  role: 'viewer',
  text: checkText,
  statuses: { noJob: 404 },
  run: async ({ ctx, params, request }) => {
    const page = await getJobPage(ctx, params['id']!);
    if (!page.ok) return page;
    const address = new URL(`/checks/${params['id']!}`, request.url).href;
    return paper(await travellerOf(page.value, address, ctx.clock.now()));
  },
});
