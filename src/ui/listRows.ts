import type { Cell, FacetCount } from '../core/lists/list.ts';

export type FacetChoice = Readonly<Record<string, string>>;
interface Readable<T> {
  readonly key: string;
  readonly of: (row: T) => Cell;
}

const folded = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{Diacritic}/gu, '')
    .toLowerCase();

/** Whether every word of the search stands somewhere in the row's cells, case and accents aside. */
export function isFound<T>(row: T, columns: readonly Readable<T>[], search: string): boolean {
  const words = folded(search).split(/\s+/).filter(Boolean);
  if (words.length === 0) return true;
  const text = folded(columns.map((c) => c.of(row) ?? '').join(' '));
  return words.every((w) => text.includes(w));
}

export const facetsHold = <T>(row: T, columns: readonly Readable<T>[], chosen: FacetChoice): boolean =>
  columns.every((c) => !chosen[c.key] || String(c.of(row) ?? '') === chosen[c.key]);

/** Values of one facet with how many rows each would leave, given the search and every other choice; most frequent first. */
export function countFacet<T>(
  rows: readonly T[],
  columns: readonly Readable<T>[],
  chosen: FacetChoice,
  key: string,
  search: string,
): FacetCount[] {
  const { [key]: _own, ...others } = chosen;
  const column = columns.find((c) => c.key === key)!;
  const counts = new Map<string, number>();
  for (const row of rows) {
    if (!facetsHold(row, columns, others) || !isFound(row, columns, search)) continue;
    const value = String(column.of(row) ?? '');
    if (value !== '') counts.set(value, (counts.get(value) ?? 0) + 1);
  }
  return [...counts]
    .map(([value, n]) => ({ value, n }))
    .sort((a, b) => b.n - a.n || a.value.localeCompare(b.value, 'en'));
}

/** Rows by a cell: figures by size, text as people count ("T-9" before "T-10"), empty cells last in either direction; equal rows stay
 *  in the order they had. */
export function sortRows<T>(rows: readonly T[], of: (row: T) => Cell, isDescending: boolean): T[] {
  const sign = isDescending ? -1 : 1;
  const isEmpty = (cell: Cell): boolean => cell === null || cell === '';
  return rows.toSorted((a, b) => {
    const x = of(a);
    const y = of(b);
    if (isEmpty(x) || isEmpty(y)) return Number(isEmpty(x)) - Number(isEmpty(y));
    if (typeof x === 'number' && typeof y === 'number') return sign * (x - y);
    return sign * String(x).localeCompare(String(y), 'en', { numeric: true });
  });
}
