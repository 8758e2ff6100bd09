import { NativeSelect, SegmentedControl, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
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
  { key: 'parent', title: 'Starts from', of: (p) => p.parentName, isFacet: true },
  { key: 'tags', title: 'Tags', of: (p) => p.tags.join(', ') },
  { key: 'own', title: 'Own values', of: (p) => p.ownCount, isFigure: true },
  { key: 'revision', title: 'Revision', of: (p) => p.revision, show: (p) => `r${p.revision}`, isFigure: true },
  { key: 'changed', title: 'Changed', of: (p) => p.at, show: (p) => day(p.at), isFigure: true },
];

export function LibraryScreen() {
  const mayChange = useMayChange();
  const [text, setText] = useState('');
  const [kind, setKind] = useState('');
  const [technology, setTechnology] = useState('');
  const [tag, setTag] = useState('');
  const [retired, setRetired] = useState(false);
  const question = `text=${encodeURIComponent(text)}&kind=${kind}${technology && `&technology=${technology}`}${tag && `&tag=${encodeURIComponent(tag)}`}${retired ? '&retired=1' : ''}`;
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
            onChange={(e) => setText(e.currentTarget.value)}
            w={240}
            size="xs"
            autoFocus
          />
          <SegmentedControl
            size="xs"
            value={kind}
            onChange={setKind}
            data={kinds.map(([value, label]) => ({ value, label: `${label}${count('kind', value)}` }))}
          />
          <NativeSelect
            aria-label="Technology"
            size="xs"
            value={technology}
            onChange={(e) => setTechnology(e.currentTarget.value)}
            data={[
              { value: '', label: `both technologies${count('technology', '')}` },
              ...['filament', 'resin'].map((t) => ({ value: t, label: `${t}${count('technology', t)}` })),
            ]}
          />
          <label className="hint">
            <input type="checkbox" checked={retired} onChange={(e) => setRetired(e.currentTarget.checked)} /> retired
            too
          </label>
          {mayChange && (
            <a className="btn p" href="/library/new">
              Add
            </a>
          )}
        </div>
      </div>
      {(facets.data?.tag.length ?? 0) > 0 && (
        <nav className="rooms" aria-label="Tags" style={{ gap: 8, padding: '6px 20px' }}>
          {facets.data!.tag.map((t) => (
            <button
              key={t.value}
              className="chip"
              aria-pressed={tag === t.value}
              style={tag === t.value ? { borderColor: 'var(--plum)', fontWeight: 620 } : undefined}
              onClick={() => setTag(tag === t.value ? '' : t.value)}
            >
              {t.value} <span className="f dim">{t.n}</span>
            </button>
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
              : 'The library is empty. Add a printer, its tool, a material and a process, or take a library file in under In and out; npm start without --empty shows a farm at work.'
          }
        />
      )}
    </>
  );
}
