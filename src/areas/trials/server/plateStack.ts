import { createHash } from 'node:crypto';
import { constants, deflateSync } from 'node:zlib';
import type { PlateProgram } from '../../../core/resin/plate.ts';
import { writeStack } from '../../../core/resin/stack.ts';

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
/** Rows of a plate are long runs: run-length matching packs them as small as any search, far faster. */
const deflate = (raw: Uint8Array): Uint8Array => deflateSync(raw, { level: 1, strategy: constants.Z_RLE });

/** The layer stack of a plate program, with its digest. The same program gives the same bytes. */
export function stackOf(program: PlateProgram): { readonly zip: Uint8Array; readonly digest: string } {
  const zip = writeStack(program, { deflate, sha256 });
  return { zip, digest: sha256(zip) };
}
