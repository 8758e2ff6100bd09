import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const parentOf = (pid: string): number => {
  try {
    return Number(/^PPid:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]);
  } catch {
    return 0;
  }
};
/** The first process of a cluster; null where there is none at the moment. */
export function postmasterOf(folder: string): number | null {
  try {
    return Number(readFileSync(path.join(folder, 'postmaster.pid'), 'utf8').split('\n')[0]);
  } catch {
    return null;
  }
}
/** A database and everything that serves it stands still, or goes on. */
export function freezeDatabase(folder: string, signal: 'SIGSTOP' | 'SIGCONT'): void {
  const postmaster = postmasterOf(folder);
  if (postmaster === null) return;
  const children = readdirSync('/proc').filter((pid) => /^\d+$/.test(pid) && parentOf(pid) === postmaster);
  for (const pid of [postmaster, ...children.map(Number)]) {
    try {
      process.kill(pid, signal);
    } catch {
      /* it is gone already */
    }
  }
}
