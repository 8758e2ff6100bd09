import { Inflate } from 'fflate';
import { fail, succeed, type Failure, type Result } from '../result/result.ts';
import { joinedBytes } from './bytes.ts';
import { crc32 } from './crc32.ts';
import { packedBytesOf, zipEntries, type ZipEntry } from './zipDirectory.ts';

export interface UnzipLimits {
  readonly mostBytes: number;
  readonly mostFiles: number;
  /** Names that may stand in it. */
  readonly isName: (name: string) => boolean;
  /** Files that are wanted; others are passed over, but counted. All of them if not said. */
  readonly isWanted?: (name: string) => boolean;
}

/** Whether a name stays inside the folder it is unpacked to. */
export const staysInside = (name: string): boolean =>
  name.length > 0 &&
  name.length <= 200 &&
  !/^[/\\]|[\0-\x1f\\:]/.test(name) &&
  !name.split('/').some((part) => part === '..' || part === '.');

const STORED = 0;
const DEFLATED = 8;
/** Ways of packing that are not read, by their numbers. Source: .ZIP File Format Specification 6.3.10, section 4.4.5. */
const OTHER_METHODS: Readonly<Record<number, string>> = {
  1: 'shrinking',
  6: 'imploding',
  9: 'Deflate64',
  12: 'BZIP2',
  14: 'LZMA',
  93: 'Zstandard',
  95: 'XZ',
  98: 'PPMd',
  99: 'AES',
};

/** Files of a zip by name. Sizes are counted while unpacking and never taken from the zip's word; names that climb out, files that
 *  stand twice, and more bytes or files than allowed are refused, and so is a file whose check sum is another. */
export function unzip(zip: Uint8Array, limits: UnzipLimits): Result<Map<string, Uint8Array>> {
  const entries = zipEntries(zip, limits.mostFiles);
  if (!entries.ok) return entries;
  if (entries.value.length === 0) return fail(wrong('It is no zip, or an empty one', 'the archive', 'check the file'));
  const files = new Map<string, Uint8Array>();
  const names = new Set<string>();
  let left = limits.mostBytes;
  for (const entry of entries.value) {
    const { name } = entry;
    if (!limits.isName(name)) return fail(wrong('A file has a name that cannot be', JSON.stringify(name.slice(0, 60))));
    if (names.has(name)) return fail(wrong('A file stands twice', name));
    names.add(name);
    if (name.endsWith('/') || !(limits.isWanted?.(name) ?? true)) continue;
    const bytes = unpacked(zip, entry, left);
    if (!bytes.ok) return bytes;
    if (bytes.value === null) return fail(wrong(`It unpacks to more than ${limits.mostBytes / 1024 / 1024} MB`));
    left -= bytes.value.length;
    files.set(name, bytes.value);
  }
  return succeed(files);
}
const wrong = (what: string, where = 'the archive', todo = 'write it again'): Failure => ({
  code: 'zip',
  what,
  where,
  todo,
});

/** One file; null where it has more bytes than are left to unpack. */
function unpacked(zip: Uint8Array, entry: ZipEntry, mostBytes: number): Result<Uint8Array | null> {
  const { name, method, isEncrypted } = entry;
  if (isEncrypted) return fail(wrong('A file is protected by a password', name, 'write it without a password'));
  if (method !== STORED && method !== DEFLATED)
    return fail(
      wrong(
        `A file is packed by ${OTHER_METHODS[method] ?? `method ${method}`}, which is not read`,
        name,
        'pack it by Deflate',
      ),
    );
  const packed = packedBytesOf(zip, entry);
  if (!packed.ok) return packed;
  const bytes = method === STORED ? packed.value : inflated(packed.value, mostBytes);
  if (bytes === 'broken') return fail(wrong('A file does not unpack', name));
  if (bytes === null || bytes.length > mostBytes) return succeed(null);
  if (bytes.length !== entry.bytes || crc32(bytes) !== entry.crc)
    return fail(wrong('A file is not the one that was packed: its size or check sum is another', name));
  return succeed(bytes);
}

const STEP = 1 << 16;
function inflated(packed: Uint8Array, mostBytes: number): Uint8Array | null | 'broken' {
  const pieces: Uint8Array[] = [];
  let size = 0;
  const reader = new Inflate((piece) => {
    size += piece.length;
    if (size <= mostBytes) pieces.push(piece);
  });
  try {
    for (let at = 0; at < packed.length && size <= mostBytes; at += STEP)
      reader.push(packed.subarray(at, at + STEP), at + STEP >= packed.length);
  } catch {
    return 'broken';
  }
  return size > mostBytes ? null : joinedBytes(pieces);
}
