/** The value of a use-case that the demonstration cannot do without. */
export function unwrap<T>(result: { ok: true; value: T } | { ok: false; failure: unknown }): T {
  if (!result.ok) throw new Error(`demo data: ${JSON.stringify(result.failure)}`);
  return result.value;
}
