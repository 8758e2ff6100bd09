import { personStatuses, personText } from '../../../../areas/people/model/person.ts';
import { makeLink } from '../../../../areas/people/server/index.ts';
import { command, emptySchema } from '../../../../platform/http/endpoint.ts';

/** What it answers is kept nowhere: sent again, it makes another link, and the one before lets nobody in. */
export const POST = command({
  role: 'lead',
  schema: emptySchema,
  database: 'outside',
  text: personText,
  statuses: personStatuses,
  run: ({ ctx, params }) => makeLink(ctx, params['id']!),
});
