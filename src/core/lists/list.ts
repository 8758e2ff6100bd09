export type Cell = string | number | null;
/** A column of a list of records: once for the screen, the table file and, by its key, the server that sorts by it. */
export interface ListColumn<T> {
  readonly title: string;
  /** What stands in the table file, and in the list where nothing else is shown. */
  readonly of: (row: T) => Cell;
  readonly isFigure?: boolean;
  readonly noWrap?: boolean;
  /** Offered as a choice above the list; one of few values as a row of them. */
  readonly isFacet?: true | 'row';
  /** Only asked for and written to the table file: another column tells it already. */
  readonly isHidden?: true;
}
export type ListColumns<T, K extends string = string> = Readonly<Record<K, ListColumn<T>>>;

export interface FacetCount {
  readonly value: string;
  readonly n: number;
}
/** A list is counted so far: beyond that a page would take the longer the more there is. */
export const MOST_COUNTED = 20_000;
/** One page of a list: its rows, how many come before them, how many there are, and how the choices stand. */
export interface ListPage<T> {
  readonly rows: readonly T[];
  /** Rows before the first of these; null where more rows fit than are counted. */
  readonly before: number | null;
  /** Rows that fit what is asked for. */
  readonly found: number;
  readonly all: number;
  /** There are more rows than are counted: what is said of how many is the least. */
  readonly isCutShort: boolean;
  /** Values of each column that is a choice, with how many rows each would leave, most frequent first; none where nobody asks for them. */
  readonly facets: Readonly<Record<string, readonly FacetCount[]>>;
  /** What it is sorted by: a column's key, with a minus before it where it falls. */
  readonly sort: string;
  /** Columns that the list cannot be sorted by. */
  readonly unsorted: readonly string[];
  /** What to ask for to read on (`after`) and back (`before`); null at an end. */
  readonly next: string | null;
  readonly previous: string | null;
}
export const ROWS_PER_PAGE = 100;
/** Names that an address uses for itself: no column may bear one. */
export const LIST_WORDS = ['id', 'search', 'sort', 'after', 'before', 'limit', 'facets'] as const;
