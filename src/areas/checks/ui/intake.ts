import { isNamedLikeMesh, looksLikeMesh, TELLING_BYTES } from '../../../core/mesh/readMesh.ts';
import { Refused } from '../../../ui/api.ts';
import type { FileRef, MeshChoice } from '../model/mesh.ts';

const LARGEST = 200 * 1024 * 1024;

export interface SortedOut {
  readonly main: File | null;
  readonly meshes: readonly File[];
  readonly isMesh: boolean;
  readonly says: string | null;
}
/** What was dropped: meshes share a plate, a program goes alone. What cannot be taken is named, the others go on. */
export async function sortOut(list: readonly File[]): Promise<SortedOut> {
  const said: string[] = [];
  const meshes: File[] = [];
  const programs: File[] = [];
  for (const f of list) {
    if (f.size > LARGEST) {
      said.push(`${f.name} has ${(f.size / 1048576).toFixed(0)} MB; the largest is 200 MB`);
      continue;
    }
    const isMesh = looksLikeMesh(new Uint8Array(await f.slice(0, TELLING_BYTES).arrayBuffer()), f.size);
    if (isMesh || isNamedLikeMesh(f.name)) {
      meshes.push(f);
      continue;
    }
    programs.push(f);
    if (list.length === 1 && !/\.(g|gc|gco|gcode|nc|ngc|txt)(\.gz)?$/i.test(f.name))
      said.push(
        `${f.name} ends like neither G-code (.gcode, .gco, .g, .nc, each also .gz) nor a mesh (.stl, .3mf, .obj); it is read as G-code`,
      );
  }
  const left = meshes.length > 0 ? programs : programs.slice(1);
  if (left.length > 0)
    said.push(`${left.map((f) => f.name).join(', ')}: a program is a job of its own; drop it by itself`);
  const [main = null, ...rest] = meshes.length > 0 ? meshes : programs.slice(0, 1);
  return { main, meshes: rest, isMesh: meshes.length > 0, says: said.length > 0 ? said.join('. ') : null };
}

/** A plate with its files as they are kept by the server. */
export const asSent = (choice: MeshChoice, sent: ReadonlyMap<string, FileRef>): MeshChoice => ({
  ...choice,
  ...(choice.more && {
    more: choice.more.map((m) => ({ ...m, file: m.file && (sent.get(m.file.sha256) ?? m.file) })),
  }),
});

/** Uploads with progress; a cut-off upload says so and leaves nothing half-stored. */
export function upload(file: File, onShare: (share: number) => void): Promise<{ sha256: string }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('PUT', '/api/files');
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.upload.onprogress = (e) => onShare(e.loaded / (e.total || 1));
    request.onerror = () =>
      reject(new Refused(0, 'offline', 'The upload was cut off; nothing was stored. Press again to send it anew'));
    request.onload = () => {
      const body = JSON.parse(request.responseText || '{}') as { sha256?: string; title?: string };
      if (request.status === 200 && body.sha256) resolve({ sha256: body.sha256 });
      else reject(new Refused(request.status, 'upload', body.title ?? `The server answered ${request.status}`));
    };
    request.send(file);
  });
}
