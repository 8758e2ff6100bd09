import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Turns } from './turns.ts';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

test('so many go at once, the others in the order in which they came', async () => {
  const turns = new Turns(2, 1000);
  const [a, b] = [(await turns.take())!, (await turns.take())!];
  const went: string[] = [];
  const third = turns.take().then(() => went.push('third'));
  const fourth = turns.take().then(() => went.push('fourth'));
  await Promise.resolve();
  expect(went).toEqual([]);
  a();
  await third;
  expect(went).toEqual(['third']);
  b();
  await fourth;
  expect(went).toEqual(['third', 'fourth']);
});
test('who waits too long leaves without a turn, and takes nobody else’s', async () => {
  const turns = new Turns(1, 1000);
  const first = (await turns.take())!;
  const late = turns.take();
  await vi.advanceTimersByTimeAsync(1000);
  expect(await late).toBeNull();
  first();
  expect(await turns.take()).not.toBeNull();
});
test('a turn is given back once, however often that is said', async () => {
  const turns = new Turns(1, 1000);
  const first = (await turns.take())!;
  first();
  first();
  expect(await turns.take()).not.toBeNull();
  const beyond = turns.take();
  await vi.advanceTimersByTimeAsync(1000);
  expect(await beyond).toBeNull();
});
test('nobody who comes just then goes before one that has waited', async () => {
  const turns = new Turns(1, 1000);
  const first = (await turns.take())!;
  const waited = turns.take();
  first();
  const beyond = turns.take();
  await vi.advanceTimersByTimeAsync(1000);
  expect([(await waited) !== null, await beyond]).toEqual([true, null]);
});
