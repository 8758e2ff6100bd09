import { Button, Checkbox, NativeSelect, SegmentedControl, TextInput, UnstyledButton } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { parseAsBoolean, parseAsString, useQueryStates } from 'nuqs';
import { fetchJson } from '../../../ui/api.ts';
import { ListTable, type Column } from '../../../ui/ListTable.tsx';
import { LibraryRooms } from './LibraryRooms.tsx';
import { day } from '../../../ui/dates.ts';
import { useMayChange } from '../../../ui/person.tsx';
import type { Facets, ProfileRow } from '../model/records.ts';

const kinds = [
  ['', 'Everything'],
  ['material', 'Materials'],
  ['process', 'Processes'],
  ['printer', 'Printers'],
  ['tool', 'Tools'],
] as const;

const columns: Column<ProfileRow>[] = [
  {
    key: 'name',
    title: 'Name',
    of: (p) => p.name,
    show: (p) => (
      <>
        <a href={`/library/${p.id}`}>{p.name}</a> {p.stock && <span className="chip">stock, read-only</span>}
      </>
    ),
  },
  {
    key: 'kind',
    title: 'Kind',
    of: (p) => [p.kind, p.technology === 'resin' && 'resin', p.retired && 'retired'].filter(Boolean).join(', '),
  },
  { key: 'family', title: 'Family', of: (p) => p.family, isFacet: true },
  { key: 'parent', title: 'Parent', of: (p) => p.parentName, isFacet: true },
  { key: 'tags', title: 'Tags', of: (p) => p.tags.join(', ') },
  { key: 'own', title: 'Own values', of: (p) => p.ownCount, isFigure: true },
  { key: 'revision', title: 'Revision', of: (p) => p.revision, show: (p) => `r${p.revision}`, isFigure: true },
  { key: 'changed', title: 'Changed', of: (p) => p.at, show: (p) => day(p.at), isFigure: true },
];

const PUSHED = { history: 'push' } as const;
/** What is asked for stands in the address. */
const inAddress = {
  text: parseAsString.withDefault(''),
  kind: parseAsString.withDefault(''),
  technology: parseAsString.withDefault(''),
  tag: parseAsString.withDefault(''),
  retired: parseAsBoolean.withDefault(false),
};

export function LibraryScreen() {
  const mayChange = useMayChange();
  const [{ text, kind, technology, tag, retired }, ask] = useQueryStates(inAddress);
  const question = `text=${encodeURIComponent(text)}&kind=${encodeURIComponent(kind)}${technology && `&technology=${encodeURIComponent(technology)}`}${tag && `&tag=${encodeURIComponent(tag)}`}${retired ? '&retired=1' : ''}`;
  const { data, error } = useQuery({
    queryKey: ['profiles', question],
    queryFn: () => fetchJson<ProfileRow[]>(`/api/profiles?${question}`),
    placeholderData: (before) => before,
  });
  const facets = useQuery({
    queryKey: ['profiles', 'facets', question],
    queryFn: () => fetchJson<Facets>(`/api/profiles/facets?${question}`),
    placeholderData: (before) => before,
  });
  const count = (facet: 'kind' | 'technology', value: string): string => {
    const of = facets.data?.[facet];
    return of ? ` ${value === '' ? of.reduce((s, f) => s + f.n, 0) : (of.find((f) => f.value === value)?.n ?? 0)}` : '';
  };
  return (
    <>
      <LibraryRooms here="/library" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>Profiles</h1>
        </div>
        <div className="end">
          <TextInput
            aria-label="Search profiles"
            placeholder="Name, key or tag"
            value={text}
            onChange={(e) => void ask({ text: e.currentTarget.value })}
            w={240}
            size="xs"
            autoFocus
          />
          <SegmentedControl
            size="xs"
            value={kind}
            onChange={(v) => void ask({ kind: v }, PUSHED)}
            data={kinds.map(([value, label]) => ({ value, label: `${label}${count('kind', value)}` }))}
          />
          <NativeSelect
            aria-label="Technology"
            size="xs"
            value={technology}
            onChange={(e) => void ask({ technology: e.currentTarget.value }, PUSHED)}
            data={[
              { value: '', label: `both technologies${count('technology', '')}` },
              ...['filament', 'resin'].map((t) => ({ value: t, label: `${t}${count('technology', t)}` })),
            ]}
          />
          <Checkbox
            label="include retired"
            checked={retired}
            onChange={(e) => void ask({ retired: e.currentTarget.checked }, PUSHED)}
          />
          {mayChange && (
            <Button component="a" href="/library/new">
              Add
            </Button>
          )}
        </div>
      </div>
      {(facets.data?.tag.length ?? 0) > 0 && (
        <nav className="rooms fine" aria-label="Tags">
          {facets.data!.tag.map((t) => (
            <UnstyledButton
              key={t.value}
              className="chip"
              aria-pressed={tag === t.value}
              onClick={() => void ask({ tag: tag === t.value ? null : t.value }, PUSHED)}
            >
              {t.value} <span className="f dim">{t.n}</span>
            </UnstyledButton>
          ))}
        </nav>
      )}
      {error && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      {data && (
        <ListTable
          name="profiles"
          rows={data}
          columns={columns}
          hasOwnSearch
          empty={
            text
              ? `No profile holds “${text}” in name, key or tag.`
              : 'The library is empty. Add a printer, its tool, a material and a process, or import a library file under Import & export; npm start without --empty shows a farm at work.'
          }
        />
      )}
    </>
  );
}
