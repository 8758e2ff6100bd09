import { Refused } from '../../../ui/api.ts';
import { otherFilesOf, type MeshChoice } from '../model/mesh.ts';

/** The mesh of a job as it came, or its program unpacked. */
export async function fetchFile(id: string, isMesh: boolean): Promise<Blob> {
  const r = await fetch(`/api/jobs/${id}/program${isMesh ? '?original=1' : ''}`);
  if (!r.ok) throw new Refused(r.status, 'mesh', 'The file cannot be fetched; open the page again');
  return r.blob();
}

/** Other files of a job's plate, by their digest. */
export const fetchOthers = (id: string, mesh: MeshChoice): Promise<(readonly [string, Blob])[]> =>
  Promise.all(
    otherFilesOf(mesh).map(async ({ sha256, name }) => {
      const r = await fetch(`/api/jobs/${id}/program?original=${sha256}`);
      if (!r.ok) throw new Error(`${name} cannot be fetched; open the page again`);
      return [sha256, await r.blob()] as const;
    }),
  );
