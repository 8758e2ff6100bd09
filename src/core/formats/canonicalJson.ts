/** JSON with sorted keys: equal data give equal text, whatever order their keys were written in. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, v: unknown) =>
    v && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
}
/** Whether two pieces of plain data are the same. */
export const isSameData = (a: unknown, b: unknown): boolean => canonicalJson(a) === canonicalJson(b);
