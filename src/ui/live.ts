import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { coalesce } from './coalesce.ts';

/** Which queries a changed record touches. */
const touched: Record<string, readonly string[]> = {
  trial: ['trials', 'trial', 'today', 'machines', 'due'],
  job: ['jobs', 'job', 'queue', 'today', 'requests', 'request'],
  request: ['requests', 'request', 'today'],
  machine: [
    'machines',
    'machine',
    'care',
    'floor',
    'notices',
    'queue',
    'today',
    'job',
    'profile',
    'due',
    'machines/maintenance',
  ],
  profile: ['profiles', 'notices', 'care-plan', 'care', 'profile', 'value-history', 'job'],
  policy: ['policy'],
  recipe: ['recipes', 'recipe', 'job'],
  pairing: ['due', 'profile', 'value-history', 'machine', 'machines', 'job', 'today'],
};

/** Whatever changes is written down there. */
const EVENTS = 'events';

/** A fetch that hangs this long holds up no other. */
const NO_ANSWER_MS = 10_000;

/** Has the queries that show the changed records fetch anew. */
async function fetchAnew(client: QueryClient, changed: ReadonlySet<string>): Promise<void> {
  if (changed.has('all')) return client.invalidateQueries();
  const asks = [...changed].flatMap((data) => {
    const [kind = '', id] = data.split(':');
    return (touched[kind] ?? []).map((name) => ({ name, id: name === kind ? id : undefined }));
  });
  const isTouched = (key: readonly unknown[]): boolean =>
    key[0] === EVENTS ||
    asks.some(({ name, id }) => key[0] === name && (id === undefined || key.length < 2 || key[1] === id));
  await client.invalidateQueries({ predicate: (q) => isTouched(q.queryKey) });
}

/** Keeps the query cache true: the server says which record changed, the queries that show it fetch anew. Coalesced, because a printing
 *  machine changes more often than a slow connection answers, and each invalidation would cut short the fetch before it. */
export function useLive(): void {
  const client = useQueryClient();
  useEffect(() => {
    const changed = coalesce((all) =>
      Promise.race([
        fetchAnew(client, all),
        new Promise((done) => {
          setTimeout(done, NO_ANSWER_MS);
        }),
      ]),
    );
    const source = new EventSource('/api/live');
    source.onmessage = ({ data }: MessageEvent<string>) => changed(data);
    return () => source.close();
  }, [client]);
}
