import { joinedBytes } from '../formats/bytes.ts';
import { crc32 } from '../formats/crc32.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import type { GreyRuns } from './raster.ts';
import { greyRunsOf } from './runs.ts';

/** Compression comes from outside: Node's zlib on the server, a library in the browser. */
export type Deflate = (raw: Uint8Array) => Uint8Array;
export type Inflate = (packed: Uint8Array, mostBytes: number) => Uint8Array;

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] as const;

function chunk(type: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(12 + data.length);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) out[4 + i] = type.charCodeAt(i);
  out.set(data, 8);
  view.setUint32(8 + data.length, crc32(out.subarray(4, 8 + data.length)));
  return out;
}

/** Rows of grey with their filter bytes (none) as a PNG of 8 bits. Source: ISO/IEC 15948, PNG specification. */
export function encodeGreyPng(rows: Uint8Array, width: number, height: number, deflate: Deflate): Uint8Array {
  if (rows.length !== (width + 1) * height) throw new RangeError('rows do not make the picture');
  const head = new Uint8Array(13);
  const view = new DataView(head.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  head[8] = 8;
  return joinedBytes([
    Uint8Array.from(SIGNATURE),
    chunk('IHDR', head),
    chunk('IDAT', deflate(rows)),
    chunk('IEND', new Uint8Array(0)),
  ]);
}

export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  /** width × height greys, row by row. */
  readonly grey: Uint8Array;
}

/** Width and height as the head of a PNG says them; null where it has none. */
export function sizeOfPicture(png: Uint8Array): readonly [width: number, height: number] | null {
  if (png.length < 24 || SIGNATURE.some((b, i) => png[i] !== b)) return null;
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  return [view.getUint32(16), view.getUint32(20)];
}

type Size = readonly [width: number, height: number];
const no = (what: string, todo = 'write 8-bit grey, not interlaced'): Result<never> =>
  fail({ code: 'png', what, todo });

/** An 8-bit grey PNG as its greys. Refuses anything else, a wrong checksum, a wrong size and a picture cut short. */
export function decodeGreyPng(png: Uint8Array, wanted: Size, inflate: Inflate): Result<GreyPicture> {
  const raw = rowsOfPng(png, wanted, inflate);
  if (!raw.ok) return raw;
  const [width, height] = wanted;
  const grey = unfilter(raw.value, width, height);
  return grey ? succeed({ width, height, grey }) : no('has an unknown filter');
}

/** What is lit of an 8-bit grey PNG; of one whose rows are as they are, as ours, without moving any. */
export function runsOfGreyPng(png: Uint8Array, wanted: Size, inflate: Inflate): Result<GreyRuns> {
  const raw = rowsOfPng(png, wanted, inflate);
  if (!raw.ok) return raw;
  const [width, height] = wanted;
  let isPlain = true;
  for (let y = 0; y < height && isPlain; y++) isPlain = raw.value[y * (width + 1)] === 0;
  if (isPlain) return succeed(greyRunsOf(raw.value, width, height, { stride: width + 1, from: 1 }));
  const grey = unfilter(raw.value, width, height);
  return grey ? succeed(greyRunsOf(grey, width, height)) : no('has an unknown filter');
}

/** The rows of a picture with their filter bytes. */
function rowsOfPng(png: Uint8Array, wanted: Size, inflate: Inflate): Result<Uint8Array> {
  if (SIGNATURE.some((b, i) => png[i] !== b)) return no('is no PNG');
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  const data: Uint8Array[] = [];
  let width = 0;
  let height = 0;
  let isEnded = false;
  for (let at = 8; at + 12 <= png.length && !isEnded;) {
    const length = view.getUint32(at);
    if (at + 12 + length > png.length) return no('is cut short', 'write the file again');
    const body = png.subarray(at + 4, at + 8 + length);
    if (crc32(body) !== view.getUint32(at + 8 + length)) return no('has a wrong checksum', 'write the file again');
    const type = String.fromCharCode(...png.subarray(at + 4, at + 8));
    if (type === 'IHDR') {
      width = view.getUint32(at + 8);
      height = view.getUint32(at + 12);
      const [depth, colour, , , interlace] = png.subarray(at + 16, at + 21);
      if (depth !== 8) return no(`has ${depth} bits a sample`);
      if (colour !== 0) return no('is not grey');
      if (interlace !== 0) return no('is interlaced');
      if (width !== wanted[0] || height !== wanted[1])
        return no(
          `is ${width} × ${height} pixels instead of ${wanted[0]} × ${wanted[1]}`,
          'write every layer at the size of the screen',
        );
    } else if (type === 'IDAT') data.push(png.subarray(at + 8, at + 8 + length));
    else if (type === 'IEND') isEnded = true;
    at += 12 + length;
  }
  if (!isEnded || width === 0) return no('is cut short', 'write the file again');
  let raw: Uint8Array;
  try {
    raw = inflate(joinedBytes(data), (width + 1) * height);
  } catch {
    return no('does not unpack', 'write the file again');
  }
  if (raw.length !== (width + 1) * height) return no('has another count of rows than it says', 'write the file again');
  return succeed(raw);
}

/** In place: every row moves towards the beginning, over what has been read of it. */
function unfilter(raw: Uint8Array, width: number, height: number): Uint8Array | null {
  const out = new Uint8Array(raw.buffer, raw.byteOffset, width * height);
  for (let y = 0; y < height; y++) {
    const filter = raw[y * (width + 1)]!;
    const from = y * (width + 1) + 1;
    const to = y * width;
    if (filter > 4) return null;
    if (filter === 0) {
      out.copyWithin(to, from, from + width);
      continue;
    }
    for (let x = 0; x < width; x++) {
      const left = x > 0 ? out[to + x - 1]! : 0;
      const up = y > 0 ? out[to - width + x]! : 0;
      const corner = x > 0 && y > 0 ? out[to - width + x - 1]! : 0;
      const add = filter === 1 ? left : filter === 2 ? up : filter === 3 ? (left + up) >> 1 : paeth(left, up, corner);
      out[to + x] = (raw[from + x]! + add) & 0xff;
    }
  }
  return out;
}
function paeth(a: number, b: number, c: number): number {
  const p = a + b - c;
  const [da, db, dc] = [Math.abs(p - a), Math.abs(p - b), Math.abs(p - c)];
  return da <= db && da <= dc ? a : db <= dc ? b : c;
}
