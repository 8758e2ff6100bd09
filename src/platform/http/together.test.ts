import { expect, test } from 'vitest';
import { Together } from './together.ts';

const soon = (): Promise<void> => new Promise((done) => void setImmediate(done));
/** Answers by number, each when its turn has come. */
function numbered() {
  const letGo: (() => void)[] = [];
  const make = (): Promise<number> =>
    new Promise((done) => {
      const n = letGo.length + 1;
      letGo.push(() => done(n));
    });
  return { letGo, make };
}

test('whoever asks while an answer is made waits for the next, all of them for the same', async () => {
  const { letGo, make } = numbered();
  const together = new Together<number>();
  const first = together.ask(make);
  await soon();
  const later = [together.ask(make), together.ask(make)];
  await soon();
  expect(letGo.length).toBe(1); // one at a time
  letGo[0]!();
  expect(await first).toBe(1);
  await soon();
  const last = together.ask(make); // the second is being made: it may not know what came since
  letGo[1]!();
  expect(await Promise.all(later)).toEqual([2, 2]);
  await soon();
  letGo[2]!();
  expect(await last).toBe(3);
});
test('an answer that fails is told to those who waited for it, and the next is made', async () => {
  const together = new Together<number>();
  await expect(together.ask(() => Promise.reject(new Error('no database')))).rejects.toThrow('no database');
  expect(await together.ask(() => Promise.resolve(1))).toBe(1);
});
