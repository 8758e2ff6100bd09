/** Data from outside as what a check, written just above, has found it to be: the one place where a type is given instead of inferred. */
export const asChecked = <T>(raw: unknown): T => raw as T;
