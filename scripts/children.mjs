// Children of the start command: they end with it, and no second one starts beside it.
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { beganOf } from '../src/platform/began.mjs';

const follow = fileURLToPath(new URL('./follow.mjs', import.meta.url));

/** Starts a script that ends when this process does, killed or not. */
export const startChild = (script, { cwd, env, out }) =>
  spawn('node', ['--enable-source-maps', '--import', follow, script], { cwd, env, stdio: ['ignore', out, out, 'ipc'] });

/** Writes who runs, and that this process has started them: whole or not at all. */
export function writePids(file, pids) {
  const unfinished = `${file}.${process.pid}`;
  writeFileSync(unfinished, JSON.stringify({ ...pids, supervisor: process.pid, began: beganOf(process.pid) }));
  renameSync(unfinished, file);
}

/** The process that serves a farm already; null where none does. */
export function servedBy(file) {
  if (!existsSync(file)) return null;
  let kept;
  try {
    kept = JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null; // of before pids were written whole
  }
  const { supervisor, began } = kept;
  // numbers of processes are given again: it is that one only if it began when that one did
  return began && supervisor !== process.pid && beganOf(supervisor) === began ? supervisor : null;
}
