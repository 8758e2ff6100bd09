import { AsyncLocalStorage } from 'node:async_hooks';
import { DrizzleQueryError } from 'drizzle-orm';
import pino, { type DestinationStream, type Logger } from 'pino';

/** What an error says; of a statement that failed, what the database said, and never the values it was asked with. */
export function messageOf(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  return error instanceof DrizzleQueryError ? `a statement failed: ${messageOf(error.cause)}` : error.message;
}
/** Where it was thrown: the lines of its stack, without the message, which may hold values. */
function placeOf(error: unknown): readonly string[] {
  if (!(error instanceof Error)) return [];
  if (error instanceof DrizzleQueryError) return placeOf(error.cause);
  const lines = error.stack?.split('\n').map((line) => line.trim()) ?? [];
  return lines.filter((line) => line.startsWith('at ')).map((line) => line.slice(3));
}

/** A level that is none is told by whoever starts the process (`startsConfigured`), in words. */
function levelAsked(): string {
  const asked = process.env['CANTIERE_LOG_LEVEL'] ?? '';
  return asked in pino.levels.values ? asked : 'info';
}
/** Facts that nobody wants to find in a log, wherever they stand. */
const SECRETS = ['password', 'token', 'cookie', 'authorization', 'secret', 'content'];

/** Lines of JSON, one for each event: what is secret is left out, and what belongs to a request says to which. */
export const loggerTo = (to: DestinationStream): Logger =>
  pino(
    {
      level: levelAsked(),
      base: null,
      messageKey: 'what',
      timestamp: () => `,"at":"${new Date().toISOString()}"`,
      formatters: { level: (level) => ({ level }) },
      mixin: () => ({ ...requests.getStore() }),
      redact: { paths: SECRETS.flatMap((name) => [name, `*.${name}`]), censor: 'left out' },
      serializers: { error: (error: unknown) => ({ message: messageOf(error), at: placeOf(error) }) },
    },
    to,
  );

/** To be told apart in a log, and said by somebody to whom something failed. */
interface RequestName {
  readonly request: string;
}
const requests = new AsyncLocalStorage<RequestName>();
/** Does something for a request: what is logged meanwhile names it. */
export const inRequest = <T>(request: string, work: () => T): T => requests.run({ request }, work);
/** Name of the request that is being answered. */
export const requestName = (): string | undefined => requests.getStore()?.request;

const logger = loggerTo(pino.destination({ dest: 2, sync: true }));
/** One event of this process, on standard error. An `error` among the facts is told by its message and its place. */
export function log(
  level: 'debug' | 'info' | 'warn' | 'error',
  what: string,
  facts: Readonly<Record<string, unknown>> = {},
): void {
  logger[level](facts, what);
}
