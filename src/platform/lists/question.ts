import { LIST_WORDS, ROWS_PER_PAGE } from '../../core/lists/list.ts';

/** The place in a list that a page begins behind: what the row is sorted by, as text, and its id. */
export interface Cursor {
  readonly sort: string;
  readonly key: string | null;
  readonly id: string;
}
/** What is asked of a list. */
export interface ListQuestion {
  /** A single record; empty for all. */
  readonly id: string;
  readonly words: readonly string[];
  /** A column's key, with a minus before it where the list falls; empty for the list's own order. */
  readonly sort: string;
  readonly chosen: Readonly<Record<string, string>>;
  readonly from: { readonly way: 'after' | 'before'; readonly cursor: Cursor } | null;
  readonly limit: number;
  /** Choices are counted; whoever only looks for a record spares them. */
  readonly isCounted: boolean;
}

const LONGEST_TEXT = 200;
const MOST_WORDS = 8;
const MOST_ROWS = 1000;

export const cursorText = (c: Cursor): string =>
  Buffer.from(JSON.stringify([c.sort, c.key, c.id])).toString('base64url');

function readCursor(text: string): Cursor | null {
  try {
    const [sort, key, id] = JSON.parse(Buffer.from(text, 'base64url').toString()) as readonly unknown[];
    const isText = (v: unknown): v is string => typeof v === 'string' && !v.includes('\0');
    return isText(sort) && isText(id) && (key === null || isText(key)) ? { sort, key, id } : null;
  } catch {
    return null; // an address cut short shows the first page
  }
}

/** What an address asks for. Nothing in it is refused: what no list knows leaves the list as it is. */
export function listQuestion(query: Readonly<Record<string, string | undefined>>): ListQuestion {
  const text = (name: string): string => (query[name] ?? '').replaceAll('\0', '').slice(0, LONGEST_TEXT);
  const cursor = readCursor(query['after'] ?? query['before'] ?? '');
  const limit = Math.trunc(Number(query['limit'] ?? ROWS_PER_PAGE));
  return {
    id: text('id'),
    words: text('search').split(/\s+/).filter(Boolean).slice(0, MOST_WORDS),
    sort: text('sort'),
    chosen: Object.fromEntries(
      Object.keys(query)
        .filter((k) => !(LIST_WORDS as readonly string[]).includes(k) && text(k) !== '')
        .map((k) => [k, text(k)]),
    ),
    from: cursor && { way: query['after'] === undefined ? 'before' : 'after', cursor },
    isCounted: text('facets') !== 'none',
    limit: limit >= 1 ? Math.min(limit, MOST_ROWS) : ROWS_PER_PAGE,
  };
}
