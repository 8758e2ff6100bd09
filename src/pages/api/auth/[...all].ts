import type { APIRoute } from 'astro';
import { auth, headersFrom, personOf } from '../../../platform/auth/auth.ts';
import { signedOut, signInAsked } from '../../../platform/auth/signIn.ts';
import { problem } from '../../../platform/http/problem.ts';

/** Public: signs in by a password. */
const SIGN_IN = '/api/auth/sign-in/email';
/** Public: ends a session, by the session library. */
const SIGN_OUT = '/api/auth/sign-out';

/** Of all that the session library could answer by itself nothing else is open. */
export const POST: APIRoute = async ({ request, url, clientAddress }) => {
  if (url.pathname === SIGN_IN) return signInAsked(request, clientAddress);
  if (url.pathname !== SIGN_OUT) return problem(404, 'noRoute', 'Nothing has this address');
  const person = await personOf(request.headers);
  const answer = await auth().api.signOut({ headers: headersFrom(request, clientAddress), asResponse: true });
  if (person && answer.ok) await signedOut(person);
  return answer;
};
