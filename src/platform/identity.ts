import { readFileSync } from 'node:fs';
import { hostname } from 'node:os';

/** When a process of this host began, as its kernel counts it; null where it has ended. Numbers of processes are given again. */
function beganOf(pid: number | 'self'): string | null {
  try {
    const [, rest] = readFileSync(`/proc/${pid}/stat`, 'utf8').split(/\) (?=[A-Z] )/);
    const fields = rest!.split(' ');
    return fields[0] === 'Z' ? null : fields[19]!;
  } catch {
    return null;
  }
}
/** Name of this process that no other has had or will have. */
export const identity = (): string => `${hostname()}:${process.pid}:${beganOf('self') ?? '0'}`;
/** Whether a name is that of a process of this host that has ended. What ran elsewhere is not known of. */
export function hasEnded(name: string): boolean {
  const [host, pid, began] = name.split(':');
  if (host !== hostname() || !began || !/^\d+$/.test(pid ?? '')) return false;
  return beganOf(Number(pid)) !== began;
}
