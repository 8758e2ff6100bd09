import { requestText } from '../../../../areas/requests/model/request.ts';
import { getRequest } from '../../../../areas/requests/server/index.ts';
import { reading } from '../../../../platform/http/endpoint.ts';

/** What somebody wants printed, and what became of it. */
export const GET = reading({
  role: 'viewer',
  text: requestText,
  statuses: { noRequest: 404 },
  run: ({ ctx, params }) => getRequest(ctx, params['id']!),
});
