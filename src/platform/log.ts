import { DrizzleQueryError } from 'drizzle-orm';

/** One line per event on stderr, machine-readable, without secrets. */
export function log(level: 'info' | 'warn' | 'error', what: string, facts: Record<string, unknown> = {}): void {
  process.stderr.write(`${JSON.stringify({ at: new Date().toISOString(), level, what, ...facts })}\n`);
}
/** What an error says; of a statement that failed, what the database said, and never the values it was asked with. */
export function messageOf(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  return error instanceof DrizzleQueryError ? `a statement failed: ${messageOf(error.cause)}` : error.message;
}
