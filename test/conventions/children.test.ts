import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from 'vitest';
import { servedBy, writePids } from '../../scripts/children.mjs';

const folder = mkdtempSync(path.join(tmpdir(), 'children-'));
const module = path.resolve('scripts/children.mjs');
/** Whether a process still does anything: one that has ended may wait for whoever adopted it to take note. */
const isThere = (pid: number): boolean => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8') !== '';
  } catch {
    return false;
  }
};
const until = async (isSo: () => boolean): Promise<void> => {
  while (!isSo()) await new Promise((again) => setTimeout(again, 20));
};

/** A supervisor with one child that would stay for ever. */
async function supervisor(
  file = path.join(folder, 'any.pids.json'),
): Promise<{ readonly own: number; readonly child: number }> {
  const stays = path.join(folder, 'stays.mjs');
  writeFileSync(stays, 'setInterval(() => undefined, 1000);');
  const starts = path.join(folder, 'starts.mjs');
  writeFileSync(
    starts,
    `import { startChild, writePids } from ${JSON.stringify(module)};
     writePids(${JSON.stringify(file)}, { web: 1 });
     const child = startChild(${JSON.stringify(stays)}, { out: 'ignore' });
     child.on('spawn', () => console.log(child.pid));`,
  );
  const own = spawn('node', [starts], { stdio: ['ignore', 'pipe', 'inherit'] });
  const said = await new Promise<string>((resolve) => own.stdout.once('data', (text: Buffer) => resolve(String(text))));
  return { own: own.pid!, child: Number(said) };
}

test('a child ends with the process that started it, also where that one is killed', async () => {
  const { own, child } = await supervisor();
  expect(isThere(child)).toBe(true);
  process.kill(own, 'SIGKILL');
  await until(() => !isThere(child));
});

test('who serves a farm is known until it has ended, and a number given to another process is not it', async () => {
  const file = path.join(folder, 'farm.pids.json');
  expect(servedBy(file)).toBeNull();
  const { own } = await supervisor(file);
  expect(servedBy(file)).toBe(own);
  const kept = JSON.parse(readFileSync(file, 'utf8')) as { supervisor: number; web: number };
  expect(kept).toMatchObject({ supervisor: own, web: 1 });
  writeFileSync(file, JSON.stringify({ ...kept, supervisor: process.ppid }));
  expect(servedBy(file)).toBeNull();
  writeFileSync(file, JSON.stringify(kept));
  process.kill(own, 'SIGKILL');
  await until(() => servedBy(file) === null);
  writeFileSync(file, '{"supervisor":');
  expect(servedBy(file)).toBeNull();
});
test('one that serves a farm itself is not in its own way', () => {
  const file = path.join(folder, 'own.pids.json');
  writePids(file, { web: 1 });
  expect(servedBy(file)).toBeNull();
});
