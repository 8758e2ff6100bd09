import { reading } from '../../platform/http/endpoint.ts';
import { describeApi } from '../../platform/http/openapi.ts';
import { routeFiles } from './_routes.ts';

/** The API describes itself: every route file but this one. */
export const GET = reading({
  role: 'viewer',
  run: async () =>
    new Response(`${JSON.stringify(describeApi(routeFiles), null, 1)}\n`, {
      headers: { 'content-type': 'application/json' },
    }),
});
