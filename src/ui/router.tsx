import { createContext, useContext, useEffect, useState, type ReactNode } from 'react';

const Path = createContext('/');
export const usePath = (): string => useContext(Path);
const MOVED = 'cantiere:moved';

/** Goes to a screen of the application without a page load. */
export function navigate(to: string): void {
  history.pushState(null, '', to);
  window.dispatchEvent(new Event(MOVED));
  window.scrollTo(0, 0);
}

/** Follows browser history and turns same-origin links into moves without a page load. */
export function Router({ initial, children }: { readonly initial: string; readonly children: ReactNode }) {
  const [path, setPath] = useState(initial);
  useEffect(() => {
    const follow = (): void => {
      setPath(location.pathname);
      document.querySelector<HTMLElement>('main')?.focus({ preventScroll: true });
    };
    const click = (event: MouseEvent): void => {
      const link = (event.target as Element | null)?.closest('a');
      if (
        !link ||
        event.defaultPrevented ||
        event.button !== 0 ||
        event.metaKey ||
        event.ctrlKey ||
        event.shiftKey ||
        link.target ||
        link.hasAttribute('download') ||
        link.origin !== location.origin ||
        link.pathname.startsWith('/api/') ||
        link.pathname.startsWith('/sign-')
      )
        return;
      event.preventDefault();
      navigate(link.pathname + link.search);
    };
    window.addEventListener('popstate', follow);
    window.addEventListener(MOVED, follow);
    document.addEventListener('click', click);
    return () => {
      window.removeEventListener('popstate', follow);
      window.removeEventListener(MOVED, follow);
      document.removeEventListener('click', click);
    };
  }, []);
  return <Path.Provider value={path}>{children}</Path.Provider>;
}
