import { EventEmitter } from 'node:events';
import type { ServerResponse } from 'node:http';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { asChecked } from '../../core/result/checked.ts';
import { paced } from './paced.ts';

/** A connection as far as pacing knows it. */
class Connection extends EventEmitter {
  writableNeedDrain = false;
  destroyed = false;
  destroy(): void {
    this.destroyed = true;
    this.emit('close');
  }
}
const soon = (): Promise<void> => new Promise((done) => void setImmediate(done));
/** An answer of many parts, which counts those that were fetched, on a connection. */
function open() {
  const connection = new Connection();
  const state = { fetched: 0, isCancelled: false };
  const parts = new ReadableStream<Uint8Array>(
    {
      pull: (to) => to.enqueue(new Uint8Array([state.fetched++])),
      cancel: () => void (state.isCancelled = true),
    },
    { highWaterMark: 0 },
  );
  const answer = paced(new Response(parts, { status: 206 }), asChecked<ServerResponse>(connection));
  return { answer, reader: answer.body!.getReader(), connection, state };
}
beforeEach(() => void vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }));
afterEach(() => void vi.useRealTimers());

test('nothing is fetched while what was sent has not been taken', async () => {
  const { answer, reader, connection, state } = open();
  expect(answer.status).toBe(206);
  expect((await reader.read()).value).toEqual(new Uint8Array([0]));
  connection.writableNeedDrain = true;
  const next = reader.read();
  await soon();
  expect(state.fetched).toBe(1);
  connection.writableNeedDrain = false;
  connection.emit('drain');
  expect((await next).value).toEqual(new Uint8Array([1]));
  expect(connection.listenerCount('drain')).toBe(0);
});
test('whoever takes nothing for a minute is hung up on', async () => {
  const { reader, connection, state } = open();
  connection.writableNeedDrain = true;
  void reader.read();
  await soon();
  vi.advanceTimersByTime(59_000);
  expect(connection.destroyed).toBe(false);
  vi.advanceTimersByTime(2000);
  expect(connection.destroyed).toBe(true);
  await reader.cancel();
  expect(state.isCancelled).toBe(true);
});
test('an answer on no connection stays as it is', () => {
  const answer = new Response('short');
  expect(paced(answer)).toBe(answer);
});
