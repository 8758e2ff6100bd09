import { DrizzleQueryError } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { inRequest, loggerTo, messageOf } from './log.ts';

const failed = (): DrizzleQueryError =>
  new DrizzleQueryError('insert into session (token) values ($1)', ['secret-1f3'], new Error('terminating connection'));
/** What a logger writes of one event. */
function lineOf(facts: object): { readonly text: string; readonly says: Record<string, unknown> } {
  let text = '';
  loggerTo({ write: (line) => void (text += line) }).warn(facts, 'print');
  return { text, says: JSON.parse(text) as Record<string, unknown> };
}

test('a statement that failed is told by what the database said, without the values it was asked with', () => {
  expect(failed().message).toContain('secret-1f3');
  expect(messageOf(failed())).toBe('a statement failed: terminating connection');
});
test('any other error is told by its message, and what is none as it is', () => {
  expect([messageOf(new RangeError('no file')), messageOf('gone')]).toEqual(['no file', 'gone']);
});
test('a line says when, how loud, what, and the facts', () => {
  const { text, says } = lineOf({ id: 'p-1' });
  expect(text.endsWith('}\n')).toBe(true);
  expect(says).toEqual({ level: 'warn', what: 'print', id: 'p-1', at: expect.stringMatching(/^\d{4}-\d\d-\d\dT.*Z$/) });
});
test('an error is told by its message and by where it was thrown; of a statement nothing else is', () => {
  const { text, says } = lineOf({ error: failed() });
  expect(says['error']).toEqual({
    message: 'a statement failed: terminating connection',
    at: expect.arrayContaining([expect.stringContaining('log.test.ts')]),
  });
  expect(text).not.toContain('secret-1f3');
  expect(text).not.toContain('insert into');
});
test.each(['password', 'token', 'cookie', 'authorization', 'secret', 'content'])(
  'a fact named %s is left out, wherever it stands',
  (name) => {
    const { text } = lineOf({ [name]: 'kept-4711', inside: { [name]: 'kept-4711' } });
    expect(text).not.toContain('kept-4711');
    expect(text).toContain('left out');
  },
);
test('what is logged for a request names it, and nothing else does', () => {
  const inside = inRequest('4fa1', () => lineOf({}).says);
  expect([inside['request'], lineOf({}).says['request']]).toEqual(['4fa1', undefined]);
});
