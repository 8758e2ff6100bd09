import { requestText } from '../../../areas/requests/model/request.ts';
import { requestSchema } from '../../../areas/requests/model/schemas.ts';
import { makeRequest, requestList } from '../../../areas/requests/server/index.ts';
import { command } from '../../../platform/http/endpoint.ts';
import { listOf } from '../../../platform/lists/routes.ts';

export const GET = listOf({ role: 'viewer', list: requestList });
export const POST = command({
  role: 'viewer',
  schema: requestSchema,
  text: requestText,
  statuses: { noFile: 404 },
  run: ({ ctx, body }) => makeRequest(ctx, body),
});
