import type { jobSchema } from '../model/schemas.ts';
import type { InferType } from 'yup';
import { post } from '../../../ui/api.ts';
import { upload } from '../../../ui/upload.ts';
import type { FileRef } from '../../requests/model/file.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { asSent } from './intake.ts';

export interface PlateToSave {
  readonly file: Pick<FileRef, 'sha256'> | null;
  readonly choice: MeshChoice | null;
  /** What it is called where not as the others are, by its number. */
  readonly title?: string;
}
type JobBody = InferType<typeof jobSchema>;

/** Sends files that are not kept yet, then a job for each plate. Gives the jobs' ids. */
export async function saveJobs(
  files: readonly (readonly [string, File])[],
  stored: ReadonlyMap<File, string>,
  plates: readonly PlateToSave[],
  job: Omit<JobBody, 'fileSha' | 'fileName' | 'mesh'>,
  onShare: (share: number) => void,
): Promise<readonly string[]> {
  const sent = new Map<string, FileRef>();
  for (const [key, f] of files) {
    const sha256 = stored.get(f) ?? (await upload(f, onShare)).sha256;
    sent.set(key, { sha256, name: f.name, size: f.size });
  }
  const numbered = plates.filter((plate) => plate.title === undefined).length;
  const ids: string[] = [];
  for (const [i, plate] of plates.entries()) {
    const of = sent.get(plate.file?.sha256 ?? '')!;
    const { id } = await post('/api/jobs', {
      ...job,
      title: plate.title ?? (numbered > 1 ? `${job.title}, plate ${i + 1} of ${numbered}` : job.title),
      fileSha: of.sha256,
      fileName: of.name,
      ...(plate.choice && { mesh: asSent(plate.choice, sent) }),
    });
    ids.push(id);
  }
  return ids;
}
