import { personStatuses, personText } from '../../../areas/people/model/person.ts';
import { personSchema } from '../../../areas/people/model/schemas.ts';
import { addPerson, listPeople } from '../../../areas/people/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({ role: 'lead', run: async ({ ctx }) => succeed(await listPeople(ctx)) });
export const POST = command({
  role: 'lead',
  schema: personSchema,
  text: personText,
  statuses: personStatuses,
  run: ({ ctx, body }) => addPerson(ctx, body),
});
