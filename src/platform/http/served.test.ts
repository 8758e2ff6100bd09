import { expect, test } from 'vitest';
import { levelOf, noteServed, registry } from './served.ts';

const served = { method: 'GET', route: '/api/jobs/[id]', path: '/api/jobs/4711', status: 200, tookMs: 20 };

test.each([
  ['a page that was read', {}, 'debug'],
  ['a change', { method: 'POST' }, 'info'],
  ['what was refused', { status: 404 }, 'debug'],
  ['what failed', { status: 500 }, 'warn'],
  ['what was waited for', { tookMs: 2001 }, 'warn'],
] as const)('%s is logged as it deserves', (_what, more, level) => {
  expect(levelOf({ ...served, ...more })).toBe(level);
});
test('answers are counted by route, not by what was asked for, so that their number has an end', async () => {
  noteServed(served);
  noteServed({ ...served, path: '/api/jobs/4712', tookMs: 300 });
  const text = await registry.metrics();
  expect(text).toContain('cantiere_request_seconds_count{method="GET",route="/api/jobs/[id]",status="200"} 2');
  expect(text).toContain(
    'cantiere_request_seconds_bucket{le="0.25",method="GET",route="/api/jobs/[id]",status="200"} 1',
  );
  expect(text).not.toContain('4711');
});
