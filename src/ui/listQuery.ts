/** How long somebody types on before a list is asked. */
export const TYPING_MS = 150;
/** What is asked of a list, as its address; what is empty asks nothing. */
export const listQuery = (asks: Readonly<Record<string, string | number | null | undefined>>): string =>
  new URLSearchParams(
    Object.entries(asks).flatMap(([key, v]) => (v === null || v === undefined || v === '' ? [] : [[key, String(v)]])),
  ).toString();
