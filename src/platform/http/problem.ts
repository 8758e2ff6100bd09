import type { DatabaseFault } from '../db/faults.ts';

/** RFC 9457 problem details. */
export function problem(
  status: number,
  code: string,
  title: string,
  more: object = {},
  headers: Readonly<Record<string, string>> = {},
): Response {
  return new Response(JSON.stringify({ type: `about:blank#${code}`, title, status, code, ...more }), {
    status,
    headers: { 'content-type': 'application/problem+json', ...headers },
  });
}
export const json = (value: unknown, status = 200): Response =>
  new Response(JSON.stringify(value ?? null), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });

const RETRY_S = '2';
const comesBack: Readonly<Record<Exclude<DatabaseFault, 'full'>, readonly [code: string, title: string]>> = {
  down: ['database', 'The database cannot be reached just now; what you typed is kept, try again in a moment'],
  busy: [
    'busy',
    'Too much is wanted of this at once, or somebody is changing it; what you typed is kept, try again in a moment',
  ],
  readOnly: [
    'readOnly',
    'The database takes no changes just now; what you typed is kept. Figures can be read meanwhile',
  ],
};
/** What the database cannot do for now: nothing was half-stored. Most of it comes back by itself, and the same request may be sent again. */
export const notPossible = (fault: DatabaseFault): Response =>
  fault === 'full'
    ? problem(
        507,
        'full',
        'The database has no room left: nothing can be kept until there is. Tell whoever looks after the server',
      )
    : problem(503, ...comesBack[fault], { retry: true }, { 'retry-after': RETRY_S });
