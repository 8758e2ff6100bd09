import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ask, get, post, postAct } from './api.ts';

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
    expect(await settled(post('/api/jobs/[id]/check', { id: 'x' }, {}))).toEqual({ id: 'x' });
    expect(seen).toHaveLength(3);
    expect(new Set(seen.map((s) => s.key)).size).toBe(1);
    expect(seen[0]!.key).toMatch(/^[0-9a-f]{32}$/);
  });
  test('is given up after four times, with the last words', async () => {
    answering(said(503, { title: 'The database cannot be reached', retry: true }));
    expect(await settled(post('/api/jobs/[id]/check', { id: 'x' }, {}))).toBe('The database cannot be reached');
    expect(seen).toHaveLength(4);
  });
  test.each([
    ['a refusal', 422],
    ['an instrument that gives nothing', 503],
    ['a fault', 500],
  ])('is not sent again after %s', async (_, status) => {
    answering(said(status, { title: 'no' }));
    expect(await settled(post('/api/jobs/[id]/check', { id: 'x' }, {}))).toBe('no');
    expect(seen).toHaveLength(1);
  });
  test('has a key of its own each time somebody asks for it', async () => {
    answering(said(200, {}));
    await settled(post('/api/jobs/[id]/check', { id: 'x' }, {}));
    await settled(post('/api/jobs/[id]/check', { id: 'x' }, {}));
    expect(seen[0]!.key).not.toBe(seen[1]!.key);
  });
});
test('what only asks has no key, and is asked once', async () => {
  answering(said(503, { title: 'busy', retry: true }));
  expect(await settled(ask('/api/library/find', { setting: 'flow', comparison: 'any value', text: '' }))).toBe('busy');
  expect(seen).toEqual([{ path: '/api/library/find', key: null }]);
});

describe('an address', () => {
  test('holds its names and what it is asked, whatever signs are in them', async () => {
    answering(said(200, []));
    await settled(get('/api/profiles/[id]/history', { id: 'a/b', setting: 'flow & fan', machine: undefined }));
    await settled(get('/api/trials/due'));
    await settled(postAct('/api/jobs/[id]', { id: 'a b' }, 'clear', { why: '' }));
    expect(seen.map((s) => s.path)).toEqual([
      '/api/profiles/a%2Fb/history?setting=flow+%26+fan',
      '/api/trials/due',
      '/api/jobs/a%20b/clear',
    ]);
  });
  test('takes and answers what its route says: anything else does not compile', () => {
    const never = async (): Promise<void> => {
      const page = await get('/api/jobs/[id]', { id: 'x' });
      page.title satisfies string;
      // @ts-expect-error no page of a job has this
      void page.titel;
      // @ts-expect-error no route has this address
      await get('/api/job', { id: 'x' });
      // @ts-expect-error nothing says which job
      await get('/api/jobs/[id]', {});
      // @ts-expect-error a body without its field
      await post('/api/jobs/[id]/clear', { id: 'x' }, {});
      // @ts-expect-error a route that only reads
      await post('/api/jobs/queue', {});
      // @ts-expect-error the body of another act
      await postAct('/api/jobs/[id]', { id: 'x' }, 'queue', { why: '' });
    };
    expect(never).toBeTypeOf('function');
  });
});
