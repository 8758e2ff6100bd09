import { hostname } from 'node:os';
import { beganOf } from './began.mjs';

/** Name of this process that no other has had or will have: numbers of processes are given again, with when they began they are not. */
export const identity = (): string => `${hostname()}:${process.pid}:${beganOf(process.pid) ?? ''}`;
/** Whether a name is that of a process of this host that has ended. Of what ran elsewhere, or where no kernel says, nothing is known. */
export function hasEnded(name: string): boolean {
  const [host, pid, began] = name.split(':');
  if (host !== hostname() || !began || !/^\d+$/.test(pid ?? '') || beganOf(process.pid) === null) return false;
  return beganOf(Number(pid)) !== began;
}
