import { createHash } from 'node:crypto';
import { constants, deflateSync, inflateSync } from 'node:zlib';
import type { Inflate } from '../../core/resin/png.ts';
import type { StackTools } from '../../core/resin/stack.ts';

/** Zlib and digests as the core takes them: the same stack to the byte each time. */
export const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
/** Rows are long runs: run-length matching packs them as small as any search, far faster. */
export const stackTools: StackTools = {
  deflate: (raw) => deflateSync(raw, { level: 1, strategy: constants.Z_RLE }),
  sha256,
};
export const inflate: Inflate = (packed, most) => inflateSync(packed, { maxOutputLength: most });
