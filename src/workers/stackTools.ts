import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { Unzlib, zlibSync } from 'fflate';
import { joinedBytes } from '../core/formats/bytes.ts';
import type { Inflate } from '../core/resin/png.ts';
import type { StackTools } from '../core/resin/stack.ts';

/** Zlib and digests as the core takes them, in a browser. */
export const stackTools: StackTools = {
  deflate: (raw) => zlibSync(raw, { level: 1 }),
  sha256: (bytes) => bytesToHex(sha256(bytes)),
};
const AT_ONCE = 65_536;
/** Unpacks step by step, and no further than is asked for. */
export const inflate: Inflate = (packed, most) => {
  const parts: Uint8Array[] = [];
  let size = 0;
  const unpack = new Unzlib((part) => {
    size += part.length;
    if (size > most) throw new RangeError('unpacks to more than it may');
    parts.push(part);
  });
  for (let at = 0; at < packed.length; at += AT_ONCE)
    unpack.push(packed.subarray(at, at + AT_ONCE), at + AT_ONCE >= packed.length);
  return joinedBytes(parts);
};
