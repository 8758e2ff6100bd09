import { log, requestName } from '../log.ts';
import { problem } from './problem.ts';

/** Answers a request that failed for a reason nobody foresaw: the log tells it, by the name that the answer says. */
export function failed(path: string, error: unknown): Response {
  log('error', 'request failed', { path, error });
  const request = requestName();
  const where = request === undefined ? '' : `. The log tells why, at request ${request}`;
  return problem(500, 'fault', `Something failed on our side; nothing was half-stored${where}`);
}
