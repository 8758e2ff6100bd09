// Plain Node, for scripts that run before anything is installed as for what is built.
import { readFileSync } from 'node:fs';

/** When a process of this host began, as its kernel counts it; null where it has ended, or where no kernel says so. */
export function beganOf(pid) {
  try {
    const [, rest] = readFileSync(`/proc/${pid}/stat`, 'utf8').split(/\) (?=[A-Z] )/);
    const fields = rest.split(' ');
    return fields[0] === 'Z' ? null : fields[19];
  } catch {
    return null;
  }
}
