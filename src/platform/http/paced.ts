import { AsyncLocalStorage } from 'node:async_hooks';
import diagnostics from 'node:diagnostics_channel';
import type { ServerResponse } from 'node:http';
import { asChecked } from '../../core/result/checked.ts';

/** The connection that a request is answered on: the server tells of each request as it comes. */
const answering = new AsyncLocalStorage<ServerResponse>();
diagnostics.subscribe('http.server.request.start', (message) =>
  answering.enterWith(asChecked<{ readonly response: ServerResponse }>(message).response),
);

/** Whoever takes nothing of an answer for so long is hung up on. */
const PATIENCE_MS = 60_000;
const drained = (to: ServerResponse): Promise<void> =>
  new Promise((resolve) => {
    const late = setTimeout(() => to.destroy(), PATIENCE_MS);
    const over = (): void => {
      clearTimeout(late);
      to.off('drain', over);
      to.off('close', over);
      resolve();
    };
    to.on('drain', over);
    to.on('close', over);
  });

/** The same answer, read no faster than it is taken: what whoever asked has not taken yet is not fetched meanwhile. */
export function paced(answer: Response, to = answering.getStore()): Response {
  if (!answer.body || !to) return answer;
  const from = answer.body.getReader();
  const body = new ReadableStream<Uint8Array>(
    {
      pull: async (taken) => {
        if (to.writableNeedDrain && !to.destroyed) await drained(to);
        const part = await from.read();
        if (part.done) taken.close();
        else taken.enqueue(part.value);
      },
      cancel: (why) => from.cancel(why),
    },
    { highWaterMark: 0 },
  );
  return new Response(body, answer);
}
