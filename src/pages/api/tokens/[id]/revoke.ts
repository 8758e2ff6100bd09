import { revokeToken, tokenText } from '../../../../platform/auth/tokens.ts';
import { emptySchema, command } from '../../../../platform/http/endpoint.ts';

export const POST = command({
  role: 'lead',
  schema: emptySchema,
  text: tokenText,
  statuses: { noToken: 404 },
  run: ({ ctx, params }) => revokeToken(ctx, params['id']!),
});
