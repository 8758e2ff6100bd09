import { UnstyledButton } from '@mantine/core';
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { noticeHref, noticeText } from '../areas/today/model/notices.ts';
import { Bell } from '../ui/Bell.tsx';
import { useLive } from '../ui/live.ts';
import { usePerson } from '../ui/person.tsx';
import { StaleNotice } from '../ui/StaleNotice.tsx';
import { usePath } from '../ui/router.tsx';

const Palette = lazy(async () => ({ default: (await import('./Palette.tsx')).Palette }));
const areas = [
  ['/', 'Today'],
  ['/library', 'Library'],
  ['/trials', 'Trials'],
  ['/checks', 'Job checks'],
  ['/machines', 'Machines'],
] as const;

export function Shell({ children }: { readonly children: ReactNode }) {
  const path = usePath();
  const person = usePerson();
  useLive();
  const here = (to: string): boolean => (to === '/' ? path === '/' : path.startsWith(to));
  return (
    <>
      <a className="skip" href="#main">
        Skip to content
      </a>
      <header className="top">
        <a className="word" href="/">
          <i />
          Cantiere
        </a>
        <nav aria-label="Areas">
          {areas.map(([to, name]) => (
            <a key={to} href={to} aria-current={here(to) ? 'page' : undefined}>
              {name}
            </a>
          ))}
        </nav>
        <Finder />
        <a className="hint" href="/log">
          Event log
        </a>
        <span className="who">
          <Bell textOf={noticeText} hrefOf={noticeHref} />
          <a href="/me" title={`${person.name}, ${person.role}: units and numbers`}>
            <b>
              {person.name
                .split(' ')
                .map((w) => w[0])
                .join('')}
            </b>
          </a>
          <span className="hint">{person.role}</span>
          {person.isDemo && (
            <a className="hint" href="/sign-in" title="This farm is a demonstration: be somebody else of it">
              demo: change
            </a>
          )}
        </span>
      </header>
      <main id="main" tabIndex={-1}>
        <StaleNotice />
        {children}
      </main>
    </>
  );
}

/** Everything by name; "/" or Ctrl-K opens it. The palette itself comes when it is first asked for. */
function Finder() {
  const [isAsked, setAsked] = useState(false);
  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      if (
        (e.key === '/' && !(e.target as Element).closest('input, textarea, select')) ||
        (e.key === 'k' && (e.ctrlKey || e.metaKey))
      ) {
        e.preventDefault();
        setAsked(true);
      }
    };
    document.addEventListener('keydown', key);
    return () => document.removeEventListener('keydown', key);
  }, []);
  return (
    <div className="finder" role="search">
      <UnstyledButton className="chip" onClick={() => setAsked(true)}>
        Find or go to… <kbd className="f dim">/</kbd>
      </UnstyledButton>
      {isAsked && (
        <Suspense fallback={null}>
          <Palette onClose={() => setAsked(false)} />
        </Suspense>
      )}
    </div>
  );
}
