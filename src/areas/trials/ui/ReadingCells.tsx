import { useEffect, useRef, useState, type ReactNode } from 'react';
import { mean } from '../../../core/fitting/mean.ts';
import { parseQuantity } from '../../../core/units/parse.ts';
import { post } from '../../../ui/api.ts';
import { tellRefused } from '../../../ui/tell.tsx';
import type { TrialPage } from '../model/pages.ts';
import { SIDES } from '../model/trial.ts';

const REPEATS = [1, 2, 3, 4] as const;
const RETRY_MS = 2000;
type Key = `${string}/${number}`;

/** Readings as typed: Enter keeps one and goes to the next; nothing typed is lost when the connection drops, it is sent again. */
export function ReadingCells({ trial: t, mayChange, onSide, onKept, children }: { readonly trial: TrialPage; readonly mayChange: boolean; readonly onSide: (side: string | null) => void; readonly onKept: () => void; readonly children?: ReactNode }) {
  const storeKey = `cantiere:readings:${t.id}`;
  const [typed, setTyped] = useState<Record<Key, string>>({}), [slips, setSlips] = useState<Record<Key, string>>({}), [unsent, setUnsent] = useState(0), [busy, setBusy] = useState(false);
  const boxes = useRef(new Map<Key, HTMLInputElement>()), pending = useRef(new Map<Key, { feature: string; repeat: number; typed: string; instrument: string }>());
  useEffect(() => { const timer = setInterval(() => { if (pending.current.size > 0) void flush(); }, RETRY_MS); return () => clearInterval(timer); });
  const kept = new Map(t.readings.map((r) => [`${r.feature}/${r.repeat}` as Key, r]));
  const order: Key[] = SIDES.flatMap((s) => REPEATS.slice(0, 3).map((n) => `${s}/${n}` as Key));

  const flush = async (): Promise<void> => {
    for (const [key, reading] of [...pending.current]) {
      try {
        await post(`/api/trials/${t.id}/readings`, reading);
        pending.current.delete(key);
        setTyped((before) => { const next = { ...before }; if (next[key] === reading.typed) delete next[key]; return next; });
        setSlips((before) => { const next = { ...before }; delete next[key]; return next; });
      } catch (e) {
        const status = (e as { status?: number }).status ?? 0;
        if (status !== 0 && status < 500) { pending.current.delete(key); setSlips((before) => ({ ...before, [key]: (e as Error).message })); } // else keep and try again
      }
    }
    setUnsent(pending.current.size);
    onKept();
  };
  const keep = (key: Key, text: string, instrument: string): Promise<void> => {
    const parsed = parseQuantity(text, 'length');
    if (!parsed.ok) { setSlips((before) => ({ ...before, [key]: `${parsed.failure.what}; ${parsed.failure.todo ?? ''}` })); return Promise.resolve(); }
    const [feature = '', repeat] = key.split('/');
    pending.current.set(key, { feature, repeat: Number(repeat), typed: text.trim(), instrument });
    return flush();
  };
  useEffect(() => { // what was typed here and not yet sent when the page went away
    let left: Record<Key, string> = {};
    try { left = JSON.parse(localStorage.getItem(storeKey) ?? '{}') as Record<Key, string>; } catch { return; }
    setTyped(left);
    if (mayChange) for (const [key, text] of Object.entries(left)) if (text.trim() !== '') void keep(key as Key, text, 'calliper 0.01 mm');
  }, [storeKey]);
  useEffect(() => { localStorage.setItem(storeKey, JSON.stringify(typed)); }, [typed, storeKey]);
  const next = (key: Key): void => { const to = order[order.indexOf(key) + 1]; if (to) boxes.current.get(to)?.focus(); };
  const move = (key: Key, by: number): void => { const [feature = '', n] = key.split('/'); const s = SIDES[SIDES.indexOf(feature as never) + by]; if (s) boxes.current.get(`${s}/${Number(n)}`)?.focus(); };
  const fromCalliper = async (): Promise<void> => {
    setBusy(true);
    try {
      for (const key of order) {
        if (kept.has(key)) continue;
        const [feature, repeat] = key.split('/');
        const { typed: shown } = await post<{ typed: string }>(`/api/trials/${t.id}/calliper`, { feature, repeat: Number(repeat) });
        await keep(key, shown, 'calliper 0.01 mm, connected');
      }
    } catch (e) { tellRefused(e); } finally { setBusy(false); }
  };
  return (
    <>
      <div className="measure"><div className="cells" role="group" aria-label="Readings">
        <span />{REPEATS.map((n) => <span key={n} className={`hint ${n === 4 ? 'extra' : ''}`} style={{ textAlign: 'center' }}>{n === 4 ? 'extra' : `place ${n}`}</span>)}<span className="hint mean" style={{ textAlign: 'right' }}>mean</span>
        {SIDES.map((s) => {
          const values = t.readings.filter((r) => r.feature === s).map((r) => r.value);
          return [<b key={s}>{s}</b>, ...REPEATS.map((n) => {
            const key: Key = `${s}/${n}`, there = kept.get(key);
            return <input key={key} className={n === 4 ? 'extra' : undefined} ref={(el) => { if (el) boxes.current.set(key, el); else boxes.current.delete(key); }} inputMode="decimal" aria-label={`${s}, place ${n}`} aria-invalid={slips[key] ? true : undefined} disabled={!mayChange} placeholder="·"
              title={there ? `${there.personName}, ${there.instrument}${there.supersedes ? '; corrected, the first reading is kept' : ''}` : undefined}
              value={typed[key] ?? there?.typed ?? ''} onFocus={() => onSide(s)} onChange={(e) => { const text = e.target.value; setTyped((before) => ({ ...before, [key]: text })); }}
              onBlur={() => { const text = typed[key]; if (text !== undefined && text.trim() !== '' && text.trim() !== there?.typed) void keep(key, text, 'calliper 0.01 mm'); }}
              onKeyDown={(e) => { if (e.key === 'Enter') { e.preventDefault(); next(key); } if (e.key === 'ArrowDown') move(key, 1); if (e.key === 'ArrowUp') move(key, -1); }} />;
          }), <span key={`${s}m`} className="f mean" style={{ textAlign: 'right' }}>{values.length > 0 ? mean(values).toFixed(3) : '–'}</span>];
        })}
      </div>{children}</div>
      <div style={{ flexBasis: '100%' }}>
      {Object.entries(slips).map(([key, text]) => <p key={key} role="alert" style={{ color: 'var(--oxide)', fontSize: 12, marginTop: 6 }}>{key.replace('/', ' ')}: {text}</p>)}
      {unsent > 0 && <p role="status" className="hint" style={{ marginTop: 6 }}>{unsent} {unsent === 1 ? 'reading waits' : 'readings wait'} for the connection; kept on this device and sent by itself.</p>}
      {mayChange && <p style={{ marginTop: 10, display: 'flex', gap: 12, alignItems: 'center' }}><button className="btn" disabled={busy} onClick={() => void fromCalliper()}>{busy ? 'Reading…' : 'Take from the connected calliper'}</button><span className="hint">Enter: next reading · ↑ ↓: side · a second figure in a cell supersedes the first, which is kept</span></p>}
      </div>
    </>
  );
}
