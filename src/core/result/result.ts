/** Outcome of something a person can act on: a value, or a failure that is a code plus data. */
export type Result<T, F extends { code: string } = Failure> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly failure: F };

/** A failure with its place (file, line, layer, field) and what to do about it. */
export interface Failure {
  readonly code: string;
  readonly what: string;
  readonly where?: string;
  readonly todo?: string;
}

export const succeed = <T>(value: T): Result<T, never> => ({ ok: true, value });
export const fail = <const F extends { code: string }>(failure: F): Result<never, F> => ({ ok: false, failure });

/** One line of text: what happened, where, what to do. */
export function sentenceOf(failure: Failure): string {
  return [failure.what, failure.where && `at ${failure.where}`, failure.todo].filter(Boolean).join('; ');
}
