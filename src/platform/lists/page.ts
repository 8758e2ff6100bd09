import { sql, type SQL } from 'drizzle-orm';
import { MOST_COUNTED, type FacetCount, type ListColumns, type ListPage } from '../../core/lists/list.ts';
import type { Ctx } from '../db/context.ts';
import { cursorText, type Cursor, type ListQuestion } from './question.ts';

type Reader = Pick<Ctx, 'db'>;
/** A column as the database knows it. */
export interface ListCell {
  readonly cell: SQL;
  /** What it is compared as; text where nothing is said, as people count ("T-9" before "T-10"). */
  readonly as?: 'figure' | 'time';
  /** A whole number to sort by instead, which every row has and no two share: a page is read by its index alone, however long the list. */
  readonly sortedBy?: SQL;
  /** A JSON array: each of its values is a choice of its own. */
  readonly isMany?: true;
}
/** A list of records as the database holds it. */
export interface ListSpec<T, K extends string> {
  readonly columns: ListColumns<T, K>;
  /** Tables with the names that cells use, joined so that each record comes once. */
  readonly from: SQL;
  /** What belongs to the list whatever is asked; everything where left out. */
  readonly where?: SQL;
  readonly id: SQL;
  readonly idAs?: 'bigint';
  /** By key of the column; null for one that only the whole record tells: the list is not sorted by it. */
  readonly cells: Readonly<Record<K, ListCell | null>>;
  /** All text in which the words asked for are looked for (`searchable`). */
  readonly searched: SQL;
  /** How it stands where nobody asks: a column's key, with a minus before it where it falls. */
  readonly usual: string;
  /** The records of these ids, in whatever order. */
  readonly rows: (ctx: Reader, ids: readonly string[]) => Promise<readonly T[]>;
  readonly idOf: (row: T) => string;
}
type AnyList<T> = ListSpec<T, string>;

const all = (of: readonly SQL[]): SQL => (of.length === 0 ? sql`true` : sql.join([...of], sql` and `));
const like = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;
/** Columns that are a choice, with the cells that tell them. */
const facetsOf = <T>(list: AnyList<T>): readonly (readonly [key: string, cell: ListCell])[] =>
  Object.entries(list.columns).flatMap(([key, { isFacet }]) => {
    const cell = isFacet ? list.cells[key] : null;
    return cell ? [[key, cell] as const] : [];
  });
const isChosen = (cell: SQL, isMany: true | undefined, value: string): SQL =>
  isMany ? sql`${cell} @> ${JSON.stringify([value])}::jsonb` : sql`${cell} = ${value}`;

/** What belongs to the list and holds the words asked for. */
const named = <T>(list: AnyList<T>, q: ListQuestion): SQL =>
  all([
    list.where ?? sql`true`,
    ...(q.id ? [sql`${list.id}::text = ${q.id}`] : []),
    ...q.words.map((w) => sql`${list.searched} like folded(${like(w)})`),
  ]);
/** The same, as it was chosen. */
const asked = <T>(list: AnyList<T>, q: ListQuestion): SQL =>
  all([
    named(list, q),
    ...facetsOf(list).flatMap(([key, { cell, isMany }]) =>
      q.chosen[key] === undefined ? [] : [isChosen(cell, isMany, q.chosen[key])],
    ),
  ]);

/** What a list is sorted by. */
interface Order {
  readonly sort: string;
  readonly key: SQL;
  readonly isFigure: boolean;
  readonly isNumber: boolean;
  readonly isDescending: boolean;
}
function orderOf<T>(list: AnyList<T>, sort: string): Order {
  const cell = list.cells[sort.replace(/^-/, '')];
  if (!cell || cell.isMany) return orderOf(list, list.usual);
  const figure = figureOf(cell);
  return {
    sort,
    key: cell.sortedBy ?? (figure ? sql`(${figure})::float8` : sql`nullif(${cell.cell}, '') collate as_counted`),
    isFigure: figure !== null,
    isNumber: cell.sortedBy !== undefined,
    isDescending: sort.startsWith('-'),
  };
}
/** A time in whole microseconds, which a double holds exactly for two centuries. */
const figureOf = ({ cell, as }: ListCell): SQL | null =>
  as === 'time' ? sql`extract(epoch from ${cell}) * 1000000` : as === 'figure' ? cell : null;

const WHOLE = /^\d{1,18}$/;
const FIGURE = /^-?\d+(\.\d+)?(e[+-]\d+)?$/;
/** A place that was told for this order, and that its rows can be compared with. */
function placeIn<T>(list: AnyList<T>, o: Order, cursor: Cursor): Cursor | null {
  const isKey = o.isNumber
    ? WHOLE.test(cursor.key ?? '')
    : cursor.key === null || !o.isFigure || FIGURE.test(cursor.key);
  const isId = list.idAs !== 'bigint' || WHOLE.test(cursor.id);
  return cursor.sort === o.sort && isKey && isId ? cursor : null;
}
/** Whether a row stands behind a place, or before it; rows without a key stand last in either direction. */
function beyond<T>(list: AnyList<T>, o: Order, at: Cursor, way: 'after' | 'before'): SQL {
  const isUp = (way === 'after') !== o.isDescending;
  const further = isUp ? sql`>` : sql`<`;
  if (o.isNumber) return sql`${o.key} ${further} ${at.key}::bigint`;
  const id = list.idAs === 'bigint' ? sql`${at.id}::bigint` : sql`${at.id}`;
  if (at.key === null) {
    const alike = sql`${o.key} is null and ${list.id} ${further} ${id}`;
    return way === 'after' ? alike : sql`(${o.key} is not null or ${alike})`;
  }
  const key = o.isFigure ? sql`${at.key}::float8` : sql`${at.key}::text`;
  const passed = sql`(${o.key} ${further} ${key} or (${o.key} = ${key} and ${list.id} ${further} ${id}))`;
  return way === 'after' ? sql`(${o.key} is null or ${passed})` : passed;
}

interface Place extends Record<string, unknown> {
  readonly id: string;
  readonly key: string | null;
}
/** Ids of a page in the list's order, and whether more follow the way it was read. */
interface Read {
  readonly places: readonly Place[];
  readonly isMore: boolean;
}
async function placesOf<T>(
  ctx: Reader,
  list: AnyList<T>,
  q: ListQuestion,
  o: Order,
  from: { readonly way: 'after' | 'before'; readonly at: Cursor } | null,
): Promise<Read> {
  const isBack = from?.way === 'before';
  const way = isBack !== o.isDescending ? sql`desc` : sql`asc`;
  const order = o.isNumber
    ? sql`${o.key} ${way}`
    : sql`(${o.key}) is null ${isBack ? sql`desc` : sql`asc`}, ${o.key} ${way}, ${list.id} ${way}`;
  const { rows } = await ctx.db.execute<Place>(sql`
    select ${list.id}::text as id, (${o.key})::text as key from ${list.from}
    where ${asked(list, q)} and ${from ? beyond(list, o, from.at, from.way) : sql`true`}
    order by ${order} limit ${q.limit + 1}`);
  const places = rows.slice(0, q.limit);
  return { places: isBack ? places.reverse() : places, isMore: rows.length > q.limit };
}

/** The records of a page, in its order; one that went meanwhile is left out. */
async function recordsOf<T>(ctx: Reader, list: AnyList<T>, places: readonly Place[]): Promise<T[]> {
  if (places.length === 0) return [];
  const ids = places.map((p) => p.id);
  const byId = new Map((await list.rows(ctx, ids)).map((r) => [list.idOf(r), r]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}

const MOST_VALUES = 200;
const ALL = '';
const FOUND = 'found ';
const BEFORE = 'before ';
/** How many rows there are, fit, and come before a place; and what each choice would leave, counted without its own. Each row is looked
 *  through once, and no more of them than a list is counted to. */
async function countsOf<T>(ctx: Reader, list: AnyList<T>, q: ListQuestion, before: SQL | null) {
  const asks = facetsOf(list).filter(([key]) => q.isCounted || q.chosen[key] !== undefined);
  const facets = asks.map(([key, { cell, isMany }], i) => ({
    key,
    cell,
    isMany,
    as: sql.identifier(`facet ${i}`),
  }));
  const chosen = (without?: string): SQL =>
    all(
      facets.flatMap(({ key, as, isMany }) =>
        q.chosen[key] === undefined || key === without ? [] : [isChosen(sql`${as}`, isMany, q.chosen[key])],
      ),
    );
  const count = (as: string, from: SQL): SQL =>
    sql`select ${as} as facet, null as value, count(*)::int as n from ${from}`;
  const { rows } = await ctx.db.execute<{ facet: string; value: string; n: number }>(sql`
    with named as materialized (
      select ${sql.join([sql`${before ?? sql`false`} as is_before`, ...facets.map((f) => sql`${f.cell} as ${f.as}`)], sql`, `)}
      from ${list.from} where ${named(list, q)} limit ${MOST_COUNTED + 1})
    ${sql.join(
      [
        count(ALL, sql`(select from ${list.from} where ${list.where ?? sql`true`} limit ${MOST_COUNTED + 1}) of`),
        count(FOUND, sql`named where ${chosen()}`),
        count(BEFORE, sql`named where is_before and ${chosen()}`),
        ...(q.isCounted ? facets : []).map(({ key, as, isMany }) => {
          const value = isMany ? sql`jsonb_array_elements_text(${as})` : sql`${as}`;
          return sql`(select ${key} as facet, value, count(*)::int as n from (select ${value} as value from named where ${chosen(key)}) of
            where value <> '' group by value order by n desc, value limit ${MOST_VALUES})`;
        }),
      ],
      sql` union all `,
    )}`);
  const of = (facet: string) => rows.filter((r) => r.facet === facet);
  const n = (facet: string): number => of(facet)[0]?.n ?? 0;
  return {
    all: Math.min(n(ALL), MOST_COUNTED),
    found: Math.min(n(FOUND), MOST_COUNTED),
    before: n(FOUND) > MOST_COUNTED ? null : n(BEFORE),
    isCutShort: n(ALL) > MOST_COUNTED,
    facets: Object.fromEntries(
      (q.isCounted ? facets : []).map(({ key }): [string, FacetCount[]] => [
        key,
        of(key).map(({ value, n: times }) => ({ value, n: times })),
      ]),
    ),
  };
}

/** One page of a list. A place that the list does not have shows its first page. */
export async function listPage<T, K extends string>(
  ctx: Reader,
  spec: ListSpec<T, K>,
  q: ListQuestion,
): Promise<ListPage<T>> {
  const list: AnyList<T> = spec;
  const o = orderOf(list, q.sort);
  const at = q.from && placeIn(list, o, q.from.cursor);
  const from = q.from && at ? { way: q.from.way, at } : null;
  const read = await placesOf(ctx, list, q, o, from);
  if (from && read.places.length === 0) return listPage(ctx, spec, { ...q, from: null });
  const { places, isMore } = read;
  const cursor = (p: Place | undefined): Cursor | null => (p ? { sort: o.sort, key: p.key, id: p.id } : null);
  const first = cursor(places[0]);
  const last = cursor(places.at(-1));
  const counts = await countsOf(ctx, list, q, from && first && beyond(list, o, first, 'before'));
  const isBack = from?.way === 'before';
  const text = (c: Cursor | null, isThere: boolean): string | null => (c && isThere ? cursorText(c) : null);
  return {
    ...counts,
    rows: await recordsOf(ctx, list, places),
    sort: o.sort,
    unsorted: Object.keys(list.columns).filter((key) => !list.cells[key] || list.cells[key].isMany),
    next: text(last, isBack || isMore),
    previous: text(first, isBack ? isMore : from !== null),
  };
}

const ROWS_AT_ONCE = 500;
/** Every record that fits, in the list's order, so many at a time. */
export async function* eachOf<T, K extends string>(
  ctx: Reader,
  spec: ListSpec<T, K>,
  asks: ListQuestion,
  atOnce = ROWS_AT_ONCE,
): AsyncGenerator<readonly T[]> {
  const list: AnyList<T> = spec;
  const q = { ...asks, limit: atOnce };
  const o = orderOf(list, q.sort);
  let at: Cursor | null = null;
  for (;;) {
    const read: Read = await placesOf(ctx, list, q, o, at && { way: 'after', at });
    yield await recordsOf(ctx, list, read.places);
    const last = read.places.at(-1);
    if (!read.isMore || !last) return;
    at = { sort: o.sort, key: last.key, id: last.id };
  }
}
