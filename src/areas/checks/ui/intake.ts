import { isNamedLikeMesh, looksLikeMesh, TELLING_BYTES } from '../../../core/mesh/readMesh.ts';
import { whyTooLarge } from '../../../ui/upload.ts';
import type { FileRef } from '../../requests/model/file.ts';
import type { MeshChoice } from '../model/mesh.ts';

export interface SortedOut {
  readonly main: File | null;
  readonly meshes: readonly File[];
  /** Programs after the first: each is a job of its own. */
  readonly programs: readonly File[];
  readonly isMesh: boolean;
  readonly says: string | null;
}
/** What was dropped: meshes share a plate, each program is a job. What cannot be taken is named, the others go on. */
export async function sortOut(list: readonly File[]): Promise<SortedOut> {
  const said: string[] = [];
  const meshes: File[] = [];
  const programs: File[] = [];
  for (const f of list) {
    const tooLarge = whyTooLarge(f);
    if (tooLarge) {
      said.push(tooLarge);
      continue;
    }
    const isMesh = looksLikeMesh(new Uint8Array(await f.slice(0, TELLING_BYTES).arrayBuffer()), f.size);
    if (isMesh || isNamedLikeMesh(f.name)) {
      meshes.push(f);
      continue;
    }
    programs.push(f);
    if (list.length === 1 && !/\.(zip|g|gc|gco|gcode|nc|ngc|txt)(\.gz)?$/i.test(f.name))
      said.push(
        `${f.name} ends like neither G-code (.gcode, .gco, .g, .nc, each also .gz) nor a mesh (.stl, .3mf, .obj); it is read as G-code`,
      );
  }
  const isMesh = meshes.length > 0;
  if (isMesh && programs.length > 0)
    said.push(`${programs.map((f) => f.name).join(', ')}: a program is a job of its own; drop it without meshes`);
  const [main = null, ...rest] = isMesh ? meshes : programs;
  const also = isMesh ? { meshes: rest, programs: [] } : { meshes: [], programs: rest };
  return { main, ...also, isMesh, says: said.length > 0 ? said.join('. ') : null };
}

/** A plate with its files as they are kept by the server. */
export const asSent = (choice: MeshChoice, sent: ReadonlyMap<string, FileRef>): MeshChoice => ({
  ...choice,
  ...(choice.more && {
    more: choice.more.map((m) => ({ ...m, file: m.file && (sent.get(m.file.sha256) ?? m.file) })),
  }),
  ...(choice.hollowed && {
    hollowed: { ...choice.hollowed, from: sent.get(choice.hollowed.from.sha256) ?? choice.hollowed.from },
  }),
});
