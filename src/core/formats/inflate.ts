/** Unpacks what zlib packed (RFC 1950 and 1951) into so many bytes at most. Copies are made whole and not byte by byte: pictures of
 *  layers are long stretches of the same, which a library written for anything takes five times as long for. Throws on what is
 *  cut short, damaged or larger. `isGuarded` where another checksum stands over the packed bytes: then that of what is unpacked,
 *  which takes as long as unpacking, is left out. `into` is room to be used again. */
export function inflateZlib(
  packed: Uint8Array,
  mostBytes: number,
  { isGuarded = false, into = new Uint8Array(mostBytes) } = {},
): Uint8Array {
  const out = into.subarray(0, mostBytes);
  const bits = new Bits(packed, 2);
  const [method, flags] = packed;
  if (packed.length < 6 || (method! & 15) !== 8 || ((method! << 8) | flags!) % 31 !== 0 || flags! & 32)
    throw new RangeError('is not packed by zlib');
  let size = 0;
  for (let isLast = false; !isLast;) {
    isLast = bits.take(1) === 1;
    const type = bits.take(2);
    if (type === 0) {
      const stored = bits.stored();
      if (size + stored.length > mostBytes) throw new RangeError('is larger than it may be');
      out.set(stored, size);
      size += stored.length;
    } else if (type === 1) size = unpackBlock(bits, FIXED, out, size);
    else if (type === 2) size = unpackBlock(bits, readCodes(bits), out, size);
    else throw new RangeError('has a block of no kind');
  }
  const rest = packed.subarray(bits.nextByte());
  if (rest.length < 4) throw new RangeError('is cut short');
  const unpacked = out.subarray(0, size);
  if (!isGuarded && new DataView(rest.buffer, rest.byteOffset).getUint32(0) !== adler32(unpacked))
    throw new RangeError('has a wrong checksum');
  return unpacked;
}

/** The checksum of RFC 1950; so many bytes are taken before the remainder that no sum outgrows 31 bits. */
export function adler32(bytes: Uint8Array): number {
  const AT_ONCE = 1900;
  let [a, b] = [1, 0];
  for (let from = 0; from < bytes.length; from += AT_ONCE) {
    const to = Math.min(bytes.length, from + AT_ONCE);
    for (let i = from; i < to; i++) {
      a = (a + bytes[i]!) | 0;
      b = (b + a) | 0;
    }
    a %= 65521;
    b %= 65521;
  }
  return ((b << 16) | a) >>> 0;
}

class Bits {
  private held = 0;
  private count = 0;
  constructor(
    private readonly bytes: Uint8Array,
    private at: number,
  ) {}
  /** At least so many bits held; beyond the end they are none, and more than a few of those is too short. */
  private hold(n: number): void {
    while (this.count < n) {
      if (this.at > this.bytes.length + 2) throw new RangeError('is cut short');
      this.held |= (this.bytes[this.at++] ?? 0) << this.count;
      this.count += 8;
    }
  }
  take(n: number): number {
    if (n === 0) return 0;
    this.hold(n);
    const value = this.held & ((1 << n) - 1);
    this.held >>>= n;
    this.count -= n;
    return value;
  }
  symbol({ table, longest }: Codes): number {
    this.hold(longest);
    const found = table[this.held & ((1 << longest) - 1)]!;
    if (found === 0) throw new RangeError('has a code of no symbol');
    this.held >>>= found & 15;
    this.count -= found & 15;
    return found >> 4;
  }
  /** Where whole bytes go on. */
  nextByte(): number {
    const next = this.at - (this.count >> 3);
    if (next > this.bytes.length) throw new RangeError('is cut short');
    return next;
  }
  stored(): Uint8Array {
    const from = this.nextByte();
    const [a, b, c, d] = this.bytes.subarray(from, from + 4);
    const length = a! | (b! << 8);
    if (d === undefined || length !== (~(c! | (d << 8)) & 0xff_ff)) throw new RangeError('has a damaged block');
    const to = from + 4 + length;
    if (to > this.bytes.length) throw new RangeError('is cut short');
    [this.at, this.held, this.count] = [to, 0, 0];
    return this.bytes.subarray(from + 4, to);
  }
}

/** By the next bits, read from the lowest: the symbol × 16 and the length of its code; 0 where there is none. */
interface Codes {
  readonly table: Uint16Array;
  readonly longest: number;
}
const MOST_BITS = 15;
function codesOf(lengths: ArrayLike<number>): Codes {
  const counts = new Uint16Array(MOST_BITS + 1);
  for (let i = 0; i < lengths.length; i++) counts[lengths[i]!]!++;
  counts[0] = 0;
  let longest = MOST_BITS;
  while (longest > 1 && counts[longest] === 0) longest--;
  const next = new Uint16Array(MOST_BITS + 2);
  for (let n = 1, code = 0; n <= MOST_BITS; n++) {
    next[n] = code = (code + counts[n - 1]!) << 1;
    if (code + counts[n]! > 1 << n) throw new RangeError('has too many codes');
  }
  const table = new Uint16Array(1 << longest);
  for (let symbol = 0; symbol < lengths.length; symbol++) {
    const n = lengths[symbol]!;
    if (n === 0) continue;
    let code = next[n]!++;
    let turned = 0;
    for (let k = 0; k < n; k++, code >>= 1) turned = (turned << 1) | (code & 1);
    for (let i = turned; i < table.length; i += 1 << n) table[i] = (symbol << 4) | n;
  }
  return { table, longest };
}
interface BlockCodes {
  readonly literals: Codes;
  readonly distances: Codes;
}
const FIXED: BlockCodes = {
  literals: codesOf(Array.from({ length: 288 }, (_, i) => (i < 144 ? 8 : i < 256 ? 9 : i < 280 ? 7 : 8))),
  distances: codesOf(new Uint8Array(30).fill(5)),
};
const ORDER = [16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15] as const;
function readCodes(bits: Bits): BlockCodes {
  const [literals, distances, orders] = [bits.take(5) + 257, bits.take(5) + 1, bits.take(4) + 4];
  const ofLengths = new Uint8Array(19);
  for (let i = 0; i < orders; i++) ofLengths[ORDER[i]!] = bits.take(3);
  const codes = codesOf(ofLengths);
  const lengths = new Uint8Array(literals + distances);
  for (let i = 0; i < lengths.length;) {
    const symbol = bits.symbol(codes);
    if (symbol < 16) lengths[i++] = symbol;
    else {
      const [value, times] =
        symbol === 16 ? [lengths[i - 1], 3 + bits.take(2)] : [0, symbol === 17 ? 3 + bits.take(3) : 11 + bits.take(7)];
      if (value === undefined || i + times > lengths.length) throw new RangeError('has damaged codes');
      lengths.fill(value, i, (i += times));
    }
  }
  return { literals: codesOf(lengths.subarray(0, literals)), distances: codesOf(lengths.subarray(literals)) };
}

/** Base and further bits of lengths from symbol 257, and of distances. */
const LENGTHS = [
  ...[
    3, 4, 5, 6, 7, 8, 9, 10, 11, 13, 15, 17, 19, 23, 27, 31, 35, 43, 51, 59, 67, 83, 99, 115, 131, 163, 195, 227, 258,
  ],
] as const;
const LENGTH_BITS = [...'00000000111122223333444455550'].map(Number);
const DISTANCES = Array.from({ length: 30 }, (_, i) => (i < 2 ? i + 1 : ((2 + (i & 1)) << ((i >> 1) - 1)) + 1));
const DISTANCE_BITS = DISTANCES.map((_, i) => (i < 2 ? 0 : (i >> 1) - 1));

function unpackBlock(bits: Bits, { literals, distances }: BlockCodes, out: Uint8Array, from: number): number {
  let size = from;
  for (;;) {
    const symbol = bits.symbol(literals);
    if (symbol === 256) return size;
    if (symbol < 256) {
      if (size === out.length) throw new RangeError('is larger than it may be');
      out[size++] = symbol;
      continue;
    }
    const length = LENGTHS[symbol - 257];
    if (length === undefined) throw new RangeError('has a length of no kind');
    const end = size + length + bits.take(LENGTH_BITS[symbol - 257]!);
    const d = bits.symbol(distances);
    if (d >= DISTANCES.length) throw new RangeError('has a distance of no kind');
    const back = DISTANCES[d]! + bits.take(DISTANCE_BITS[d]!);
    if (back > size) throw new RangeError('repeats what stands before its beginning');
    if (end > out.length) throw new RangeError('is larger than it may be');
    if (back === 1) out.fill(out[size - 1]!, size, end);
    else if (back >= end - size) out.copyWithin(size, size - back, end - back);
    else for (let i = size; i < end; i++) out[i] = out[i - back]!;
    size = end;
  }
}
