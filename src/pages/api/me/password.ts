import { passwordText } from '../../../areas/people/model/person.ts';
import { passwordSchema } from '../../../areas/people/model/schemas.ts';
import { changePassword } from '../../../areas/people/server/index.ts';
import { sessionIdOf } from '../../../platform/auth/auth.ts';
import { command } from '../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'viewer',
  schema: passwordSchema,
  isSecret: true,
  text: passwordText,
  statuses: { ofDemo: 409 },
  run: async ({ ctx, body, request }) => changePassword(ctx, body, await sessionIdOf(request.headers)),
});
