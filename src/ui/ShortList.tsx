import { parseAsInteger, parseAsString, useQueryStates } from 'nuqs';
import { useMemo, type ReactNode } from 'react';
import { csvLine } from '../core/formats/csv.ts';
import type { ListColumn } from '../core/lists/list.ts';
import { countFacet, facetsHold, isFound, sortRows } from './listRows.ts';
import { ListView } from './ListView.tsx';

export interface Column<T> extends ListColumn<T> {
  readonly key: string;
  readonly show?: (row: T) => ReactNode;
}

const PER_PAGE = 100;
const inAddress = {
  search: parseAsString.withDefault(''),
  sort: parseAsString.withDefault(''),
  page: parseAsInteger.withDefault(1),
};
const PUSHED = { history: 'push' } as const;

/** A list whose rows are all there, worked out for the page it stands on: asked, sorted and counted here, all of it in the address. */
export function ShortList<T extends { readonly id: string | number }>({
  name,
  rows,
  columns,
  empty,
}: {
  readonly name: string;
  readonly rows: readonly T[];
  readonly columns: readonly Column<T>[];
  readonly empty: ReactNode;
}) {
  const facets = useMemo(() => columns.filter((c) => c.isFacet), [columns]);
  const [{ search, sort, page }, ask] = useQueryStates(inAddress);
  const [chosen, choose] = useQueryStates(
    useMemo(() => Object.fromEntries(facets.map((c) => [c.key, parseAsString.withDefault('')])), [facets]),
  );
  const column = columns.find((c) => c.key === sort.replace(/^-/, ''));
  const found = useMemo(
    () => rows.filter((row) => isFound(row, columns, search) && facetsHold(row, columns, chosen)),
    [rows, columns, search, chosen],
  );
  const sorted = useMemo(
    () => (column ? sortRows(found, column.of, sort.startsWith('-')) : found),
    [found, column, sort],
  );
  const pages = Math.max(1, Math.ceil(sorted.length / PER_PAGE));
  const here = Math.min(Math.max(1, page), pages);
  const csv = [
    csvLine(columns.map((c) => c.title)),
    ...sorted.map((row) => csvLine(columns.map((c) => c.of(row)))),
  ].join('\r\n');
  if (rows.length === 0) return <div className="empty">{empty}</div>;
  const turn = (to: number) => (): void => void ask({ page: to }, PUSHED);
  return (
    <ListView
      name={name}
      rows={sorted.slice((here - 1) * PER_PAGE, here * PER_PAGE)}
      columns={columns.map(({ key, title, of, show = of, isFigure, noWrap }) => ({
        key,
        title,
        show,
        isFigure,
        noWrap,
      }))}
      facets={facets.map((c) => ({
        key: c.key,
        title: c.title,
        counts: countFacet(rows, columns, chosen, c.key, search),
        chosen: chosen[c.key] ?? '',
        isRow: false,
      }))}
      found={found.length}
      all={rows.length}
      csv={`data:text/csv;charset=utf-8,${encodeURIComponent(csv)}`}
      asks={{
        search,
        sort,
        onSearch: (text) => void ask({ search: text, page: null }),
        onSort: (to) => void ask({ sort: to, page: null }),
        onChoose: (key, value) => {
          void ask({ page: null });
          void choose({ [key]: value }, PUSHED);
        },
      }}
      pages={{
        before: (here - 1) * PER_PAGE,
        onFirst: turn(1),
        onPrevious: here > 1 ? turn(here - 1) : null,
        onNext: here < pages ? turn(here + 1) : null,
      }}
    />
  );
}
