import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** Which queries a changed record touches. */
const touched: Record<string, readonly string[]> = {
  trial: ['trials', 'trial', 'today', 'machines', 'due'],
  job: ['jobs', 'job', 'today'],
  machine: ['machines', 'machine', 'today', 'job', 'profile', 'due', 'maintenance'],
  profile: ['profiles', 'profile', 'job'],
  policy: ['policy'],
  pairing: ['due', 'profile', 'machine', 'machines', 'job', 'today'],
};

/** Keeps the query cache true: the server says which record changed, the queries that show it fetch anew. */
export function useLive(): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/live');
    source.onmessage = ({ data }: MessageEvent<string>) => {
      if (data === 'all') {
        void client.invalidateQueries();
        return;
      }
      const [kind = '', id] = data.split(':');
      for (const name of touched[kind] ?? [])
        void client.invalidateQueries({
          queryKey: [name],
          predicate: (q) => q.queryKey.length < 2 || name !== kind || q.queryKey[1] === id,
        });
    };
    return () => source.close();
  }, [client]);
}
