import { checkText } from '../../../../areas/checks/model/failures.ts';
import { checkAgain } from '../../../../areas/checks/server/index.ts';
import { emptySchema, command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'viewer',
  schema: emptySchema,
  text: checkText,
  statuses: { noJob: 404, notYours: 403 },
  run: ({ ctx, params }) => checkAgain(ctx, params['id']!),
});
