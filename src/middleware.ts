import { defineMiddleware } from 'astro:middleware';
import { databaseFaultOf } from './platform/db/faults.ts';
import { failed } from './platform/http/failed.ts';
import { isOurHost } from './platform/http/host.ts';
import { paced } from './platform/http/paced.ts';
import { notPossible, problem } from './platform/http/problem.ts';
import { newRequestName, noteServed } from './platform/http/served.ts';
import { inRequest } from './platform/log.ts';

/** Besides scripts, of which the build names each it made (astro.config.mjs): styles are set by the components while they run. */
const BESIDE_SCRIPTS =
  "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; worker-src 'self' blob:; connect-src 'self'; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'";

/** Pages and JSON stand in memory already. */
const isWhole = (answer: Response): boolean =>
  /^(text\/html|application\/(problem\+)?json)/.test(answer.headers.get('content-type') ?? '');

/** A request under another name than ours is one that somebody else's page sent here; a page says which scripts may run. What every answer
 *  carries besides, built files among them, is set by the server (`scripts/web.mjs`). */
export const onRequest = defineMiddleware(async ({ request, url, routePattern }, next) => {
  const fromMs = performance.now();
  const name = newRequestName();
  const isNoRoute = url.pathname.startsWith('/api/') && !routePattern.startsWith('/api/');
  return inRequest(name, async () => {
    const answer = !isOurHost(request.headers.get('host'), process.env['CANTIERE_URL'])
      ? problem(421, 'otherHost', 'This service has another address')
      : isNoRoute
        ? problem(404, 'noRoute', 'Nothing has this address; /api says what there is')
        : await next().catch((error: unknown) => {
            const fault = databaseFaultOf(error); // a route that is open to everybody answers for itself
            return fault === null ? failed(url.pathname, error) : notPossible(fault);
          });
    if (answer.headers.get('content-type')?.startsWith('text/html')) {
      const scripts =
        /script-src[^;]*/.exec(answer.headers.get('content-security-policy') ?? '')?.[0] ?? "script-src 'self'";
      answer.headers.set('content-security-policy', `${BESIDE_SCRIPTS}; ${scripts}`);
    }
    answer.headers.set('x-request-id', name);
    noteServed({
      method: request.method,
      route: isNoRoute ? 'none' : routePattern,
      path: url.pathname,
      status: answer.status,
      tookMs: performance.now() - fromMs,
    });
    return isWhole(answer) ? answer : paced(answer);
  });
});
