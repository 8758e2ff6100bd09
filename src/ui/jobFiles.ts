import { Refused } from './api.ts';

async function fetchBlob(path: string, what: string): Promise<Blob> {
  const r = await fetch(path);
  if (!r.ok) throw new Refused(r.status, 'mesh', `${what} cannot be fetched; open the page again`);
  return r.blob();
}
/** The mesh of a job as it came, or its program unpacked. */
export const fetchFile = (id: string, isMesh: boolean): Promise<Blob> =>
  fetchBlob(`/api/jobs/${id}/program${isMesh ? '?original=1' : ''}`, 'The file');

/** Other files of a job's plate, by their digest. */
export const fetchOthers = (
  id: string,
  files: readonly { readonly sha256: string; readonly name: string }[],
): Promise<(readonly [string, Blob])[]> =>
  Promise.all(
    files.map(
      async ({ sha256, name }) =>
        [sha256, await fetchBlob(`/api/jobs/${id}/program?original=${sha256}`, name)] as const,
    ),
  );
