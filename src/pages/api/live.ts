import { reading } from '../../platform/http/endpoint.ts';
import { liveStream } from '../../platform/http/live.ts';

export const GET = reading({
  role: 'viewer',
  database: 'streamed',
  run: async ({ request }) => liveStream(request.signal),
});
