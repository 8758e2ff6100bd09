import { expect, test } from 'vitest';
import { progressOf, silentS } from './print.ts';

test('a print that nothing was heard of for more than ten seconds says for how long', () => {
  const heard = new Date('2026-11-20T08:00:00Z');
  const after = (s: number): number | null =>
    silentS(progressOf('printing', 100, heard), new Date(heard.getTime() + 1000 * s));
  expect([after(0), after(10), after(10.6), after(95)]).toEqual([null, null, 11, 95]);
  expect(silentS(null, heard)).toBeNull();
});
