import { personStatuses, personText } from '../../../../areas/people/model/person.ts';
import { roleSchema } from '../../../../areas/people/model/schemas.ts';
import { setRole } from '../../../../areas/people/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: roleSchema,
  text: personText,
  statuses: personStatuses,
  run: ({ ctx, params, body }) => setRole(ctx, params['id']!, body.role),
});
