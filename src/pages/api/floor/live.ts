import { watchFloor } from '../../../areas/machines/server/index.ts';
import { reading } from '../../../platform/http/endpoint.ts';
import { eventStream } from '../../../platform/http/live.ts';

/** Machines whose rows change, as they change. */
export const GET = reading({
  role: 'viewer',
  database: 'streamed',
  run: async ({ ctx, request }) => eventStream(request.signal, (send) => watchFloor(ctx, send)),
});
