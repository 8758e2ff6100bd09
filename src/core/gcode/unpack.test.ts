import { gzipSync } from 'node:zlib';
import { expect, test } from 'vitest';
import { CannotUnpack, isGzip, unpackedName, unpackedPieces } from './unpack.ts';

const text = new TextEncoder().encode('G1 X10 E1\n'.repeat(20_000));
const packed = new Uint8Array(gzipSync(text));
const stream = (bytes: Uint8Array, piece = 1000): ReadableStream<Uint8Array> =>
  new ReadableStream({
    start(c) {
      for (let i = 0; i < bytes.length; i += piece) c.enqueue(bytes.subarray(i, i + piece));
      c.close();
    },
  });
async function whole(bytes: Uint8Array, most?: number): Promise<Uint8Array> {
  const pieces: Uint8Array[] = [];
  for await (const p of unpackedPieces(stream(bytes), most)) pieces.push(p);
  return new Uint8Array(Buffer.concat(pieces));
}
const refusal = async (bytes: Uint8Array, most?: number): Promise<string> => {
  try {
    await whole(bytes, most);
    return 'was taken';
  } catch (e) {
    return e instanceof CannotUnpack ? `${e.failure.what}, ${e.failure.where}` : `threw ${String(e)}`;
  }
};

test('a packed program comes out as it went in, in pieces of any size', async () => {
  expect(await whole(packed)).toEqual(text);
  expect([isGzip(packed), isGzip(text), unpackedName('vent.gcode.gz'), unpackedName('vent.gcode')]).toEqual([
    true,
    false,
    'vent.gcode',
    'vent.gcode',
  ]);
});
test('one that is cut short or spoiled is refused with the place', async () => {
  expect(await refusal(packed.subarray(0, packed.length - 200))).toMatch(
    /cut short or spoiled, byte \d+ once unpacked/,
  );
  const spoiled = packed.slice();
  spoiled[spoiled.length - 6]! ^= 0xff; // its checksum
  expect(await refusal(spoiled)).toMatch(/cut short or spoiled/);
  expect(await refusal(text)).toMatch(/cut short or spoiled, byte 0/);
});
test('one that grows without end is stopped at the limit', async () => {
  expect(await refusal(new Uint8Array(gzipSync(new Uint8Array(20_000_000))), 1_000_000)).toMatch(/more than 1 MB/);
});
