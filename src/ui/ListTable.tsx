import { NativeSelect, TextInput } from '@mantine/core';
import { DataTable, type DataTableSortStatus } from 'mantine-datatable';
import 'mantine-datatable/styles.layer.css';
import { useMemo, useState, type ReactNode } from 'react';
import { csvLine } from '../core/formats/csv.ts';
import { countFacet, facetsHold, isFound, sortRows, type Cell, type FacetChoice } from './listRows.ts';

export interface Column<T> {
  readonly key: string;
  readonly title: string;
  /** What is sorted by, searched in and written to the table file. */
  readonly of: (row: T) => Cell;
  /** What is shown, where that is more than the figure or text itself. */
  readonly show?: (row: T) => ReactNode;
  readonly isFigure?: boolean;
  readonly noWrap?: boolean;
  /** Offered as a choice above the list. */
  readonly isFacet?: boolean;
}

const PER_PAGE = 100;

/** Every list of records: search, choices with their counts, sorting by any column, and the same rows as a CSV file. Where the server
 *  searches already, `hasOwnSearch` leaves the field out. */
export function ListTable<T extends { readonly id: string | number }>({
  name,
  rows,
  columns,
  empty,
  hasOwnSearch = false,
}: {
  readonly name: string;
  readonly rows: readonly T[];
  readonly columns: readonly Column<T>[];
  readonly empty: ReactNode;
  readonly hasOwnSearch?: boolean;
}) {
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<FacetChoice>({});
  const [sort, setSort] = useState<DataTableSortStatus<T> | null>(null);
  const [page, setPage] = useState(1);
  const column = sort && columns.find((c) => c.key === sort.columnAccessor);
  const found = useMemo(
    () => rows.filter((row) => isFound(row, columns, text) && facetsHold(row, columns, chosen)),
    [rows, columns, text, chosen],
  );
  const sorted = useMemo(
    () => (column ? sortRows(found, column.of, sort.direction === 'desc') : found),
    [found, column, sort],
  );
  const pages = Math.max(1, Math.ceil(sorted.length / PER_PAGE));
  const here = Math.min(page, pages);
  const paging = { page: here, onPageChange: setPage, totalRecords: sorted.length, recordsPerPage: PER_PAGE };
  const facets = columns.filter((c) => c.isFacet);
  const csv = [
    csvLine(columns.map((c) => c.title)),
    ...sorted.map((row) => csvLine(columns.map((c) => c.of(row)))),
  ].join('\r\n');
  if (rows.length === 0) return <div className="empty">{empty}</div>;
  return (
    <>
      <div className="listbar">
        {!hasOwnSearch && (
          <TextInput
            size="xs"
            w={240}
            aria-label={`Search ${name}`}
            placeholder={`Search ${name}`}
            value={text}
            onChange={(e) => setText(e.currentTarget.value)}
          />
        )}
        {facets.map((c) => (
          <NativeSelect
            key={c.key}
            size="xs"
            aria-label={c.title}
            value={chosen[c.key] ?? ''}
            onChange={(e) => setChosen({ ...chosen, [c.key]: e.currentTarget.value })}
            data={[
              { value: '', label: `${c.title}: any` },
              ...countFacet(rows, columns, chosen, c.key, text).map(({ value, n }) => ({
                value,
                label: `${value} (${n})`,
              })),
            ]}
          />
        ))}
        <span className="hint" role="status">
          {found.length === rows.length ? `${rows.length}` : `${found.length} of ${rows.length}`} {name}
        </span>
        <a
          className="btn"
          style={{ marginLeft: 'auto' }}
          href={`data:text/csv;charset=utf-8,${encodeURIComponent(csv)}`}
          download={`${name}.csv`}
        >
          CSV
        </a>
      </div>
      <DataTable<T>
        classNames={{ table: 'list' }}
        records={sorted.slice((here - 1) * PER_PAGE, here * PER_PAGE)}
        idAccessor="id"
        columns={columns.map((c) => ({
          accessor: c.key,
          title: c.title,
          sortable: true,
          textAlign: c.isFigure ? ('right' as const) : ('left' as const),
          noWrap: c.noWrap ?? c.isFigure ?? false,
          cellsClassName: () => (c.isFigure ? 'f' : undefined),
          render: (row: T) => (c.show ? c.show(row) : c.of(row)),
        }))}
        sortStatus={sort ?? { columnAccessor: '', direction: 'asc' }}
        onSortStatusChange={setSort}
        minHeight={sorted.length === 0 ? 90 : undefined}
        noRecordsText={`None of the ${name} fits what is asked for above.`}
        noRecordsIcon={<span />}
        {...(pages > 1 ? paging : ({} as typeof paging))}
      />
    </>
  );
}
