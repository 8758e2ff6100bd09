import { requestText } from '../../../../areas/requests/model/request.ts';
import { withdrawRequest } from '../../../../areas/requests/server/index.ts';
import { command, emptySchema } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'viewer',
  schema: emptySchema,
  text: requestText,
  statuses: { noRequest: 404, notOpen: 409, notYours: 403 },
  run: ({ ctx, params }) => withdrawRequest(ctx, params['id']!),
});
