import { randomBytes } from 'node:crypto';
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client';
import { log } from '../log.ts';

/** What this process counts of itself: memory, turns of its loop, and what it answered. */
export const registry = new Registry();
collectDefaultMetrics({ register: registry });
const seconds = new Histogram({
  name: 'cantiere_request_seconds',
  help: 'Time to an answer, by route and status; of a stream, to its beginning',
  labelNames: ['method', 'route', 'status'],
  buckets: [0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
  registers: [registry],
});

/** A request by which somebody can be told what became of it. */
export const newRequestName = (): string => randomBytes(6).toString('hex');

export interface Served {
  readonly method: string;
  /** The route, without the names filled in: their number has an end. */
  readonly route: string;
  /** What was asked for. */
  readonly path: string;
  readonly status: number;
  readonly tookMs: number;
}
/** A page that takes longer is waited for. */
const SLOW_MS = 2000;
const FAILED = 500;
/** How loud an answer is told of. */
export function levelOf({ method, status, tookMs }: Served): 'debug' | 'info' | 'warn' {
  if (status >= FAILED || tookMs > SLOW_MS) return 'warn';
  return method === 'GET' ? 'debug' : 'info';
}
/** Counts an answer, and logs it. */
export function noteServed(served: Served): void {
  const { method, route, path, status, tookMs } = served;
  seconds.observe({ method, route, status }, tookMs / 1000);
  log(levelOf(served), 'answered', { method, path, status, tookMs: Math.round(tookMs) });
}
