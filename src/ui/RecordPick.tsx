import { Select, type MantineSize } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery, type QueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { getList, type ListAddress } from './api.ts';
import { listQuery, TYPING_MS } from './listQuery.ts';

const MOST_OFFERED = 50;
interface Named {
  readonly id: string;
  readonly name: string;
}

const keyOf = (list: string, id: string): readonly [string, string] => [list, `id ${id}`];
/** Lets a field show a record by its name without asking for it. */
export function rememberRecord(client: QueryClient, list: string, { id, name }: Named): void {
  client.setQueryData<{ readonly rows: readonly Named[] }>(
    keyOf(list, id),
    (known) => known ?? { rows: [{ id, name }] },
  );
}

/** One record of a list of any length, by part of its name: the server looks for it while one types. */
export function RecordPick<T extends Named>({
  from,
  of,
  value: newest,
  onChange,
  isOptional = false,
  labelOf = (r) => r.name,
  ...field
}: {
  readonly from: ListAddress<T>;
  /** What the list is asked beside the name. */
  readonly of?: Readonly<Record<string, string>>;
  /** Id of the record; empty where none is chosen. */
  readonly value: string;
  readonly onChange: (id: string, record: T | null) => void;
  readonly isOptional?: boolean;
  readonly labelOf?: (record: T) => string;
  readonly label?: string;
  readonly 'aria-label'?: string;
  readonly size?: MantineSize;
  readonly mb?: number;
  readonly error?: ReactNode;
}) {
  const [text, setText] = useState('');
  /** What the field held when somebody entered it, or has chosen since: what is proposed meanwhile comes in when they leave it. */
  const [held, setHeld] = useState<string | null>(null);
  const value = held ?? newest;
  const list = from.slice('/api/'.length);
  const own = useQuery({
    queryKey: keyOf(list, value),
    queryFn: () => getList<T>(from, listQuery({ id: value, facets: 'none' })),
    enabled: value !== '',
  });
  const chosen = value === '' ? undefined : own.data?.rows[0];
  // what is chosen stands in the field: it is not asked for
  const isTyped = !chosen || text !== labelOf(chosen);
  const wanted = isTyped ? text : '';
  const [asked] = useDebouncedValue(wanted, TYPING_MS);
  const query = listQuery({ ...of, search: asked, limit: MOST_OFFERED, facets: 'none' });
  const { data, isPlaceholderData } = useQuery({
    queryKey: [list, query],
    queryFn: () => getList<T>(from, query),
    placeholderData: (shown) => shown,
  });
  const rows = data?.rows ?? [];
  const offered = chosen && !rows.some((r) => r.id === value) ? [chosen, ...rows] : rows;
  const left = (data?.found ?? 0) - rows.length;
  return (
    <Select
      {...field}
      aria-busy={isPlaceholderData || asked !== wanted}
      placeholder="choose…"
      searchable
      clearable={isOptional}
      allowDeselect={false}
      value={value || null}
      onFocus={(e) => {
        e.currentTarget.select(); // whoever types wants another
        setHeld(newest);
      }}
      onBlur={() => setHeld(null)}
      onChange={(id) => {
        if (held !== null) setHeld(id ?? '');
        onChange(id ?? '', offered.find((r) => r.id === id) ?? null);
      }}
      onSearchChange={setText}
      data={[
        ...offered.map((r) => ({ value: r.id, label: labelOf(r) })),
        ...(left > 0 ? [{ value: '', label: `${left} more: type part of the name`, disabled: true }] : []),
      ]}
      filter={({ options }) => options}
      nothingFoundMessage={data ? 'None of that name' : 'Looking…'}
      maxDropdownHeight={320}
    />
  );
}
