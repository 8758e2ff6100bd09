import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { put } from '../../../ui/api.ts';
import { notifyError } from '../../../ui/notify.tsx';
import type { ProfilePage } from '../model/pages.ts';

export type Typed = Readonly<Record<string, string | null>>;

const KEPT_AFTER_MS = 500;

/** What is typed in an edit of a profile: taken up once where it was left, kept as typed soon after the last key and by whoever
 *  leaves the page, one request after the other, and never again once it is saved or thrown away. `base` is null while nobody edits. */
export function useProfileDraft(id: string, page: ProfilePage | undefined) {
  const client = useQueryClient();
  const [typed, setTyped] = useState<Typed>({});
  const [base, setBase] = useState<string | null>(null);
  const taken = useRef<Typed | null>(null);
  const waiting = useRef<(() => void) | null>(null);
  const line = useRef<Promise<unknown>>(Promise.resolve());

  /** The page in memory is the first to be shown on coming back: it must know what was typed. */
  const remember = (draft: ProfilePage['draft']): void => {
    client.setQueriesData<ProfilePage>({ queryKey: ['profile', id] }, (p) => p && { ...p, draft });
  };
  const send = (baseRevisionId: string, text: Typed): void => {
    line.current = line.current.then(() =>
      put('/api/profiles/[id]/draft', { id }, { baseRevisionId, typed: text }).catch(notifyError),
    );
  };

  useEffect(() => {
    if (!page || taken.current) return;
    taken.current = page.draft?.typed ?? {};
    if (!page.draft || Object.keys(page.draft.typed).length === 0) return;
    setTyped(page.draft.typed);
    setBase(page.draft.baseRevisionId);
  }, [page]);
  useEffect(() => {
    if (!base || typed === taken.current) return;
    remember({ baseRevisionId: base, typed, updatedAt: new Date().toISOString() });
    const now = (): void => {
      waiting.current = null;
      send(base, typed);
    };
    waiting.current = now;
    const timer = setTimeout(now, KEPT_AFTER_MS);
    return () => clearTimeout(timer);
  }, [typed, base]);
  useEffect(() => {
    const leave = (): void => waiting.current?.();
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, []);

  const end = (): void => {
    waiting.current = null;
    setTyped({});
    setBase(null);
    remember(null);
  };
  return {
    typed,
    base,
    begin: (baseRevisionId: string, text: Typed): void => {
      setTyped(text);
      setBase(baseRevisionId);
    },
    type: (key: string, text: string | null): void =>
      setTyped((before) => {
        const next = { ...before };
        if (text === null) delete next[key];
        else next[key] = text;
        return next;
      }),
    /** Sends what still waits and comes back when the server has answered all that was sent: a save must not be overtaken. */
    settle: async (): Promise<void> => {
      waiting.current?.();
      await line.current;
    },
    end,
    throwAway: (): void => {
      if (base) send(base, {});
      end();
    },
  };
}
