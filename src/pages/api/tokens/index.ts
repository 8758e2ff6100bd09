import { number, object, string } from 'yup';
import { listTokens, makeToken, tokenText } from '../../../platform/auth/tokens.ts';
import { succeed } from '../../../core/result/result.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

const LONGEST_DAYS = 366;
const schema = object({
  name: string().trim().min(2, 'Say what uses it').max(80).required('Say what uses it'),
  role: string<'viewer' | 'technician' | 'lead'>().oneOf(['viewer', 'technician', 'lead']).required(),
  days: number().integer().min(1).max(LONGEST_DAYS).required(),
})
  .noUnknown()
  .required();

export const GET = reading({ role: 'lead', run: async ({ ctx }) => succeed(await listTokens(ctx)) });
export const POST = command({
  role: 'lead',
  schema,
  isSecret: true,
  text: tokenText,
  statuses: { byToken: 403 },
  run: ({ ctx, body }) => makeToken(ctx, body),
});
