import { endpoint } from '../../platform/http/endpoint.ts';
import { liveStream } from '../../platform/http/live.ts';

export const GET = endpoint({ role: 'viewer', run: async ({ request }) => liveStream(request.signal) });
