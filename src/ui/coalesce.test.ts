import { expect, test } from 'vitest';
import { coalesce } from './coalesce.ts';

const moment = (): Promise<void> =>
  new Promise((done) => {
    setTimeout(done, 1);
  });

test('asks that come faster than a run are answered by whole runs, the last one by a run that starts after it', async () => {
  const runs: string[][] = [];
  let finish: () => void = () => undefined;
  let unfinished = 0;
  const ask = coalesce((asked) => {
    runs.push([...asked]);
    unfinished++;
    return new Promise<void>((done) => {
      finish = () => {
        unfinished--;
        done();
      };
    });
  });
  ask('a');
  for (let k = 0; k < 50; k++) ask(k % 2 ? 'a' : 'b');
  expect(runs).toEqual([['a']]);
  finish();
  await moment();
  expect(runs).toEqual([['a'], ['b', 'a']]);
  finish();
  await moment();
  expect([runs.length, unfinished]).toEqual([2, 0]);
  ask('c');
  expect(runs[2]).toEqual(['c']);
});

test('a run that fails does not stop the next', async () => {
  let runs = 0;
  const ask = coalesce(async () => {
    runs++;
    await moment();
    throw new Error('away');
  });
  ask('a');
  ask('b');
  await moment();
  await moment();
  await moment();
  ask('c');
  await moment();
  await moment();
  expect(runs).toBe(3);
});
