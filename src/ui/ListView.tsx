import { Button, Group, NativeSelect, SegmentedControl, TextInput } from '@mantine/core';
import { DataTable, type DataTableSortStatus } from 'mantine-datatable';
import 'mantine-datatable/styles.layer.css';
import type { ReactNode } from 'react';
import { MOST_COUNTED, type FacetCount } from '../core/lists/list.ts';

interface ShownColumn<T> {
  readonly key: string;
  readonly title: string;
  readonly show: (row: T) => ReactNode;
  readonly isFigure?: boolean | undefined;
  readonly noWrap?: boolean | undefined;
  /** Told by whole records alone: nothing to sort by. */
  readonly isUnsorted?: boolean | undefined;
}
interface Facet {
  readonly key: string;
  readonly title: string;
  readonly counts: readonly FacetCount[];
  readonly chosen: string;
  readonly isRow: boolean;
}
interface Asks {
  readonly search: string;
  /** A column's key, with a minus before it where the list falls. */
  readonly sort: string;
  readonly onSearch: (text: string) => void;
  readonly onSort: (sort: string) => void;
  readonly onChoose: (key: string, value: string) => void;
}

/** A value that stands in the address and in no row is offered as well, or the choice would say another than it does. */
const withChosen = ({ counts, chosen }: Facet): readonly FacetCount[] =>
  chosen === '' || counts.some((c) => c.value === chosen) ? counts : [...counts, { value: chosen, n: 0 }];

/** A list of records: search, choices with their counts, sorting by its columns, and all its rows as a table file. */
export function ListView<T extends { readonly id: string | number }>({
  name,
  rows,
  columns,
  facets,
  found,
  all,
  isCutShort = false,
  csv,
  asks,
  pages,
  isOlder = false,
}: {
  readonly name: string;
  /** Those of the page shown. */
  readonly rows: readonly T[];
  readonly columns: readonly ShownColumn<T>[];
  readonly facets: readonly Facet[];
  readonly found: number;
  readonly all: number;
  /** There are more than are counted. */
  readonly isCutShort?: boolean;
  /** Address of the table file. */
  readonly csv: string;
  readonly asks: Asks;
  readonly pages: ListPages;
  /** What is shown answers an older question; the newer is asked. */
  readonly isOlder?: boolean;
}) {
  const sortStatus: DataTableSortStatus<T> = {
    columnAccessor: asks.sort.replace(/^-/, ''),
    direction: asks.sort.startsWith('-') ? 'desc' : 'asc',
  };
  const counted = (n: number): string => (isCutShort && n >= MOST_COUNTED ? `${n}+` : String(n));
  return (
    <>
      <div className="listbar">
        <TextInput
          size="xs"
          w={200}
          aria-label={`Search ${name}`}
          placeholder={`Search ${name}`}
          value={asks.search}
          onChange={(e) => asks.onSearch(e.currentTarget.value)}
        />
        {facets.map((f) => (
          <FacetChoice key={f.key} facet={f} onChoose={(value) => asks.onChoose(f.key, value)} />
        ))}
        <span className="hint" role="status" aria-busy={isOlder}>
          {found === all ? counted(all) : `${counted(found)} of ${counted(all)}`} {name}
        </span>
        <Button component="a" variant="default" ml="auto" href={csv} download={`${name}.csv`}>
          CSV
        </Button>
      </div>
      <DataTable<T>
        classNames={{ table: 'list' }}
        records={[...rows]}
        idAccessor="id"
        columns={columns.map((c) => ({
          accessor: c.key,
          title: c.title,
          sortable: !c.isUnsorted,
          textAlign: c.isFigure ? ('right' as const) : ('left' as const),
          noWrap: c.noWrap ?? c.isFigure ?? false,
          cellsClassName: () => (c.isFigure ? 'f' : undefined),
          render: c.show,
        }))}
        sortStatus={sortStatus}
        onSortStatusChange={({ columnAccessor, direction }) =>
          asks.onSort(`${direction === 'desc' ? '-' : ''}${String(columnAccessor)}`)
        }
        minHeight={rows.length === 0 ? 90 : undefined}
        noRecordsText={`None of the ${name} fits what is asked for above.`}
        noRecordsIcon={<span />}
      />
      {(pages.onNext ?? pages.onPrevious) && (
        <PageRow {...pages} name={name} rows={rows.length} found={counted(found)} />
      )}
    </>
  );
}

/** Where the rows shown stand in the list, and the ways on and back; null at an end. */
export interface ListPages {
  /** Null where nobody has counted so far. */
  readonly before: number | null;
  readonly onFirst: () => void;
  readonly onPrevious: (() => void) | null;
  readonly onNext: (() => void) | null;
}
function PageRow({
  name,
  before,
  rows,
  found,
  onFirst,
  onPrevious,
  onNext,
}: ListPages & { readonly name: string; readonly rows: number; readonly found: string }) {
  const turn = (to: (() => void) | null) => (): void => {
    to?.();
    window.scrollTo(0, 0);
  };
  return (
    <Group component="nav" aria-label={`Pages of ${name}`} justify="flex-end" gap={8} px={16} py={10}>
      <span className="hint f">
        {before === null ? rows : `${before + 1}–${before + rows}`} of {found}
      </span>
      <Button variant="default" disabled={!onPrevious} onClick={turn(onFirst)}>
        First
      </Button>
      <Button variant="default" disabled={!onPrevious} onClick={turn(onPrevious)}>
        Previous
      </Button>
      <Button variant="default" disabled={!onNext} onClick={turn(onNext)}>
        Next
      </Button>
    </Group>
  );
}

function FacetChoice({ facet, onChoose }: { readonly facet: Facet; readonly onChoose: (value: string) => void }) {
  const { title, chosen, isRow } = facet;
  const values = withChosen(facet);
  if (isRow)
    return (
      <SegmentedControl
        size="xs"
        aria-label={title}
        value={chosen}
        onChange={onChoose}
        data={[
          { value: '', label: `any ${values.reduce((s, c) => s + c.n, 0)}` },
          ...values.map(({ value, n }) => ({ value, label: `${value} ${n}` })),
        ]}
      />
    );
  return (
    <NativeSelect
      size="xs"
      maw={220}
      aria-label={title}
      value={chosen}
      onChange={(e) => onChoose(e.currentTarget.value)}
      data={[
        { value: '', label: `${title}: any` },
        ...values.map(({ value, n }) => ({ value, label: `${value} (${n})` })),
      ]}
    />
  );
}
