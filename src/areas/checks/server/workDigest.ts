import { createHash, randomUUID } from 'node:crypto';
import { canonicalJson } from '../../../core/formats/canonicalJson.ts';
import { WORK_VERSION } from '../model/workVersion.ts';
import type { MeshChoice } from '../model/mesh.ts';
import { headsOf } from '../model/meshLaying.ts';
import { overhangLimitOf } from '../model/overhangLimit.ts';
import { stackSettingsOf } from '../../rules/stackSettings.ts';
import type { CheckContext } from '../../rules/context.ts';

/** SHA-256 of everything the long part of a check depends on: the bytes of its files, how they stand and are laid, and how the machine
 *  moves. Where it is the same, so is what comes of it; the rules are asked anew, for they read what changes by the hour. */
export function workDigest(
  fileSha: string,
  mesh: MeshChoice | null,
  sheet: CheckContext,
  version: string | null = WORK_VERSION,
): string {
  const { machine, recipe } = sheet;
  const work = {
    version: version ?? randomUUID(), // code that was never built reuses nothing
    fileSha,
    motion: machine.motion,
    ...(sheet.technology === 'resin' && { technology: 'resin' }),
    ...(mesh && {
      mesh,
      lay: recipe.lay,
      ...(sheet.technology === 'resin' && { layers: stackSettingsOf(recipe.values ?? {}, '') }),
      heads: headsOf(sheet),
      zones: machine.zonesMm,
      limit: overhangLimitOf(sheet),
    }),
  };
  return createHash('sha256').update(canonicalJson(work)).digest('hex');
}
