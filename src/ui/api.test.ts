import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ask, post } from './api.ts';

interface Seen {
  readonly path: string;
  readonly key: string | null;
}
let seen: Seen[] = [];
/** Answers in turn; the last one for ever. */
function answering(...answers: (() => Response | Promise<Response>)[]): void {
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    seen.push({ path, key: new Headers(init.headers).get('idempotency-key') });
    return Promise.resolve().then(answers[Math.min(seen.length, answers.length) - 1]);
  });
}
const said = (status: number, body: object) => () => new Response(JSON.stringify(body), { status });
const unreachable = () => Promise.reject(new TypeError('fetch failed'));
/** What comes of it when time goes by as it wants. */
async function settled<T>(work: Promise<T>): Promise<T | string> {
  const ended = work.catch((e: Error) => e.message);
  await vi.runAllTimersAsync();
  return ended;
}

beforeEach(() => {
  seen = [];
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('what changes something', () => {
  test('is sent again with the same key while the server cannot be reached or says that it will come back', async () => {
    answering(unreachable, said(503, { title: 'busy', retry: true }), said(200, { id: 'x' }));
    expect(await settled(post('/api/x', {}))).toEqual({ id: 'x' });
    expect(seen).toHaveLength(3);
    expect(new Set(seen.map((s) => s.key)).size).toBe(1);
    expect(seen[0]!.key).toMatch(/^[0-9a-f]{32}$/);
  });
  test('is given up after four times, with the last words', async () => {
    answering(said(503, { title: 'The database cannot be reached', retry: true }));
    expect(await settled(post('/api/x', {}))).toBe('The database cannot be reached');
    expect(seen).toHaveLength(4);
  });
  test.each([
    ['a refusal', 422],
    ['an instrument that gives nothing', 503],
    ['a fault', 500],
  ])('is not sent again after %s', async (_, status) => {
    answering(said(status, { title: 'no' }));
    expect(await settled(post('/api/x', {}))).toBe('no');
    expect(seen).toHaveLength(1);
  });
  test('has a key of its own each time somebody asks for it', async () => {
    answering(said(200, {}));
    await settled(post('/api/x', {}));
    await settled(post('/api/x', {}));
    expect(seen[0]!.key).not.toBe(seen[1]!.key);
  });
});
test('what only asks has no key, and is asked once', async () => {
  answering(said(503, { title: 'busy', retry: true }));
  expect(await settled(ask('/api/x', {}))).toBe('busy');
  expect(seen).toEqual([{ path: '/api/x', key: null }]);
});
