import { fork } from 'node:child_process';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { watchFloor } from '../src/areas/machines/server/index.ts';
import { eventStream } from '../src/platform/http/live.ts';
import { freshFarm } from '../test/db/setup.ts';
import { benchFloor } from './floorRows.ts';

// A hundred people watch the floor of 500 machines, 300 of which print and say something new every second: how much of a core that takes
// the process that tells them, which looks once a second for all. Clients are another process.
const CLIENTS = 100;
const SECONDS = 20;

if (process.argv[2] === 'clients') {
  let bytes = 0;
  for (let i = 0; i < CLIENTS; i++)
    http.get(`http://127.0.0.1:${process.argv[3]}`, (answer) => answer.on('data', (d: Buffer) => (bytes += d.length)));
  process.on('message', () => process.send!(bytes));
} else {
  const farm = await freshFarm('bench_watchers');
  await benchFloor(farm);
  const server = http.createServer((request, answer) => {
    const leave = new AbortController();
    request.on('close', () => leave.abort());
    const { body } = eventStream(
      { personId: '', signal: leave.signal, isSignedIn: () => Promise.resolve(true) },
      (send) => watchFloor(farm.as('viewer'), send),
    );
    Readable.fromWeb(body as ReadableStream).pipe(answer);
  });
  await new Promise<void>((done) => {
    server.listen(0, '127.0.0.1', done);
  });
  const clients = fork(import.meta.filename, ['clients', String((server.address() as AddressInfo).port)]);
  const heard = (): Promise<number> =>
    new Promise((done) => {
      clients.once('message', (bytes) => done(Number(bytes)));
      clients.send('?');
    });
  const say = setInterval(
    () =>
      void farm.pool.query(
        `update print set progress = jsonb_set(progress, '{zMm}', to_jsonb((progress ->> 'zMm')::float8 + 0.01)) where cleared_at is null`,
      ),
    1000,
  );
  const wait = (s: number): Promise<void> => new Promise((done) => void setTimeout(done, s * 1000));
  await wait(3);
  const [from, bytesFrom] = [process.cpuUsage(), await heard()];
  await wait(SECONDS);
  const { user, system } = process.cpuUsage(from);
  const bytes = (await heard()) - bytesFrom;
  console.log(
    `${CLIENTS} watchers of a floor that moves: ${((user + system) / 1e4 / SECONDS).toFixed(1)} % of a core   (wanted: 20 and less); ${(bytes / SECONDS / CLIENTS / 1000).toFixed(0)} kB/s each`,
  );
  clearInterval(say);
  clients.kill();
  process.exit(0);
}
