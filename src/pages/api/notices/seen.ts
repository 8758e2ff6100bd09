import { seenSchema } from '../../../areas/today/model/schemas.ts';
import { seeNotices } from '../../../areas/today/server/index.ts';
import { succeed } from '../../../core/result/result.ts';
import { command } from '../../../platform/http/endpoint.ts';

/** Who asks has looked at what the bell holds, up to an event. */
export const POST = command({
  role: 'viewer',
  schema: seenSchema,
  run: async ({ ctx, body }) => {
    await seeNotices(ctx, body.upTo);
    return succeed(null);
  },
});
