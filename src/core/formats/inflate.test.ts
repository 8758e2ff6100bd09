import { constants, deflateSync, inflateSync } from 'node:zlib';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { adler32, inflateZlib } from './inflate.ts';

const bytesOf = (length: number, at: (i: number) => number): Uint8Array => Uint8Array.from({ length }, (_, i) => at(i));
const MOST = 300_000;
const text = bytesOf(120_000, (i) => 'the quick brown fox jumps over '.charCodeAt((i * i + (i >> 3)) % 31));
const rows = bytesOf(200_000, (i) => (i % 577 === 0 ? 0 : Math.abs((i % 577) - 288) < 90 ? 255 : 0));

describe('what zlib packed is unpacked as zlib does', () => {
  test.each([
    ['nothing', new Uint8Array(0)],
    ['one byte', Uint8Array.of(7)],
    ['a long stretch of the same', new Uint8Array(MOST).fill(255)],
    ['rows of a layer', rows],
    ['words', text],
    ['what repeats after three', bytesOf(70_000, (i) => i % 3)],
    ['noise', bytesOf(90_000, (i) => (Math.imul(i + 1, 2_654_435_761) >>> 13) & 255)],
  ])('%s, in blocks of every kind', (_, raw) => {
    for (const how of [
      { level: 0 },
      { level: 1 },
      { level: 9 },
      { strategy: constants.Z_FIXED },
      { strategy: constants.Z_RLE },
      { strategy: constants.Z_HUFFMAN_ONLY },
    ])
      expect(Buffer.compare(inflateZlib(deflateSync(raw, how), MOST), raw), JSON.stringify(how)).toBe(0);
  });
  test('whatever it is', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.uint8Array({ maxLength: 40 }), fc.nat(400)), { maxLength: 12 }),
        fc.constantFrom(0, 1, 6, 9),
        (parts, level) => {
          const raw = Buffer.concat(parts.flatMap(([part, times]) => Array.from({ length: times }, () => part)));
          expect(Buffer.compare(inflateZlib(deflateSync(raw, { level }), raw.length), raw)).toBe(0);
        },
      ),
      { numRuns: 150, seed: 19 },
    );
  });
});

test('a changed byte is refused, or nothing of what comes out is changed by it', () => {
  const packed = deflateSync(text.subarray(0, 4000));
  for (let i = 0; i < packed.length; i++) {
    const changed = Uint8Array.from(packed);
    changed[i]! ^= 1 << (i % 8);
    let ours: Uint8Array | null = null;
    try {
      ours = inflateZlib(changed, 4000);
    } catch {
      /* refused */
    }
    if (ours) expect([i, Buffer.compare(ours, text.subarray(0, 4000))]).toEqual([i, 0]);
  }
});
test('cut short anywhere it is refused, as zlib refuses it', () => {
  const packed = deflateSync(rows.subarray(0, 20_000));
  for (let length = 0; length < packed.length; length += 3) {
    expect(() => inflateSync(packed.subarray(0, length))).toThrow();
    expect(() => inflateZlib(packed.subarray(0, length), 20_000), `${length} bytes`).toThrow(RangeError);
  }
});
test('room that is used again shows nothing of what was in it before', () => {
  const into = new Uint8Array(rows.length);
  inflateZlib(deflateSync(rows), rows.length, { into });
  const few = text.subarray(0, 5000);
  expect(Buffer.compare(inflateZlib(deflateSync(few), rows.length, { into }), few)).toBe(0);
});
test('a wrong sum over what is unpacked is refused, but where another guards what is packed', () => {
  const packed = Uint8Array.from(deflateSync(text));
  packed[packed.length - 1]! ^= 1;
  expect(() => inflateZlib(packed, text.length)).toThrow('has a wrong checksum');
  expect(Buffer.compare(inflateZlib(packed, text.length, { isGuarded: true }), text)).toBe(0);
});
test('more than it may be is refused before it is unpacked', () =>
  expect(() => inflateZlib(deflateSync(new Uint8Array(1_000_000)), 1000)).toThrow('is larger than it may be'));
test('the checksum of a word is that of the worked example', () =>
  // source: the article on Adler-32 that everybody copies works “Wikipedia” out by hand
  expect(adler32(new TextEncoder().encode('Wikipedia'))).toBe(0x11_e6_03_98));
