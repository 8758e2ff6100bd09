import type { PlateProgram } from '../../../core/resin/plate.ts';
import { writeStack } from '../../../core/resin/stack.ts';
import { sha256, stackTools } from '../../../platform/files/stackTools.ts';

/** The layer stack of a plate program, with its digest. The same program gives the same bytes. */
export function stackOf(program: PlateProgram): { readonly zip: Uint8Array; readonly digest: string } {
  const zip = writeStack(program, stackTools);
  return { zip, digest: sha256(zip) };
}
