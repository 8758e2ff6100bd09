import { watchFloor } from '../../../areas/machines/server/index.ts';
import { reading, watcherOf } from '../../../platform/http/endpoint.ts';
import { eventStream } from '../../../platform/http/live.ts';

/** Machines whose rows change, as they change. */
export const GET = reading({
  role: 'viewer',
  database: 'streamed',
  run: async (call) => eventStream(watcherOf(call), (send) => watchFloor(call.ctx, send)),
});
