import { Button, NativeSelect, UnstyledButton } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { parseAsBoolean, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useEffect, useMemo, useState } from 'react';
import { get, post } from '../../../ui/api.ts';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import type { LedgerRow } from '../model/records.ts';
import { showValue } from '../model/values.ts';
import type { ProfilePage } from '../model/pages.ts';
import { findSetting } from '../settings/catalogue.ts';
import { groups } from '../settings/define.ts';
import { AboutProfile } from './AboutProfile.tsx';
import { CopyDialog } from './CopyDialog.tsx';
import { GaugeRow } from './GaugeRow.tsx';
import { HistoryDialog } from './HistoryDialog.tsx';
import { LibraryRooms } from './LibraryRooms.tsx';
import { ReviewPanel } from './ReviewPanel.tsx';
import { Lineage } from './Lineage.tsx';
import { SaveDialog } from './SaveDialog.tsx';
import { SettingSide } from './SettingSide.tsx';
import { useProfileDraft } from './useProfileDraft.ts';

const filters = ['everything', 'own', 'differs', 'outside', 'due', 'unproven'] as const;
type Filter = (typeof filters)[number];
/** What stands in the address: the filter, the setting that is read, the machine it is read beside, and whether an edit begins. */
const inAddress = {
  show: parseAsStringLiteral(filters).withDefault('everything'),
  setting: parseAsString,
  machine: parseAsString,
  edit: parseAsBoolean,
};
const words: Record<Filter, string> = {
  everything: 'Everything',
  own: 'Own values',
  differs: 'Differs from parent',
  outside: 'Outside',
  due: 'Due',
  unproven: 'Unproven',
};
const marks: Partial<Record<Filter, Mark>> = { outside: 'outside', due: 'due', unproven: 'unproven' };

export function ProfileScreen({ id }: { readonly id: string }) {
  const mayChange = useMayChange();
  const client = useQueryClient();
  const [{ show: filter, setting: selected, machine, edit }, setAddress] = useQueryStates(inAddress);
  const { data: page, error } = useQuery({
    queryKey: ['profile', id, machine],
    queryFn: () => get('/api/profiles/[id]', { id, machine: machine ?? undefined }),
    placeholderData: (before) => before,
  });
  const machines = useQuery({
    queryKey: ['machines'],
    queryFn: () => get('/api/machines'),
    enabled: page?.kind === 'material',
  });
  const draft = useProfileDraft(id, page);
  const { typed } = draft;
  const editing = draft.base !== null;
  const [dialog, setDialog] = useState<'copy' | 'save' | 'history' | null>(null);
  const begin = (): void => {
    if (page!.stock) setDialog('copy');
    // what waits for review is what the next edit starts from
    else draft.begin(page!.tip.id, typedFrom(page!));
  };
  const rows = useMemo(() => (page ? page.rows.filter((r) => passes(filter, r, page)) : []), [page, filter]);
  useEffect(() => {
    if (!edit || !page) return;
    if (mayChange && !editing && !page.stock && !page.draft) begin();
    void setAddress({ edit: null });
  }, [edit, page]);
  if (error && !page)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!page) return <p className="empty">Opening the profile…</p>;
  const changed = Object.keys(typed).length;
  const firstGroup = groups.find((g) => rows.some((r) => findSetting(r.key)!.group === g));
  const row = page.rows.find((r) => r.key === selected) ?? page.rows.find((r) => r.proof) ?? page.rows[0]!;
  return (
    <>
      <LibraryRooms here={null} />
      <div className="band">
        <div>
          <div className="kind">
            {page.kind}
            {page.machine && page.kind !== 'material' && ` beside ${page.machine.name} · ${page.machine.tool}`}
          </div>
          <h1>{page.name}</h1>
        </div>
        {page.kind === 'material' && (
          <NativeSelect
            aria-label="Beside machine"
            size="xs"
            value={page.machine?.id ?? ''}
            onChange={(e) => void setAddress({ machine: e.currentTarget.value })}
            data={[
              ...(page.machine ? [] : [{ value: '', label: 'beside no machine' }]),
              ...(machines.data ?? []).flatMap((m) =>
                m.technology === page.technology && m.mounted
                  ? [{ value: m.id, label: `beside ${m.name} · ${m.mounted.name}` }]
                  : [],
              ),
            ]}
          />
        )}
        <span className="chip">
          {page.stock
            ? 'stock, read-only'
            : editing
              ? `draft of revision ${page.revisions[0]!.number + 1} · from ${page.tip.state} ${page.tip.number}`
              : `released revision ${page.head.number}`}
        </span>
        {page.tip.state === 'in review' && (
          <span className="chip">
            <StateMark mark="due" /> revision {page.tip.number} in review
          </span>
        )}
        {page.retired && <span className="chip">retired</span>}
        {changed > 0 && (
          <span className="chip">
            {changed} {changed === 1 ? 'value' : 'values'} changed
          </span>
        )}
        <div className="end">
          <Button variant="default" onClick={() => setDialog('history')}>
            History
          </Button>
          <Button component="a" variant="default" href={`/library/compare?with=${id}`}>
            Compare
          </Button>
          {mayChange && !page.stock && (
            <Button variant="default" onClick={() => void retire(page, client)}>
              {page.retired ? 'Restore' : 'Retire'}
            </Button>
          )}
          {mayChange && page.kind === 'process' && !editing && (
            <Button component="a" variant="default" href={`/library/recipes/new?process=${id}`}>
              Use in a recipe
            </Button>
          )}
          {mayChange && (
            <Button variant="default" onClick={() => setDialog('copy')}>
              Copy
            </Button>
          )}
          {mayChange && !editing && <Button onClick={begin}>Edit</Button>}
          {editing && (
            <>
              <Button variant="default" onClick={draft.throwAway}>
                Discard changes
              </Button>
              <Button disabled={changed === 0} onClick={() => setDialog('save')}>
                Save with a reason
              </Button>
            </>
          )}
        </div>
      </div>
      {page.tip.state === 'in review' && !editing && <ReviewPanel page={page} />}
      <div className="page ledger">
        <div className="left">
          <h3>Show</h3>
          <ul>
            {filters.map((f) => (
              <li key={f}>
                <UnstyledButton aria-pressed={filter === f} onClick={() => void setAddress({ show: f })}>
                  {marks[f] && <StateMark mark={marks[f]} />}
                  {words[f]}
                  <span className="f">{page.rows.filter((r) => passes(f, r, page)).length}</span>
                </UnstyledButton>
              </li>
            ))}
          </ul>
          <AboutProfile page={page} />
          <h3>Lineage</h3>
          <Lineage page={page} />
        </div>
        <div>
          {groups.map((group) => {
            const inGroup = rows.filter((r) => findSetting(r.key)!.group === group);
            return inGroup.length === 0 ? null : (
              <section key={group}>
                <div className="grp">
                  <h2>{group}</h2>
                  {group === firstGroup && (
                    <span className="hint">thin: hardware · pale: supplier · solid: proven · tick: value</span>
                  )}
                </div>
                {inGroup.map((r) => (
                  <GaugeRow
                    key={r.key}
                    row={r}
                    selected={row.key === r.key}
                    onSelect={() => void setAddress({ setting: r.key })}
                    editing={editing}
                    typed={typed[r.key]}
                    onType={(text) => draft.type(r.key, text)}
                  />
                ))}
              </section>
            );
          })}
          {rows.length === 0 && <p className="empty">No value is {words[filter].toLowerCase()}.</p>}
        </div>
        <SettingSide row={row} page={page} />
      </div>
      <CopyDialog open={dialog === 'copy'} page={page} onClose={() => setDialog(null)} />
      {dialog === 'save' && draft.base && (
        <SaveDialog
          page={page}
          baseRevisionId={draft.base}
          typed={typed}
          before={draft.settle}
          onClose={() => setDialog(null)}
          onSaved={(number, mergedWith, state) => {
            setDialog(null);
            draft.end();
            const undo = async (): Promise<void> => {
              const r = await post('/api/profiles/[id]/take-back', { id }, { number });
              notifySuccess(
                r.number === number
                  ? `Revision ${number} is taken back`
                  : `Taken back by revision ${r.number}, ${r.state}`,
              );
              await client.invalidateQueries({ queryKey: ['profile', id] });
            };
            notifySuccess(
              `${state === 'released' ? 'Released' : 'Sent to review'} as revision ${number}${mergedWith ? `, merged with revision ${mergedWith}` : ''}`,
              mergedWith ? undefined : undo,
            );
            void client.invalidateQueries({ queryKey: ['profile', id] });
          }}
        />
      )}
      <HistoryDialog open={dialog === 'history'} page={page} onClose={() => setDialog(null)} />
    </>
  );
}

/** Texts of what the newest revision changes against the released one, as an editor starts from them. */
function typedFrom(page: ProfilePage): Record<string, string | null> {
  const typed: Record<string, string | null> = {};
  if (page.tip.id === page.head.id) return typed;
  for (const key of new Set([...Object.keys(page.head.own), ...Object.keys(page.tip.own)])) {
    if (JSON.stringify(page.head.own[key]) === JSON.stringify(page.tip.own[key])) continue;
    const value = page.tip.own[key];
    const setting = findSetting(key);
    if (setting) typed[key] = value === undefined ? '' : showValue(setting, value);
  }
  return typed;
}

async function retire(page: ProfilePage, client: ReturnType<typeof useQueryClient>): Promise<void> {
  try {
    await post('/api/profiles/[id]/retire', { id: page.id }, { retired: !page.retired, why: '' });
    const back = async (): Promise<void> => {
      await post('/api/profiles/[id]/retire', { id: page.id }, { retired: page.retired, why: 'undone' });
      await client.invalidateQueries({ queryKey: ['profile', page.id] });
    };
    notifySuccess(
      page.retired ? `${page.name} is back in use` : `${page.name} is retired; its history and proofs stay`,
      back,
    );
    await client.invalidateQueries({ queryKey: ['profile', page.id] });
  } catch (e) {
    notifyError(e);
  }
}

function passes(filter: Filter, r: LedgerRow, page: ProfilePage): boolean {
  const number = typeof r.value === 'number' ? r.value : null;
  switch (filter) {
    case 'own':
      return r.own;
    case 'differs':
      return r.own && page.parents.length > 0 && JSON.stringify(r.profileValue) !== JSON.stringify(r.parentValue);
    case 'due':
      return r.proof?.state === 'due';
    case 'unproven':
      return (
        findSetting(r.key)?.provenBy !== undefined &&
        page.kind === 'material' &&
        (!r.proof || r.proof.state === 'sister')
      );
    case 'outside':
      return (
        number !== null &&
        ((r.hardware !== null && (number < r.hardware[0] || number > r.hardware[1])) ||
          (r.proof?.state === 'proven' && (number < r.proof.range.min || number > r.proof.range.max)))
      );
    default:
      return true;
  }
}
