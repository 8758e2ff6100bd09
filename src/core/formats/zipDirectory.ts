import { fail, succeed, type Result } from '../result/result.ts';

/** A file of a zip, as its directory has it. */
export interface ZipEntry {
  readonly name: string;
  readonly isEncrypted: boolean;
  readonly method: number;
  readonly crc: number;
  readonly packedBytes: number;
  readonly bytes: number;
  readonly headerAt: number;
}

// Records of a zip. Source: .ZIP File Format Specification 6.3.10, sections 4.3.7 to 4.3.16 (PKWARE).
const END = 0x06054b50;
const END_BYTES = 22;
const LOCATOR_64 = 0x07064b50;
const LOCATOR_64_BYTES = 20;
const END_64 = 0x06064b50;
const END_64_BYTES = 56;
const ENTRY = 0x02014b50;
const ENTRY_BYTES = 46;
const HEADER = 0x04034b50;
const HEADER_BYTES = 30;
const EXTRA_64 = 1;
const LONGEST_COMMENT = 0xffff;
const IN_64 = 0xffffffff;

const no = (what: string, where = 'the archive') => fail({ code: 'zip', what, where, todo: 'write it again' });
const viewOf = (zip: Uint8Array): DataView => new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
const long = (view: DataView, at: number): number => Number(view.getBigUint64(at, true));

/** Every file a zip holds, by its directory: what stands between the files and is not listed there is not of it. */
export function zipEntries(zip: Uint8Array, mostFiles: number): Result<ZipEntry[]> {
  const view = viewOf(zip);
  const end = endOf(zip, view);
  if (end === null) return no('It is no zip, or cut short');
  const { count, at: begin, atEnd } = end;
  if (count > mostFiles) return no(`It holds more than ${mostFiles} files`);
  const entries: ZipEntry[] = [];
  for (let at = begin, i = 0; i < count; i++) {
    if (!(at + ENTRY_BYTES <= atEnd) || view.getUint32(at, true) !== ENTRY)
      return no(`Its directory ends after ${i} of ${count} files`);
    const nameBytes = view.getUint16(at + 28, true);
    const extraBytes = view.getUint16(at + 30, true);
    const commentBytes = view.getUint16(at + 32, true);
    const next = at + ENTRY_BYTES + nameBytes + extraBytes + commentBytes;
    if (next > atEnd) return no(`Its directory ends after ${i} of ${count} files`);
    const flags = view.getUint16(at + 8, true);
    const name = nameIn(zip.subarray(at + ENTRY_BYTES, at + ENTRY_BYTES + nameBytes));
    const [bytes, packedBytes, headerAt] = inFull(
      view,
      [view.getUint32(at + 24, true), view.getUint32(at + 20, true), view.getUint32(at + 42, true)],
      at + ENTRY_BYTES + nameBytes,
      extraBytes,
    );
    entries.push({
      name,
      isEncrypted: (flags & 1) !== 0,
      method: view.getUint16(at + 10, true),
      crc: view.getUint32(at + 16, true),
      packedBytes,
      bytes,
      headerAt,
    });
    at = next;
  }
  return succeed(entries);
}

/** Bytes of a file as they are packed; a failure where they are not where the directory says. */
export function packedBytesOf(zip: Uint8Array, entry: ZipEntry): Result<Uint8Array> {
  const view = viewOf(zip);
  const { headerAt, packedBytes, name } = entry;
  if (!(headerAt + HEADER_BYTES <= zip.length) || view.getUint32(headerAt, true) !== HEADER)
    return no('A file does not begin where the directory says', name);
  const nameBytes = view.getUint16(headerAt + 26, true);
  const from = headerAt + HEADER_BYTES + nameBytes + view.getUint16(headerAt + 28, true);
  if (nameIn(zip.subarray(headerAt + HEADER_BYTES, headerAt + HEADER_BYTES + nameBytes)) !== name)
    return no('A file has one name in the directory and another where it stands', name);
  if (!(from + packedBytes <= zip.length)) return no('A file runs out of the archive', name);
  return succeed(zip.subarray(from, from + packedBytes));
}

/** Where the directory begins and ends, and how many files it lists. */
function endOf(zip: Uint8Array, view: DataView): { count: number; at: number; atEnd: number } | null {
  for (let at = zip.length - END_BYTES; at >= 0 && at >= zip.length - END_BYTES - LONGEST_COMMENT; at--) {
    if (view.getUint32(at, true) !== END || at + END_BYTES + view.getUint16(at + 20, true) > zip.length) continue;
    const count = view.getUint16(at + 10, true);
    const begin = view.getUint32(at + 16, true);
    if (count !== 0xffff && begin !== IN_64) return begin <= at ? { count, at: begin, atEnd: at } : null;
    const locator = at - LOCATOR_64_BYTES;
    if (locator < 0 || view.getUint32(locator, true) !== LOCATOR_64)
      return begin <= at ? { count, at: begin, atEnd: at } : null;
    const end = long(view, locator + 8);
    if (!(end + END_64_BYTES <= locator) || view.getUint32(end, true) !== END_64) return null;
    const from = long(view, end + 48);
    return from <= end ? { count: long(view, end + 32), at: from, atEnd: end } : null;
  }
  return null;
}

/** Sizes and the place of a file; those that do not fit in 32 bits stand in an extra field, in this order. */
function inFull(
  view: DataView,
  short: readonly [bytes: number, packed: number, header: number],
  extraAt: number,
  extraBytes: number,
): [bytes: number, packed: number, header: number] {
  const out: [number, number, number] = [...short];
  for (let at = extraAt; at + 4 <= extraAt + extraBytes;) {
    const size = view.getUint16(at + 2, true);
    if (view.getUint16(at, true) === EXTRA_64) {
      let from = at + 4;
      const to = Math.min(from + size, extraAt + extraBytes);
      for (const k of [0, 1, 2] as const)
        if (short[k] === IN_64 && from + 8 <= to) {
          out[k] = long(view, from);
          from += 8;
        }
      break;
    }
    at += 4 + size;
  }
  return out;
}

/** A name with strokes of one kind, from the root of the archive. */
function nameIn(bytes: Uint8Array): string {
  let name: string;
  try {
    name = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    name = new TextDecoder('latin1').decode(bytes);
  }
  return name.replaceAll('\\', '/');
}
