import { expect, test } from 'vitest';
import { feeds, progressOf, silentS } from './print.ts';

test('a print that nothing was heard of for more than ten seconds says for how long', () => {
  const heard = new Date('2026-11-20T08:00:00Z');
  const after = (s: number): number | null =>
    silentS(progressOf('printing', 100, heard), new Date(heard.getTime() + 1000 * s));
  expect([after(0), after(10), after(10.6), after(95)]).toEqual([null, null, 11, 95]);
  expect(silentS(null, heard)).toBeNull();
});

test.each([
  ['G1 X10 Y5 E0.4', true],
  ['X10 Y5 E1.25', true],
  ['G1 E5 F300', true],
  ['G3 X1 Y1 I2 J0 E.4', true],
  ['G0 X10 Y5', false],
  ['G92 E0', false],
  ['M117 LAYER E5', false],
  ['M83', false],
])('of %s it is known whether it may lay something', (line, may) => expect(feeds(line)).toBe(may));
