import { Gauge, Registry } from 'prom-client';
import type { ServiceFigures } from '../model/status.ts';

/** What a pool of connections says of itself. */
interface PoolFigures {
  readonly totalCount: number;
  readonly idleCount: number;
  readonly waitingCount: number;
}

/** The figures of the status page as gauges. What cannot be looked at is left out: a 0 would be a figure. */
export function gaugesOf(f: ServiceFigures, pool: PoolFigures): Registry {
  const registry = new Registry();
  const each = (name: string, help: string, label: string, of: Readonly<Record<string, number | null>>): void => {
    const known = Object.entries(of).filter((entry): entry is [string, number] => entry[1] !== null);
    if (known.length === 0) return;
    const gauge = new Gauge({ name: `cantiere_${name}`, help, labelNames: [label], registers: [registry] });
    for (const [which, figure] of known) gauge.set({ [label]: which }, figure);
  };
  const one = (name: string, help: string, figure: number | null): void => {
    if (figure !== null) new Gauge({ name: `cantiere_${name}`, help, registers: [registry] }).set(figure);
  };
  const { database, machines } = f;
  const { queued, running, gaveUp, oldestQueuedS } = f.checks;
  one('database_bytes', 'Size of the database', database.bytes);
  one('database_read_only', '1 where the database takes no records', Number(database.isReadOnly));
  each('database_connections', 'Connections of this process, and requests that wait for one', 'state', {
    open: pool.totalCount,
    idle: pool.idleCount,
    waited_for: pool.waitingCount,
  });
  each('silent_seconds', 'Since the last sign of life; absent where there was none', 'process', f.silentForS);
  one('machines_connected', 'Machines that are served over a connection', machines.connected);
  one('machines_silent', 'Connected machines that do not answer', machines.silent.length);
  each('checks', 'Checks that wait, are at work, or gave up', 'state', { queued, running, gave_up: gaveUp });
  one('checks_oldest_queued_seconds', 'For how long the oldest of them has waited', oldestQueuedS);
  one('disk_free_bytes', 'Room on the disk of the database; absent where it lies elsewhere', f.roomBytes);
  one('uploads_stop_below_bytes', 'Files are refused when less room is left', f.watermarkBytes);
  one('events_kept', 'Events of emergency stops that the database has not taken yet', f.eventsKept);
  return registry;
}
