import { requestText } from '../../../../areas/requests/model/request.ts';
import { declineSchema } from '../../../../areas/requests/model/schemas.ts';
import { declineRequest } from '../../../../areas/requests/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'technician',
  schema: declineSchema,
  text: requestText,
  statuses: { noRequest: 404, notOpen: 409 },
  run: ({ ctx, params, body }) => declineRequest(ctx, params['id']!, body.answer),
});
