import type { APIRoute } from 'astro';
import { auth } from '../../../platform/auth/auth.ts';

/** Public: sign-in and sign-out of the session library. It sees the client's address only through our header. */
export const ALL: APIRoute = ({ request, clientAddress }) => {
  const headers = new Headers(request.headers);
  headers.set('x-client-ip', clientAddress);
  return auth().handler(new Request(request, { headers }));
};
