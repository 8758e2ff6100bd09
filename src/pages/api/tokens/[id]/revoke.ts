import { revokeToken, tokenText } from '../../../../platform/auth/tokens.ts';
import { emptySchema, endpoint } from '../../../../platform/http/endpoint.ts';

export const POST = endpoint({ role: 'lead', schema: emptySchema, text: tokenText, statuses: { noToken: 404 }, run: ({ ctx, params }) => revokeToken(ctx, params['id']!) });
