import type { ReasonKind } from '../model/records.ts';
import { Box, Button, Checkbox, NativeSelect, Table, TextInput } from '@mantine/core';
import { FilePick } from '../../../ui/FilePick.tsx';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { csvLine } from '../../../core/formats/csv.ts';
import { ask, post } from '../../../ui/api.ts';
import { LibraryRooms } from './LibraryRooms.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { comparisons, readChanges, type Comparison, type FoundValue, type WishedChange } from '../model/bulk.ts';
import { showValue } from '../model/values.ts';
import { catalogue, findSetting } from '../settings/catalogue.ts';
import { groups } from '../settings/define.ts';
import { BulkPreview, type Preview } from './BulkPreview.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';

const choices = groups.map((g) => ({
  group: g,
  items: catalogue.filter((s) => s.group === g).map((s) => ({ value: s.key, label: `${s.label} (${s.owners[0]!})` })),
}));

/** Profiles found by a value, and one setting changed across them; the same from a table. What it does is shown first. */
export function BulkScreen() {
  const mayChange = useMayChange();
  const client = useQueryClient();
  const [key, setKey] = useState('nozzleC');
  const [comparison, setComparison] = useState<Comparison>('any value');
  const [text, setText] = useState('');
  const [found, setFound] = useState<readonly FoundValue[] | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [to, setTo] = useState('');
  const [changes, setChanges] = useState<readonly WishedChange[]>([]);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [validationError, setValidationError] = useState<string | null>(null);
  const setting = findSetting(key)!;
  const needsText = comparison === 'above' || comparison === 'below' || comparison === 'is';
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    setValidationError(null);
    try {
      await work();
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  const find = (): Promise<void> =>
    attempt(async () => {
      setPreview(null);
      const rows = await ask('/api/library/find', { setting: key, comparison, text });
      setFound(rows);
      setChosen(new Set(rows.filter((r) => !r.stock).map((r) => r.id)));
    });
  const show = (wished: readonly WishedChange[]): Promise<void> =>
    attempt(async () => {
      setChanges(wished);
      setPreview(
        await post('/api/library/changes', { changes: wished, message: '', reason: 'measured', write: false }),
      );
    });
  const write = (message: string, reason: ReasonKind): Promise<void> =>
    attempt(async () => {
      const done = await post('/api/library/changes', {
        changes,
        message,
        reason,
        write: true,
      });
      const undo = async (): Promise<void> => {
        const back = await post('/api/library/take-back', { made: done.made });
        notifySuccess(`${back.profiles} ${back.profiles === 1 ? 'profile is' : 'profiles are'} as before`);
        await client.invalidateQueries();
      };
      notifySuccess(
        `${done.profiles} ${done.profiles === 1 ? 'profile' : 'profiles'} changed, ${done.state === 'released' ? 'released' : 'sent to review'}`,
        undo,
      );
      setPreview(null);
      setFound(null);
      await client.invalidateQueries();
    });
  const table = (f: File | null): Promise<void> =>
    attempt(async () => {
      if (!f) return;
      const read = readChanges(await f.text());
      if (read.ok) await show(read.value);
      else setValidationError([read.failure.where, read.failure.what, read.failure.todo].filter(Boolean).join(': '));
    });
  const choose = (id: string, isChosen: boolean): void =>
    setChosen((before) => {
      const next = new Set(before);
      if (isChosen) next.add(id);
      else next.delete(id);
      return next;
    });
  return (
    <>
      <LibraryRooms here="/library/bulk" />
      <div className="band">
        <div>
          <div className="kind">Library · find by value, change in one go</div>
          <h1>Bulk edit</h1>
        </div>
        {found && <span className="chip">{found.length} found</span>}
      </div>
      <section className="stage" aria-label="Find">
        <form
          className="fields"
          onSubmit={(e) => {
            e.preventDefault();
            void find();
          }}
        >
          <NativeSelect
            label="Setting"
            value={key}
            onChange={(e) => {
              setKey(e.currentTarget.value);
              setFound(null);
              setPreview(null);
            }}
            data={choices}
          />
          <NativeSelect
            label="Which"
            value={comparison}
            onChange={(e) => setComparison(e.currentTarget.value as Comparison)}
            data={[...comparisons]}
          />
          {needsText && (
            <TextInput label="Value, in any unit" value={text} onChange={(e) => setText(e.currentTarget.value)} />
          )}
          <Button type="submit" disabled={needsText && text.trim() === ''}>
            Find
          </Button>
          {mayChange && (
            <div>
              <FilePick says="Import changes (CSV)…" field="Changes as CSV" accept=".csv,text/csv" onPick={table} />
            </div>
          )}
        </form>
        {validationError && (
          <Box component="p" role="alert" c="var(--oxide)" mt={10}>
            {validationError}
          </Box>
        )}
      </section>
      {preview && <BulkPreview preview={preview} onWrite={write} onLeave={() => setPreview(null)} />}
      {found && !preview && (
        <>
          {mayChange && found.length > 0 && (
            <form
              className="stage fields"
              aria-label="Change"
              onSubmit={(e) => {
                e.preventDefault();
                void show(
                  found
                    .filter((f) => chosen.has(f.id))
                    .map((f) => ({ kind: f.kind, key: f.key, setting: key, text: to })),
                );
              }}
            >
              <TextInput
                label={`${setting.label} for the ${chosen.size} chosen`}
                placeholder="empty: from parent"
                value={to}
                onChange={(e) => setTo(e.currentTarget.value)}
              />
              <Button type="submit" disabled={chosen.size === 0}>
                Preview changes
              </Button>
              <Button component="a" variant="default" href={csvOf(found, key)} download={`${key}.csv`}>
                CSV
              </Button>
            </form>
          )}
          <WideTable>
            <Table.Thead>
              <Table.Tr>
                {mayChange && <Table.Th>Chosen</Table.Th>}
                <Table.Th>Profile</Table.Th>
                <Table.Th>Kind</Table.Th>
                <Table.Th className="n">{setting.label}</Table.Th>
                <Table.Th>From</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {found.map((f) => (
                <Table.Tr key={f.id}>
                  {mayChange && (
                    <Table.Td>
                      <Checkbox
                        aria-label={`Choose ${f.name}`}
                        disabled={f.stock}
                        checked={chosen.has(f.id)}
                        onChange={(e) => choose(f.id, e.currentTarget.checked)}
                      />
                    </Table.Td>
                  )}
                  <Table.Td>
                    <a href={`/library/${f.id}`}>{f.name}</a>{' '}
                    {f.stock && <span className="chip">stock, read-only</span>}
                  </Table.Td>
                  <Table.Td>{f.kind}</Table.Td>
                  <Table.Td className="n">{showValue(setting, f.value).slice(0, 40)}</Table.Td>
                  <Table.Td>{f.origin}</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </WideTable>
          {found.length === 0 && (
            <p className="empty">
              No profile has a {setting.label.toLowerCase()} {comparison} {text}.
            </p>
          )}
        </>
      )}
      {!found && !preview && (
        <p className="empty">
          Ask for example for every material whose nozzle temperature is below 220 °C, choose among what is found, and
          change it in all of them with one reason. A table with the columns kind, key, setting, value does the same for
          many settings.
        </p>
      )}
    </>
  );
}

function csvOf(found: readonly FoundValue[], key: string): string {
  const s = findSetting(key)!;
  const lines = [
    csvLine(['kind', 'key', 'name', 'setting', 'value', 'from']),
    ...found.map((f) => csvLine([f.kind, f.key, f.name, key, f.value === null ? '' : showValue(s, f.value), f.origin])),
  ];
  return `data:text/csv;charset=utf-8,${encodeURIComponent(lines.join('\n'))}`;
}
