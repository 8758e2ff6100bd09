import { personStatuses, personText } from '../../../../areas/people/model/person.ts';
import { makeLink } from '../../../../areas/people/server/index.ts';
import { command, emptySchema } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: emptySchema,
  isSecret: true,
  text: personText,
  statuses: personStatuses,
  run: ({ ctx, params }) => makeLink(ctx, params['id']!),
});
