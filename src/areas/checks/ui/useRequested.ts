import { useEffect } from 'react';
import { get } from '../../../ui/api.ts';
import type { RequestRow } from '../../requests/model/request.ts';

/** The request that a new job answers, where its address names one; its files come from the server as if they had been dropped. */
export function useRequested(
  /** The one that has come already. */
  there: RequestRow | null,
  /** With the digests of the files that came with it: they need not be sent back. */
  onCome: (request: RequestRow, stored: ReadonlyMap<File, string>) => void,
  onRefused: (why: string) => void,
): void {
  useEffect(() => {
    const id = new URLSearchParams(location.search).get('request');
    if (!id || there?.id === id) return;
    const fetchAll = async (): Promise<void> => {
      const found = await get('/api/requests/[id]', { id });
      const files = await Promise.all(
        found.files.map(async ({ sha256, name }) => {
          const answer = await fetch(`/api/requests/${found.id}/file?sha=${sha256}`);
          if (!answer.ok)
            throw new Error(`${name} of ${found.name} cannot be fetched (${answer.status}); open it again`);
          return new File([await answer.arrayBuffer()], name);
        }),
      );
      onCome(found, new Map(files.map((f, i) => [f, found.files[i]!.sha256])));
    };
    fetchAll().catch((e: Error) => onRefused(e.message));
  }, []);
}
