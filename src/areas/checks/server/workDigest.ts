import { createHash } from 'node:crypto';
import { stable } from './stable.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { overhangLimitOf } from '../model/overhangLimit.ts';
import type { LimitSheet } from '../model/sheet.ts';

/** Goes up with every change of what is worked out from a file: reading, laying, planning, measuring. */
const WORK_VERSION = 1;

/** SHA-256 of everything the long part of a check depends on: the bytes of its files, how they stand and are laid, and how the machine
 *  moves. Where it is the same, so is what comes of it; the rules are asked anew, for they read what changes by the hour. */
export function workDigest(fileSha: string, mesh: MeshChoice | null, sheet: LimitSheet): string {
  const { machine, recipe } = sheet;
  const work = {
    version: WORK_VERSION,
    fileSha,
    motion: machine.motion,
    ...(mesh && { mesh, lay: recipe.lay, zones: machine.zonesMm, limit: overhangLimitOf(sheet) }),
  };
  return createHash('sha256').update(stable(work)).digest('hex');
}
