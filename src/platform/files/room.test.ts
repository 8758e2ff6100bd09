import { expect, test } from 'vitest';
import { roomLeftBytes, WATERMARK_BYTES, whyNoRoom } from './room.ts';

test('files are taken while there is room for everything else, and refused with what is left before there is none', () => {
  expect([whyNoRoom(null), whyNoRoom(WATERMARK_BYTES)]).toEqual([null, null]);
  expect(whyNoRoom(WATERMARK_BYTES - 1)).toContain('has 511 MB left');
  expect(whyNoRoom(0)).toContain('has 0 MB left');
});
test('the room is that of the disk the folder lies on; a folder that is not there is not guessed at', async () => {
  expect(await roomLeftBytes('/')).toBeGreaterThan(0);
  expect([await roomLeftBytes('/no/such/folder'), await roomLeftBytes('')]).toEqual([null, null]);
});
