import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { CheckKilled, Runner, type RunnerHouse } from './runner.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'runner-'));
afterAll(() => rmSync(folder, { recursive: true }));
const file = path.join(folder, 'runner.mjs');
/** A runner that does to itself what the name of the check says. */
writeFileSync(
  file,
  `
process.on('disconnect', () => process.exit(0));
process.on('message', ({ do: what, runId }) => {
  if (what === 'leave off') return process.send({ failed: 'left off' });
  if (runId === 'dies') process.kill(process.pid, 'SIGKILL');
  if (runId === 'hangs') for (;;);
  if (runId === 'slow') return;
  process.send({ failed: runId === 'fails' ? 'the database is down' : null });
});`,
);
const started: ChildProcess[] = [];
afterAll(() => started.forEach((child) => child.kill('SIGKILL')));
const house = (over: Partial<RunnerHouse> = {}): Runner =>
  new Runner({
    start: () => {
      const child = fork(file, [], { execArgv: [] });
      started.push(child);
      return child;
    },
    residentBytesOf: () => 1e6,
    limits: { seconds: 600, residentBytes: 1e9 },
    lookEveryMs: 5,
    onLook: async () => undefined,
    ...over,
  });

test('checks are done one after the other by one process', async () => {
  const before = started.length;
  const runner = house();
  await Promise.all([runner.run('a', 'queued'), runner.run('b', 'queued'), runner.run('c', 'running')]);
  expect(started.length - before).toBe(1);
});
test('a check that ends its process says so, and the next one is done by another', async () => {
  const before = started.length;
  const runner = house();
  await expect(runner.run('dies', 'queued')).rejects.toThrow(new CheckKilled('its process ended by itself (SIGKILL)'));
  await runner.run('a', 'queued');
  expect(started.length - before).toBe(2);
});
test('one that takes more memory than it may is stopped, whatever it is busy with, and told why', async () => {
  const runner = house({ residentBytesOf: () => 2e9 });
  await expect(runner.run('hangs', 'queued')).rejects.toThrow(new CheckKilled('it took more than 1000 MB of memory'));
});
test('one that takes longer than it may is stopped, and it was said to be under way until then', async () => {
  const looks: string[] = [];
  const runner = house({
    limits: { seconds: 0, residentBytes: 1e9 },
    onLook: async (runId) => looks.push(runId),
  });
  await expect(runner.run('hangs', 'queued')).rejects.toThrow(new CheckKilled('it took more than 0 s'));
  expect(looks[0]).toBe('hangs');
});
test('a failure that is not the file’s is thrown on, and ends no process', async () => {
  const before = started.length;
  const runner = house();
  await expect(runner.run('fails', 'queued')).rejects.toThrow('the database is down');
  await runner.run('a', 'queued');
  expect(started.length - before).toBe(1);
});
test('told to leave off, the check under way comes to its end', async () => {
  const runner = house();
  const under = runner.run('slow', 'queued');
  while (runner.under === null) await new Promise(setImmediate);
  await Promise.all([expect(under).rejects.toThrow('left off'), runner.leaveOff()]);
});
