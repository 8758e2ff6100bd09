import { Button, Checkbox, NativeSelect, Table } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { get } from '../../../ui/api.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { CompareColumn } from '../model/pages.ts';
import type { ProfileRow } from '../model/records.ts';
import { showValue } from '../model/values.ts';
import { catalogue } from '../settings/catalogue.ts';
import { groups, type Setting } from '../settings/define.ts';
import { ImpactPanel } from './ImpactPanel.tsx';
import { CopyAcross, type Crossing } from './CopyAcross.tsx';
import { LibraryRooms } from './LibraryRooms.tsx';
import { useFigures, useMayChange } from '../../../ui/person.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { IN_USE } from '../model/list.ts';

const MOST = 4;

/** Two to four profiles, revisions or recipes side by side: only what differs, grouped, each value with its origin. */
export function CompareScreen() {
  const [refs, setRefs] = useState<readonly string[]>([]);
  useEffect(() => {
    const q = new URLSearchParams(location.search);
    setRefs(q.get('refs')?.split(',').filter(Boolean) ?? (q.get('with') ? [`profile:${q.get('with')!}`] : []));
  }, []); // the server knows no address bar
  const [all, setAll] = useState(false);
  const { data, error } = useQuery({
    queryKey: ['compare', refs],
    queryFn: () => get('/api/compare', { refs: refs.join(',') }),
    enabled: refs.length > 0,
    placeholderData: (before) => before,
  });
  const firstId = refs.find((r) => r.startsWith('profile:'))?.slice(8);
  const first = useQuery({
    queryKey: ['profile', firstId],
    queryFn: () => get('/api/profiles/[id]', { id: firstId! }),
    enabled: firstId !== undefined,
  });
  const set = (next: readonly string[]): void => {
    setRefs(next);
    history.replaceState(null, '', `/library/compare?refs=${next.join(',')}`);
  };
  const add = (ref: string): void => {
    if (!refs.includes(ref) && refs.length < MOST) set([...refs, ref]);
  };
  const mayChange = useMayChange();
  const figures = useFigures();
  const client = useQueryClient();
  const [crossing, setCrossing] = useState<Crossing | null>(null);
  const pair = refs
    .filter((r) => r.startsWith('recipe:'))
    .slice(0, 2)
    .map((r) => r.slice('recipe:'.length));
  const columns = data ?? [];
  const shown = catalogue.filter(
    (s) =>
      columns.filter((c) => c.cells[s.key]).length >= Math.min(2, columns.length) &&
      (all || new Set(columns.map((c) => JSON.stringify(c.cells[s.key]?.value ?? null))).size > 1),
  );
  return (
    <>
      <LibraryRooms here="/library/compare" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>Compare</h1>
        </div>
        {columns.length > 1 && (
          <span className="chip">
            {shown.length} {shown.length === 1 ? 'setting differs' : 'settings differ'}
          </span>
        )}
        <div className="end">
          <Checkbox label="show equal values" checked={all} onChange={(e) => setAll(e.currentTarget.checked)} />
        </div>
      </div>
      <div className="stage">
        {refs.length < MOST ? (
          <div className="fields">
            <RecordPick<ProfileRow>
              label="Add a profile"
              from="/api/profiles"
              of={{ state: IN_USE }}
              labelOf={(p) => `${p.name}, ${p.kind}`}
              value=""
              onChange={(id) => add(`profile:${id}`)}
            />
            <RecordPick label="Add a recipe" from="/api/recipes" value="" onChange={(id) => add(`recipe:${id}`)} />
            {first.data && (
              <NativeSelect
                label={`Add an older revision of ${first.data.name}`}
                value=""
                onChange={(e) => add(`revision:${e.target.value}`)}
                data={[
                  { value: '', label: 'choose…' },
                  ...first.data.revisions
                    .filter((r) => r.id !== first.data.head.id)
                    .map((r) => ({ value: r.id, label: `r${r.number} ${r.state}, ${r.message.slice(0, 40)}` })),
                ]}
              />
            )}
          </div>
        ) : (
          <p className="hint">Four columns at most. Remove one to add another.</p>
        )}
      </div>
      {pair.length === 2 && <ImpactPanel key={pair.join()} ids={pair as [string, string]} />}
      {error && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      {columns.length === 0 && (
        <p className="empty">
          Nothing to compare yet. Add two to four profiles, older revisions or recipes above; only what differs is
          shown.
        </p>
      )}
      {columns.length > 0 && (
        <WideTable className="compare">
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Setting</Table.Th>
              {columns.map((c) => (
                <Table.Th key={c.ref}>
                  <a href={c.address}>{c.name}</a>
                  <div className="dim">
                    {c.note} ·{' '}
                    <Button variant="subtle" size="compact-xs" onClick={() => set(refs.filter((r) => r !== c.ref))}>
                      remove
                    </Button>
                  </div>
                </Table.Th>
              ))}
            </Table.Tr>
          </Table.Thead>
          {groups.map((g) => {
            const inGroup = shown.filter((s) => s.group === g);
            return inGroup.length === 0 ? null : (
              <Table.Tbody key={g}>
                <Table.Tr className="sub">
                  <Table.Th colSpan={columns.length + 1}>{g}</Table.Th>
                </Table.Tr>
                {inGroup.map((s) => (
                  <Table.Tr key={s.key} data-setting={s.key}>
                    <Table.Td>{s.label}</Table.Td>
                    {columns.map((c) => {
                      const cell = c.cells[s.key];
                      return (
                        <Table.Td key={c.ref}>
                          {cell ? (
                            <>
                              <b className="f">{showValue(s, cell.value, figures).split('\n')[0]!.slice(0, 40)}</b>
                              <div className="hint">
                                {cell.proof && <StateMark mark={cell.proof.state} />}{' '}
                                {cell.proof ? `${cell.proof.state}, ${cell.proof.trialName}` : cell.origin}
                              </div>
                            </>
                          ) : (
                            <span className="dim">–</span>
                          )}
                          {mayChange &&
                            cell &&
                            targets(columns, c, s).map((t) => (
                              <Button
                                variant="subtle"
                                size="compact-xs"
                                key={t.ref}
                                display="block"
                                onClick={() => setCrossing({ setting: s, value: cell.value, from: c.name, to: t })}
                              >
                                copy to {t.name}
                              </Button>
                            ))}
                        </Table.Td>
                      );
                    })}
                  </Table.Tr>
                ))}
              </Table.Tbody>
            );
          })}
        </WideTable>
      )}
      {crossing && (
        <CopyAcross
          crossing={crossing}
          onClose={() => setCrossing(null)}
          onDone={() => {
            setCrossing(null);
            void client.invalidateQueries();
          }}
        />
      )}
      {columns.length > 1 && shown.length === 0 && <p className="empty">They do not differ in any setting.</p>}
    </>
  );
}

/** Columns of profiles that may own the setting and have another value. */
const targets = (columns: readonly CompareColumn[], from: CompareColumn, s: Setting): CompareColumn[] =>
  columns.filter(
    (t) =>
      t !== from &&
      t.into !== null &&
      s.owners.includes(t.into.kind as 'process') &&
      JSON.stringify(t.cells[s.key]?.value) !== JSON.stringify(from.cells[s.key]?.value),
  );
