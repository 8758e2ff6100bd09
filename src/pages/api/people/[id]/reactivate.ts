import { personStatuses, personText } from '../../../../areas/people/model/person.ts';
import { reactivatePerson } from '../../../../areas/people/server/index.ts';
import { command, emptySchema } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: emptySchema,
  text: personText,
  statuses: personStatuses,
  run: ({ ctx, params }) => reactivatePerson(ctx, params['id']!),
});
