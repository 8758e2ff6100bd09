/** One line per event on stderr, machine-readable, without secrets. */
export function log(level: 'info' | 'warn' | 'error', what: string, facts: Record<string, unknown> = {}): void {
  process.stderr.write(`${JSON.stringify({ at: new Date().toISOString(), level, what, ...facts })}\n`);
}
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
