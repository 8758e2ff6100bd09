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
  const gauge = (
    name: string,
    help: string,
    value: number | null | Readonly<Record<string, number | null>>,
    label = '',
  ): void => {
    const given = typeof value === 'object' && value !== null ? Object.entries(value) : [['', value] as const];
    const known = given.filter((entry): entry is [string, number] => entry[1] !== null);
    if (known.length === 0) return;
    const g = new Gauge({ name: `cantiere_${name}`, help, labelNames: label ? [label] : [], registers: [registry] });
    for (const [of, figure] of known) g.set(label ? { [label]: of } : {}, figure);
  };
  gauge('database_bytes', 'Size of the database', f.database.bytes);
  gauge('database_read_only', '1 where the database takes no records', Number(f.database.isReadOnly));
  gauge(
    'database_connections',
    'Connections of this process, and requests that wait for one',
    { open: pool.totalCount, idle: pool.idleCount, waited_for: pool.waitingCount },
    'state',
  );
  gauge('silent_seconds', 'Since the last sign of life; absent where there was none', f.silentForS, 'process');
  gauge('machines_connected', 'Machines that are served over a connection', f.machines.connected);
  gauge('machines_silent', 'Connected machines that do not answer', f.machines.silent.length);
  const { queued, running, gaveUp, oldestQueuedS } = f.checks;
  gauge('checks', 'Checks that wait, are at work, or gave up', { queued, running, gave_up: gaveUp }, 'state');
  gauge('checks_oldest_queued_seconds', 'For how long the oldest of them has waited', oldestQueuedS);
  gauge('disk_free_bytes', 'Room on the disk of the database; absent where it lies elsewhere', f.roomBytes);
  gauge('uploads_stop_below_bytes', 'Files are refused when less room is left', f.watermarkBytes);
  gauge('events_kept', 'Events of emergency stops that the database has not taken yet', f.eventsKept);
  return registry;
}
