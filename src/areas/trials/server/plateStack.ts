import { createHash } from 'node:crypto';
import { constants, deflateSync } from 'node:zlib';
import type { PlateProgram } from '../../../core/resin/plate.ts';
import { writeStack } from '../../../core/resin/stack.ts';

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
/** Rows of a plate are long runs: run-length matching packs them as small as any search, far faster. */
const deflate = (raw: Uint8Array): Uint8Array => deflateSync(raw, { level: 1, strategy: constants.Z_RLE });

/** What a resin trial keeps: its plates in the order they are printed. */
export const textOfPlates = (programs: readonly PlateProgram[]): string =>
  programs.length === 0 ? '' : JSON.stringify(programs.length === 1 ? programs[0] : { plates: programs });
export function platesOf(text: string): readonly PlateProgram[] {
  if (text === '') return [];
  const kept = JSON.parse(text) as PlateProgram | { readonly plates: readonly PlateProgram[] };
  return 'plates' in kept ? kept.plates : [kept];
}

/** The layer stack of a plate program, with its digest. The same program gives the same bytes. */
export function stackOf(program: PlateProgram): { readonly zip: Uint8Array; readonly digest: string } {
  const zip = writeStack(program, { deflate, sha256 });
  return { zip, digest: sha256(zip) };
}
