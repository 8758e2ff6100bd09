import { DrizzleQueryError } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { messageOf } from './log.ts';

test('a statement that failed is told by what the database said, without the values it was asked with', () => {
  const error = new DrizzleQueryError(
    'insert into session (token) values ($1)',
    ['secret-1f3'],
    new Error('terminating connection'),
  );
  expect(error.message).toContain('secret-1f3');
  expect(messageOf(error)).toBe('a statement failed: terminating connection');
});
test('any other error is told by its message, and what is none as it is', () => {
  expect([messageOf(new RangeError('no file')), messageOf('gone')]).toEqual(['no file', 'gone']);
});
