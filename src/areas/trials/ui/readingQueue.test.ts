import { expect, test } from 'vitest';
import { measuringPointKey, measuringPointOf } from './measuringPoint.ts';
import { ReadingQueue, type ReadingToSend } from './readingQueue.ts';

const HERE = measuringPointKey(2, 'strings', 1);
const typed = (text: string, replaces: string | null = null): ReadingToSend => ({
  ...measuringPointOf(HERE),
  typed: text,
  instrument: 'eye',
  replaces,
});
const failure = (status: number, message: string) => Object.assign(new Error(message), { status });

/** A server whose answers the test lets go one by one. */
function bench() {
  const asked: { reading: ReadingToSend; answer: (id: string | null) => void; fail: (e: Error) => void }[] = [];
  const told: string[] = [];
  const queue = new ReadingQueue(
    (reading) =>
      new Promise((resolve, reject) => asked.push({ reading, answer: (id) => resolve({ id }), fail: reject })),
    () => ({
      onTaken: (_, text, id) => told.push(`taken ${text} as ${id}`),
      onRefused: (_, why) => told.push(`refused: ${why}`),
    }),
  );
  const next = async (n: number) => {
    while (asked.length <= n) await Promise.resolve();
    return asked[n]!;
  };
  return { queue, asked, told, next };
}

test('a reading is sent once and gone from the queue when the server has it', async () => {
  const { queue, told, next } = bench();
  const sending = queue.add(HERE, typed('4'));
  expect(queue.length).toBe(1);
  (await next(0)).answer('r1');
  await sending;
  expect([queue.length, told]).toEqual([0, ['taken 4 as r1']]);
});
test('without connection, and while the server fails, it waits and is sent again as it was', async () => {
  const { queue, asked, told, next } = bench();
  const first = queue.add(HERE, typed('4'));
  (await next(0)).fail(failure(0, 'no connection'));
  await first;
  const second = queue.send();
  (await next(1)).fail(failure(503, 'the database is away'));
  await second;
  expect([queue.length, told]).toEqual([1, []]);
  const third = queue.send();
  (await next(2)).answer('r1');
  await third;
  expect(asked.map((a) => a.reading)).toEqual([typed('4'), typed('4'), typed('4')]);
  expect([queue.length, told]).toEqual([0, ['taken 4 as r1']]);
});
test('a refused reading is told, and sent no more', async () => {
  const { queue, asked, told, next } = bench();
  const sending = queue.add(HERE, typed('4'));
  (await next(0)).fail(failure(409, 'Dora Lenz has read 5 there'));
  await sending;
  await queue.send();
  expect([queue.length, asked.length, told]).toEqual([0, 1, ['refused: Dora Lenz has read 5 there']]);
});
test('what is typed over a reading on its way follows it, and corrects that one', async () => {
  const { queue, asked, told, next } = bench();
  void queue.add(HERE, typed('4'));
  const first = await next(0);
  const sending = queue.add(HERE, typed('5'));
  first.answer('r1');
  (await next(1)).answer('r2');
  await sending;
  expect(asked.map(({ reading: r }) => [r.typed, r.replaces])).toEqual([
    ['4', null],
    ['5', 'r1'],
  ]);
  expect([queue.length, told]).toEqual([0, ['taken 4 as r1', 'taken 5 as r2']]);
});
test('what is typed over a reading that waits for the connection takes its place', async () => {
  const { queue, asked, next } = bench();
  const first = queue.add(HERE, typed('4', 'r0'));
  (await next(0)).fail(failure(0, 'no connection'));
  await first;
  const second = queue.add(HERE, typed('5', 'r0'));
  (await next(1)).answer('r1');
  await second;
  expect(asked.slice(1).map(({ reading: r }) => [r.typed, r.replaces])).toEqual([['5', 'r0']]);
});
