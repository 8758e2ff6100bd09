import { expect, test } from 'vitest';
import type { ServiceFigures } from '../model/status.ts';
import { gaugesOf } from './gauges.ts';

const figures: ServiceFigures = {
  database: { version: '15.8', isReadOnly: false, hasChecksums: true, bytes: 7e9 },
  silentForS: { devices: 1.5, checks: null },
  machines: { connected: 12, silent: [{ name: 'Hut' }] },
  checks: { queued: 3, running: 2, gaveUp: 1, oldestQueuedS: 40 },
  roomBytes: null,
  watermarkBytes: 1e9,
  eventsKept: 0,
};
const told = async (of: ServiceFigures): Promise<readonly string[]> =>
  (await gaugesOf(of, { totalCount: 8, idleCount: 5, waitingCount: 2 }).metrics())
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'));

test('each figure of the status page is a gauge', async () => {
  expect(await told(figures)).toEqual([
    'cantiere_database_bytes 7000000000',
    'cantiere_database_read_only 0',
    'cantiere_database_connections{state="open"} 8',
    'cantiere_database_connections{state="idle"} 5',
    'cantiere_database_connections{state="waited_for"} 2',
    'cantiere_silent_seconds{process="devices"} 1.5',
    'cantiere_machines_connected 12',
    'cantiere_machines_silent 1',
    'cantiere_checks{state="queued"} 3',
    'cantiere_checks{state="running"} 2',
    'cantiere_checks{state="gave_up"} 1',
    'cantiere_checks_oldest_queued_seconds 40',
    'cantiere_uploads_stop_below_bytes 1000000000',
    'cantiere_events_kept 0',
  ]);
});
test('what cannot be looked at is left out, for a 0 would be a figure', async () => {
  const lines = await told({ ...figures, silentForS: { devices: null, checks: null } });
  expect(lines.filter((line) => /silent_seconds|disk_free/.test(line))).toEqual([]);
  expect(await told({ ...figures, roomBytes: 5e9 })).toContain('cantiere_disk_free_bytes 5000000000');
});
