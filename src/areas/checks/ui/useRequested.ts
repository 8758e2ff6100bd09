import { useEffect, useState } from 'react';
import { fetchJson } from '../../../ui/api.ts';
import type { RequestRow } from '../../requests/model/request.ts';

export interface Requested {
  readonly request: RequestRow | null;
  /** Digests of the files that came with it: they need not be sent back. */
  readonly stored: ReadonlyMap<File, string>;
}
/** The request that a new job answers, where its address names one; its files come from the server as if they had been dropped. */
export function useRequested(
  onCome: (request: RequestRow, files: readonly File[]) => void,
  onRefused: (why: string) => void,
): Requested {
  const [requested, setRequested] = useState<Requested>({ request: null, stored: new Map() });
  useEffect(() => {
    const id = new URLSearchParams(location.search).get('request');
    if (!id) return;
    const fetchAll = async (): Promise<void> => {
      const found = await fetchJson<RequestRow>(`/api/requests/${encodeURIComponent(id)}`);
      const files = await Promise.all(
        found.files.map(async ({ sha256, name }) => {
          const answer = await fetch(`/api/requests/${found.id}/file?sha=${sha256}`);
          if (!answer.ok)
            throw new Error(`${name} of ${found.name} cannot be fetched (${answer.status}); open it again`);
          return new File([await answer.arrayBuffer()], name);
        }),
      );
      setRequested({ request: found, stored: new Map(files.map((f, i) => [f, found.files[i]!.sha256])) });
      onCome(found, files);
    };
    fetchAll().catch((e: Error) => onRefused(e.message));
  }, []);
  return requested;
}
