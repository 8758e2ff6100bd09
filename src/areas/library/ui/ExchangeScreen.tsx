import { FileButton } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { fetchJson, post } from '../../../ui/api.ts';
import { LibraryRooms } from './LibraryRooms.tsx';
import { useMayChange, usePerson } from '../../../ui/person.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { addressOf, type ImportRow, type ImportState } from '../model/exchange.ts';
import type { ProfileRow } from '../model/records.ts';
import { showValue } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';
import { TokensPanel } from './TokensPanel.tsx';

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
  const profiles = useQuery({
    queryKey: ['profiles', '', ''],
    queryFn: () => fetchJson<ProfileRow[]>('/api/profiles'),
  });
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [rows, setRows] = useState<readonly ImportRow[] | null>(null);
  const [validationError, setValidationError] = useState<string | null>(null);
  const [take, setTake] = useState<readonly string[]>([]);
  const [leaveOut, setLeaveOut] = useState(false);
  const [isBusy, setBusy] = useState(false);
  const ask = async <T,>(text: string, write: boolean): Promise<T> =>
    post<T>('/api/library/import', { text, write, leaveOutInvalid: leaveOut, take });
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
      setRows((await ask<{ rows: ImportRow[] }>(text, false)).rows);
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  const bring = async (): Promise<void> => {
    setBusy(true);
    setValidationError(null);
    try {
      const r = await ask<{ made: number; changed: number; left: number }>(file!.text, true);
      notifySuccess(`${r.made} made, ${r.changed} changed, ${r.left} left as they were`);
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
          <h1>In and out</h1>
        </div>
      </div>
      <section className="stage" aria-label="Out">
        <h2>
          Out{' '}
          <span className="hint">
            profiles with all they start from, what is proven of them and kept recipes, as JSON; its form is described
            in docs/formats/library.md
          </span>
        </h2>
        <div className="fields">
          <label className="pick">
            Add one to the file
            <select
              value=""
              onChange={(e) => {
                if (e.target.value) setChosen([...new Set([...chosen, e.target.value])]);
              }}
            >
              <option value="">all of them, or choose…</option>
              {(profiles.data ?? []).map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}, {p.kind}
                </option>
              ))}
            </select>
          </label>
          <a
            className="btn p"
            href={`/api/library/export${chosen.length > 0 ? `?ids=${chosen.join(',')}` : ''}`}
            download="library.json"
          >
            Write {chosen.length > 0 ? `${chosen.length} with parents` : 'all'}
          </a>
          {chosen.length > 0 && (
            <span className="hint">
              {chosen.map((id) => profiles.data?.find((p) => p.id === id)?.name).join(', ')}{' '}
              <button className="plain" onClick={() => setChosen([])}>
                start again
              </button>
            </span>
          )}
        </div>
      </section>
      <section className="stage" aria-label="In">
        <h2>
          In{' '}
          <span className="hint">
            nothing is written before you have seen what it does; it comes in as a whole or not at all
          </span>
        </h2>
        {mayChange ? (
          <FileButton
            onChange={(f) => void read(f)}
            accept="application/json,.json"
            inputProps={{ 'aria-label': 'Library file' }}
          >
            {(props) => (
              <button className="btn" {...props}>
                Choose a file
              </button>
            )}
          </FileButton>
        ) : (
          <p className="hint">A viewer reads; a technician or a lead takes files in.</p>
        )}
        {validationError && (
          <p role="alert" style={{ color: 'var(--oxide)', marginTop: 10 }}>
            {validationError}
          </p>
        )}
        {rows && file && (
          <>
            <p style={{ margin: '12px 0', display: 'flex', gap: 14, flexWrap: 'wrap', alignItems: 'center' }}>
              <b>{file.name}</b>
              {states.map(([s, mark, word]) => (
                <span key={s} style={{ display: 'inline-flex', gap: 5, alignItems: 'center' }}>
                  <StateMark mark={mark} /> {count(s)} {word}
                </span>
              ))}
            </p>
            <table className="list">
              <thead>
                <tr>
                  <th>Record</th>
                  <th>Kind</th>
                  <th>Would be</th>
                  <th>What changes, or why not</th>
                </tr>
              </thead>
              <tbody>
                {[...rows]
                  .sort((a, b) => order(a) - order(b))
                  .slice(0, SHOWN)
                  .map((r) => (
                    <tr key={r.index}>
                      <td>
                        {r.name || r.key || `record ${r.index + 1}`}
                        <div className="hint f">{r.key}</div>
                      </td>
                      <td>{r.kind}</td>
                      <td style={{ whiteSpace: 'nowrap' }}>
                        <StateMark mark={states.find(([s]) => s === r.state)![1]} /> {r.state}
                        {r.state === 'conflicting' && !r.why.includes('stock') && (
                          <div>
                            <label className="hint">
                              <input
                                type="checkbox"
                                checked={take.includes(addressOf(r.kind, r.key))}
                                onChange={(e) =>
                                  setTake(
                                    e.currentTarget.checked
                                      ? [...take, addressOf(r.kind, r.key)]
                                      : take.filter((t) => t !== addressOf(r.kind, r.key)),
                                  )
                                }
                              />{' '}
                              take the file’s
                            </label>
                          </div>
                        )}
                      </td>
                      <td>
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
                      </td>
                    </tr>
                  ))}
              </tbody>
            </table>
            {rows.length > SHOWN && <p className="hint">and {rows.length - SHOWN} more</p>}
            <div style={{ display: 'flex', gap: 14, alignItems: 'center', marginTop: 12 }}>
              {count('invalid') > 0 && (
                <label>
                  <input type="checkbox" checked={leaveOut} onChange={(e) => setLeaveOut(e.currentTarget.checked)} />{' '}
                  leave the {count('invalid')} invalid out
                </label>
              )}
              <button
                className="btn p"
                disabled={isBusy || comesIn === 0 || (count('invalid') > 0 && !leaveOut)}
                onClick={() => void bring()}
              >
                {comesIn === 0 ? 'Nothing to take in' : `Take ${comesIn} in`}
              </button>
            </div>
          </>
        )}
      </section>
      {isLead && <TokensPanel />}
    </>
  );
}
const order = (r: ImportRow): number => ['invalid', 'conflicting', 'changed', 'new', 'same'].indexOf(r.state);
