import type { APIRoute } from 'astro';
import { auth, headersFrom, OPEN_PATHS } from '../../../platform/auth/auth.ts';
import { problem } from '../../../platform/http/problem.ts';

/** Public: sign-in and sign-out of the session library. */
export const ALL: APIRoute = ({ request, url, clientAddress }) => {
  if (!OPEN_PATHS.includes(url.pathname)) return problem(404, 'noRoute', 'Nothing has this address');
  return auth().handler(new Request(request, { headers: headersFrom(request, clientAddress) }));
};
