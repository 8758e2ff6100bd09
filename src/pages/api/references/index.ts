import { referenceText } from '../../../areas/references/model/reference.ts';
import { referenceSchema } from '../../../areas/references/model/schemas.ts';
import { listReferences, makeReference } from '../../../areas/references/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await listReferences(ctx)) });
export const POST = command({
  role: 'technician',
  schema: referenceSchema,
  text: referenceText,
  statuses: { noJob: 404, notRead: 409, taken: 409, isPrintAlready: 409 },
  run: ({ ctx, body }) => makeReference(ctx, body),
});
