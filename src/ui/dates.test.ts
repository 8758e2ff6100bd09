import { describe, expect, test } from 'vitest';
import { day, parseDay } from './dates.ts';

describe('a day', () => {
  test.each([
    ['2026-12-04', '2026-12-04'],
    ['4 Dec 2026', '2026-12-04'],
    [' 4  December 2026 ', '2026-12-04'],
    ['4.12.2026', '2026-12-04'],
    ['04/12/2026', '2026-12-04'],
    ['29 Feb 2028', '2028-02-29'],
  ])('typed %s is %s', (typed, read) => expect(parseDay(typed)).toBe(read));
  test.each(['', 'soon', '30 Feb 2026', '12/31/2026', '2026-12', '4 Dec'])('is not read from %s', (typed) =>
    expect(parseDay(typed)).toBeNull(),
  );
  test('is written so that it is read again as the same', () => {
    for (let i = 0; i < 400; i++) {
      const iso = new Date(Date.UTC(2026, 0, 1 + i)).toISOString().slice(0, 10);
      expect(parseDay(day(iso))).toBe(iso);
    }
  });
});
