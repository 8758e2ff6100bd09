import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { ProfileRow } from '../areas/library/model/records.ts';
import { call } from '../ui/api.ts';
import { useLive } from '../ui/live.ts';
import { usePerson } from '../ui/person.tsx';
import { go, usePath } from '../ui/router.tsx';

const areas = [['/', 'Today'], ['/library', 'Library'], ['/trials', 'Trials'], ['/checks', 'Job checks'], ['/machines', 'Machines']] as const;

export function Shell({ children }: { readonly children: ReactNode }) {
  const path = usePath(), person = usePerson();
  useLive();
  const here = (to: string): boolean => (to === '/' ? path === '/' : path.startsWith(to));
  return (
    <>
      <a className="skip" href="#main">Skip to content</a>
      <header className="top">
        <a className="word" href="/"><i />Cantiere</a>
        <nav aria-label="Areas">{areas.map(([to, name]) => <a key={to} href={to} aria-current={here(to) ? 'page' : undefined}>{name}</a>)}</nav>
        <Finder />
        <a className="hint" href="/log">Event log</a>
        <span className="who"><a href="/me" title={`${person.name}, ${person.role}: units and numbers`}><b>{person.name.split(' ').map((w) => w[0]).join('')}</b></a><span className="hint">{person.role}</span><a className="hint" href="/sign-in">change</a></span>
      </header>
      <main id="main" tabIndex={-1} style={{ outline: 'none' }}>{children}</main>
    </>
  );
}

/** Search everywhere: profiles by name, key or tag; "/" puts the cursor in it. */
function Finder() {
  const [text, setText] = useState('');
  const box = useRef<HTMLInputElement>(null);
  const { data } = useQuery({ queryKey: ['profiles', 'find', text], queryFn: () => call<ProfileRow[]>(`/api/profiles?text=${encodeURIComponent(text)}`), enabled: text.trim().length > 1 });
  useEffect(() => {
    const key = (e: KeyboardEvent): void => { if (e.key === '/' && !(e.target as Element).closest('input, textarea, select')) { e.preventDefault(); box.current?.focus(); } };
    document.addEventListener('keydown', key);
    return () => document.removeEventListener('keydown', key);
  }, []);
  const found = text.trim().length > 1 ? (data ?? []).slice(0, 8) : [];
  const open = (id: string): void => { setText(''); go(`/library/${id}`); };
  return (
    <div className="finder" role="search">
      <input ref={box} className="chip" style={{ width: '100%', height: 28 }} placeholder="Find a profile…  /" aria-label="Find a profile" value={text} onChange={(e) => setText(e.target.value)} onKeyDown={(e) => { if (e.key === 'Escape') setText(''); if (e.key === 'Enter' && found[0]) open(found[0].id); }} />
      {text.trim().length > 1 && <ul>{found.map((p) => <li key={p.id}><a href={`/library/${p.id}`} onClick={() => setText('')}><span>{p.name}</span><span className="dim">{p.kind}</span></a></li>)}{found.length === 0 && <li className="hint" style={{ padding: 8 }}>Nothing is named like this</li>}</ul>}
    </div>
  );
}
