import { reading, watcherOf } from '../../platform/http/endpoint.ts';
import { liveStream } from '../../platform/http/live.ts';

export const GET = reading({
  role: 'viewer',
  database: 'streamed',
  run: async (call) => liveStream(watcherOf(call)),
});
