import { deflateSync, inflateSync } from 'node:zlib';
import { expect, test } from 'vitest';
import { sha256 } from '../platform/files/stackTools.ts';
import { inflate, stackTools } from './stackTools.ts';

const rows = Uint8Array.from({ length: 300_000 }, (_, i) => (i % 700 < 350 ? 255 : i % 7));

test('digests in a browser are those of the server', () => expect(stackTools.sha256(rows)).toBe(sha256(rows)));
test('rows packed in a browser are unpacked by zlib, and the other way round', () => {
  expect(new Uint8Array(inflateSync(stackTools.deflate(rows)))).toEqual(rows);
  expect(inflate(deflateSync(rows), rows.length)).toEqual(rows);
});
test('what unpacks to more than it may is left before it is unpacked whole', () => {
  const bomb = deflateSync(new Uint8Array(50_000_000));
  expect(() => inflate(bomb, 1_000_000)).toThrow('unpacks to more than it may');
});
