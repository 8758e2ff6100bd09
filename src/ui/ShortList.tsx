import { Button, NativeSelect, TextInput } from '@mantine/core';
import { DataTable, type DataTableSortStatus } from 'mantine-datatable';
import 'mantine-datatable/styles.layer.css';
import { parseAsInteger, parseAsString, useQueryStates } from 'nuqs';
import { useMemo, type ReactNode } from 'react';
import { csvLine } from '../core/formats/csv.ts';
import { countFacet, facetsHold, isFound, sortRows, type Cell } from './listRows.ts';

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
const inAddress = {
  search: parseAsString.withDefault(''),
  sort: parseAsString.withDefault(''),
  page: parseAsInteger.withDefault(1),
};
const PUSHED = { history: 'push' } as const;
/** A value that stands in the address and in no row is offered as well, or the choice would say another than it does. */
const withChosen = (counts: readonly { readonly value: string; readonly n: number }[], chosen = '') =>
  chosen === '' || counts.some((c) => c.value === chosen) ? counts : [...counts, { value: chosen, n: 0 }];

/** Every list of records: search, choices with their counts, sorting by any column, all of it in the address, and the same rows as a CSV
 *  file. Where the server searches already, `hasOwnSearch` leaves the field out. */
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
  const facets = useMemo(() => columns.filter((c) => c.isFacet), [columns]);
  const [{ search, sort, page }, ask] = useQueryStates(inAddress);
  const [chosen, choose] = useQueryStates(
    useMemo(() => Object.fromEntries(facets.map((c) => [c.key, parseAsString.withDefault('')])), [facets]),
  );
  const text = hasOwnSearch ? '' : search;
  const isDescending = sort.startsWith('-');
  const column = columns.find((c) => c.key === sort.replace(/^-/, ''));
  const sortStatus: DataTableSortStatus<T> = {
    columnAccessor: column?.key ?? '',
    direction: isDescending ? 'desc' : 'asc',
  };
  const found = useMemo(
    () => rows.filter((row) => isFound(row, columns, text) && facetsHold(row, columns, chosen)),
    [rows, columns, text, chosen],
  );
  const sorted = useMemo(
    () => (column ? sortRows(found, column.of, isDescending) : found),
    [found, column, isDescending],
  );
  const pages = Math.max(1, Math.ceil(sorted.length / PER_PAGE));
  const here = Math.min(Math.max(1, page), pages);
  const paging = {
    page: here,
    onPageChange: (next: number) => void ask({ page: next }, PUSHED),
    totalRecords: sorted.length,
    recordsPerPage: PER_PAGE,
  };
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
            onChange={(e) => void ask({ search: e.currentTarget.value, page: null })}
          />
        )}
        {facets.map((c) => (
          <NativeSelect
            key={c.key}
            size="xs"
            aria-label={c.title}
            value={chosen[c.key] ?? ''}
            onChange={(e) => {
              void ask({ page: null });
              void choose({ [c.key]: e.currentTarget.value }, PUSHED);
            }}
            data={[
              { value: '', label: `${c.title}: any` },
              ...withChosen(countFacet(rows, columns, chosen, c.key, text), chosen[c.key]).map(({ value, n }) => ({
                value,
                label: `${value} (${n})`,
              })),
            ]}
          />
        ))}
        <span className="hint" role="status">
          {found.length === rows.length ? `${rows.length}` : `${found.length} of ${rows.length}`} {name}
        </span>
        <Button
          component="a"
          variant="default"
          ml="auto"
          href={`data:text/csv;charset=utf-8,${encodeURIComponent(csv)}`}
          download={`${name}.csv`}
        >
          CSV
        </Button>
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
        sortStatus={sortStatus}
        onSortStatusChange={({ columnAccessor, direction }) =>
          void ask({ sort: `${direction === 'desc' ? '-' : ''}${String(columnAccessor)}`, page: null })
        }
        minHeight={sorted.length === 0 ? 90 : undefined}
        noRecordsText={`None of the ${name} fits what is asked for above.`}
        noRecordsIcon={<span />}
        {...(pages > 1 ? paging : ({} as typeof paging))}
      />
    </>
  );
}
