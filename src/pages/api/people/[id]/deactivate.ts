import { personStatuses, personText } from '../../../../areas/people/model/person.ts';
import { deactivateSchema } from '../../../../areas/people/model/schemas.ts';
import { deactivatePerson } from '../../../../areas/people/server/index.ts';
import { command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: deactivateSchema,
  text: personText,
  statuses: personStatuses,
  run: ({ ctx, params, body }) => deactivatePerson(ctx, params['id']!, body.why),
});
