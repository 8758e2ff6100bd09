import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { parseAsString, useQueryStates } from 'nuqs';
import { useMemo, type ReactNode } from 'react';
import type { ListColumn, ListColumns } from '../core/lists/list.ts';
import { getList, type ListAddress } from './api.ts';
import { listQuery, TYPING_MS } from './listQuery.ts';
import { ListView } from './ListView.tsx';

const inAddress = {
  search: parseAsString.withDefault(''),
  sort: parseAsString.withDefault(''),
  after: parseAsString,
  before: parseAsString,
};
const PUSHED = { history: 'push' } as const;
const FIRST_PAGE = { after: null, before: null } as const;
const NOTHING_USUAL = {};

/** A list that the server keeps: it searches, sorts, counts and turns pages there, however long it is. What is asked for stands in the
 *  address of the page. */
export function ListTable<T extends { readonly id: string | number }, K extends string>({
  name,
  from,
  columns,
  shows = {},
  usual = NOTHING_USUAL,
  empty,
}: {
  readonly name: string;
  /** Address of the list; its last part names it for whoever says that it changed. */
  readonly from: ListAddress<T>;
  readonly columns: ListColumns<T, K>;
  /** What is shown of a row where that is more than the figure or text itself. */
  readonly shows?: Partial<Record<K, (row: T) => ReactNode>>;
  /** What is chosen where nobody chose. */
  readonly usual?: Partial<Record<K, string>>;
  readonly empty: ReactNode;
}) {
  const all = Object.entries<ListColumn<T>>(columns);
  const [{ search, sort, after, before }, ask] = useQueryStates(inAddress);
  const [chosen, choose] = useQueryStates(
    useMemo(
      () =>
        Object.fromEntries(
          Object.entries<ListColumn<T>>(columns).flatMap(([key, { isFacet }]) =>
            isFacet ? [[key, parseAsString.withDefault(usual[key as K] ?? '')]] : [],
          ),
        ),
      [columns, usual],
    ),
  );
  const [typed] = useDebouncedValue(search, TYPING_MS);
  const asked = { ...chosen, search: typed, sort };
  const query = listQuery({ ...asked, after, before });
  const { data, error, isPlaceholderData } = useQuery({
    queryKey: [from.slice('/api/'.length), query],
    queryFn: () => getList<T>(from, query),
    placeholderData: (shown) => shown,
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Loading the {name}…</p>;
  if (data.all === 0) return <div className="empty">{empty}</div>;
  const turn = (to: { readonly after: string | null; readonly before: string | null }) => (): void =>
    void ask(to, PUSHED);
  return (
    <ListView
      name={name}
      rows={data.rows}
      columns={all
        .filter(([, c]) => !c.isHidden)
        .map(([key, c]) => ({
          key,
          title: c.title,
          show: shows[key as K] ?? c.of,
          isFigure: c.isFigure,
          noWrap: c.noWrap,
          isUnsorted: data.unsorted.includes(key),
        }))}
      facets={all
        .filter(([, c]) => c.isFacet)
        .map(([key, c]) => ({
          key,
          title: c.title,
          counts: data.facets[key] ?? [],
          chosen: chosen[key] ?? '',
          isRow: c.isFacet === 'row',
        }))}
      isOlder={isPlaceholderData || typed !== search}
      found={data.found}
      all={data.all}
      isCutShort={data.isCutShort}
      csv={`${from}/csv?${listQuery(asked)}`}
      asks={{
        search,
        sort: sort || data.sort,
        onSearch: (text) => void ask({ search: text, ...FIRST_PAGE }),
        onSort: (to) => void ask({ sort: to, ...FIRST_PAGE }),
        onChoose: (key, value) => {
          void ask(FIRST_PAGE);
          void choose({ [key]: value }, PUSHED);
        },
      }}
      pages={{
        before: data.before,
        onFirst: turn(FIRST_PAGE),
        onPrevious: data.previous === null ? null : turn({ after: null, before: data.previous }),
        onNext: data.next === null ? null : turn({ after: data.next, before: null }),
      }}
    />
  );
}
