import { Box, Button, Checkbox, Flex, Group, Table } from '@mantine/core';
import { FilePick } from '../../../ui/FilePick.tsx';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { countOf } from '../../../core/units/plural.ts';
import { post } from '../../../ui/api.ts';
import { LibraryRooms } from './LibraryRooms.tsx';
import { useMayChange, usePerson } from '../../../ui/person.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { addressOf, type ImportRow, type ImportState } from '../model/exchange.ts';
import type { ProfileRow } from '../model/records.ts';
import { showValue } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';
import { TokensPanel } from './TokensPanel.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { IN_USE } from '../model/list.ts';

const states: readonly (readonly [ImportState, Mark, string])[] = [
  ['new', 'proven', 'new'],
  ['changed', 'due', 'changed'],
  ['same', 'note', 'same'],
  ['conflicting', 'due', 'conflicting'],
  ['invalid', 'outside', 'invalid'],
];
const SHOWN = 200;

/** The library as a file out, and a file in: what each record would do is shown before anything is written. */
export function ExchangeScreen() {
  const mayChange = useMayChange();
  const isLead = usePerson().role === 'lead';
  const client = useQueryClient();
  const [chosen, setChosen] = useState<readonly ProfileRow[]>([]);
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [rows, setRows] = useState<readonly ImportRow[] | null>(null);
  const [validationError, setValidationError] = useState<string | null>(null);
  const [take, setTake] = useState<readonly string[]>([]);
  const [leaveOut, setLeaveOut] = useState(false);
  const [isBusy, setBusy] = useState(false);
  const read = async (f: File | null): Promise<void> => {
    if (!f) return;
    setValidationError(null);
    setRows(null);
    setTake([]);
    setLeaveOut(false);
    if (f.size > 10 * 1024 * 1024) {
      setValidationError(`${f.name} is larger than 10 MB; write fewer records into one file`);
      return;
    }
    const text = await f.text();
    setFile({ name: f.name, text });
    try {
      const told = await post('/api/library/import', { text, write: false, leaveOutInvalid: false, take: [] });
      if ('rows' in told) setRows(told.rows);
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  const bring = async (): Promise<void> => {
    setBusy(true);
    setValidationError(null);
    try {
      const r = await post('/api/library/import', { text: file!.text, write: true, leaveOutInvalid: leaveOut, take });
      if ('made' in r) notifySuccess(`${r.made} made, ${r.changed} changed, ${r.left} left as they were`);
      setRows(null);
      setFile(null);
      await client.invalidateQueries();
    } catch (e) {
      setValidationError((e as Error).message);
    }
    setBusy(false);
  };
  const count = (s: ImportState): number => rows?.filter((r) => r.state === s).length ?? 0;
  const comesIn = count('new') + count('changed') + take.length;
  return (
    <>
      <LibraryRooms here="/library/exchange" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>Import & export</h1>
        </div>
      </div>
      <section className="stage" aria-label="Export">
        <h2>
          Export{' '}
          <span className="hint">
            profiles with their parents, proven values and saved recipes, as JSON; the format is described in
            docs/formats/library.md
          </span>
        </h2>
        <div className="fields">
          <RecordPick<ProfileRow>
            label="Add a profile to the file"
            from="/api/profiles"
            of={{ state: IN_USE }}
            labelOf={(p) => `${p.name}, ${p.kind}`}
            value=""
            onChange={(_, p) => {
              if (p && !chosen.some((c) => c.id === p.id)) setChosen([...chosen, p]);
            }}
          />
          <Button
            component="a"
            href={`/api/library/export${chosen.length > 0 ? `?ids=${chosen.map((p) => p.id).join(',')}` : ''}`}
            download="library.json"
          >
            Export {chosen.length > 0 ? `${chosen.length} with parents` : 'all'}
          </Button>
          {chosen.length > 0 && (
            <span className="hint">
              {chosen.map((p) => p.name).join(', ')}{' '}
              <Button variant="subtle" size="compact-xs" onClick={() => setChosen([])}>
                clear
              </Button>
            </span>
          )}
        </div>
      </section>
      <section className="stage" aria-label="Import">
        <h2>
          Import <span className="hint">a preview comes first; the file is imported as a whole or not at all</span>
        </h2>
        {mayChange ? (
          <FilePick says="Choose a file" field="Library file" accept="application/json,.json" onPick={read} />
        ) : (
          <p className="hint">Viewers cannot import; ask a technician or a lead.</p>
        )}
        {validationError && (
          <Box component="p" role="alert" c="var(--oxide)" mt={10}>
            {validationError}
          </Box>
        )}
        {rows && file && (
          <>
            <Flex component="p" my={12} gap={14} wrap="wrap" align="center">
              <b>{file.name}</b>
              {states.map(([s, mark, word]) => (
                <Flex component="span" key={s} display="inline-flex" gap={5} align="center">
                  <StateMark mark={mark} /> {count(s)} {word}
                </Flex>
              ))}
            </Flex>
            <WideTable>
              <Table.Thead>
                <Table.Tr>
                  <Table.Th>Record</Table.Th>
                  <Table.Th>Kind</Table.Th>
                  <Table.Th>Result</Table.Th>
                  <Table.Th>What changes, or why not</Table.Th>
                </Table.Tr>
              </Table.Thead>
              <Table.Tbody>
                {[...rows]
                  .sort((a, b) => order(a) - order(b))
                  .slice(0, SHOWN)
                  .map((r) => (
                    <Table.Tr key={r.index}>
                      <Table.Td>
                        {r.name || r.key || `record ${r.index + 1}`}
                        <div className="hint f">{r.key}</div>
                      </Table.Td>
                      <Table.Td>{r.kind}</Table.Td>
                      <Table.Td className="nowrap">
                        <StateMark mark={states.find(([s]) => s === r.state)![1]} /> {r.state}
                        {r.state === 'conflicting' && !r.why.includes('stock') && (
                          <div>
                            <Checkbox
                              label="use the file’s values"
                              checked={take.includes(addressOf(r.kind, r.key))}
                              onChange={(e) =>
                                setTake(
                                  e.currentTarget.checked
                                    ? [...take, addressOf(r.kind, r.key)]
                                    : take.filter((t) => t !== addressOf(r.kind, r.key)),
                                )
                              }
                            />
                          </div>
                        )}
                      </Table.Td>
                      <Table.Td>
                        {r.why && <div>{r.why}</div>}
                        {r.state !== 'new' &&
                          r.changes.slice(0, 4).map((c) => {
                            const s = findSetting(c.key)!;
                            return (
                              <div key={c.key} className="hint">
                                {s.label}: {showValue(s, c.from).slice(0, 30)} →{' '}
                                {c.to === null ? 'from parent' : showValue(s, c.to).slice(0, 30)}
                              </div>
                            );
                          })}
                        {r.state === 'new' && (
                          <span className="hint">
                            {r.kind === 'recipe'
                              ? ''
                              : `${r.changes.length} ${r.kind === 'pairing' ? 'proven' : 'own'} ${r.changes.length === 1 ? 'value' : 'values'}`}
                          </span>
                        )}
                      </Table.Td>
                    </Table.Tr>
                  ))}
              </Table.Tbody>
            </WideTable>
            {rows.length > SHOWN && <p className="hint">and {rows.length - SHOWN} more</p>}
            <Group gap={14} mt={12} wrap="nowrap">
              {count('invalid') > 0 && (
                <Checkbox
                  label={`leave out the ${count('invalid')} invalid`}
                  checked={leaveOut}
                  onChange={(e) => setLeaveOut(e.currentTarget.checked)}
                />
              )}
              <Button
                disabled={isBusy || comesIn === 0 || (count('invalid') > 0 && !leaveOut)}
                onClick={() => void bring()}
              >
                {comesIn === 0 ? 'Nothing to import' : `Import ${countOf(comesIn, 'record')}`}
              </Button>
            </Group>
          </>
        )}
      </section>
      {isLead && <TokensPanel />}
    </>
  );
}
const order = (r: ImportRow): number => ['invalid', 'conflicting', 'changed', 'new', 'same'].indexOf(r.state);
