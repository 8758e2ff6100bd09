import { expect, test } from 'vitest';
import { inRequest } from '../log.ts';
import { failed } from './failed.ts';

test('what failed is answered with the name by which the log tells why, and nothing of the reason', async () => {
  const answer = inRequest('4fa1', () => failed('/api/jobs', new Error('no such column: token')));
  expect(answer.status).toBe(500);
  expect(await answer.json()).toMatchObject({
    code: 'fault',
    title: 'Something failed on our side; nothing was half-stored. The log tells why, at request 4fa1',
  });
});
test('outside a request no name is made up', async () => {
  expect(await failed('/api/jobs', new Error('gone')).json()).toMatchObject({
    title: 'Something failed on our side; nothing was half-stored',
  });
});
