import { expect, test } from 'vitest';
import { statusOf, type ServiceFigures } from './status.ts';

const MB = 1048576;
const sound: ServiceFigures = {
  database: { version: '15.9', isReadOnly: false, hasChecksums: true, bytes: 40 * MB },
  silentForS: { devices: 1.2, checks: 0.4 },
  machines: { connected: 3, silent: [] },
  checks: { queued: 0, running: 1, gaveUp: 0, oldestQueuedS: 0 },
  roomBytes: 80 * 1024 * MB,
  watermarkBytes: 512 * MB,
  eventsKept: 0,
};
const wrong = (change: Partial<ServiceFigures>): string[] =>
  statusOf({ ...sound, ...change })
    .filter((r) => !r.isFine)
    .map((r) => `${r.part}: ${r.says}`);

test('a service that works has nothing to do in any row, and says its figures', () => {
  const rows = statusOf(sound);
  expect(rows.map((r) => r.todo)).toEqual(rows.map(() => null));
  expect(rows[0]!.says).toBe('PostgreSQL 15.9, 40 MB, takes records, page checksums on');
  expect(rows[1]!.says).toBe('80.0 GB free; uploads stop below 512 MB');
});

test('each part that does not work is one row with the figure', () => {
  const { database } = sound;
  expect(wrong({ database: { ...database, isReadOnly: true } })).toEqual([
    'Database: PostgreSQL 15.9, 40 MB, read only, page checksums on',
  ]);
  expect(wrong({ database: { ...database, hasChecksums: false } })).toHaveLength(1);
  expect(wrong({ roomBytes: 500 * MB })).toEqual(['Disk of the database: 500 MB free; uploads stop below 512 MB']);
  expect(wrong({ roomBytes: 1023 * MB })).toHaveLength(1); // soon
  expect(wrong({ roomBytes: 1024 * MB })).toEqual([]);
  const silent = (devices: number | null, checks: number | null) => wrong({ silentForS: { devices, checks } });
  expect(silent(41.4, 2)).toEqual(['Machine service: no sign of life for 41 s']);
  expect(silent(2, 12)).toEqual(['Check service: no sign of life for 12 s']);
  expect(silent(10, 10)).toEqual([]);
  expect(silent(null, null)).toEqual(['Machine service: has never run', 'Check service: has never run']);
  expect(wrong({ checks: { queued: 3, running: 0, gaveUp: 0, oldestQueuedS: 61 } })).toEqual([
    'Checks: 3 waiting, 0 at work, 0 gave up',
  ]);
  expect(wrong({ checks: { queued: 3, running: 1, gaveUp: 0, oldestQueuedS: 60 } })).toEqual([]);
  expect(wrong({ eventsKept: 2 })).toEqual(['Events not written down yet: 2, each in a file of its own']);
});

test('silent machines are named, the first four of many', () => {
  const silent = ['A', 'B', 'C', 'D', 'E', 'F'].map((name) => ({ name }));
  expect(wrong({ machines: { connected: 9, silent } })).toEqual([
    'Connected machines: 3 of 9 answer; silent: A, B, C, D and 2 more',
  ]);
});

test('a disk that cannot be looked at is said to be not checked, and is no alarm', () => {
  expect(wrong({ roomBytes: null })).toEqual([]);
  expect(statusOf({ ...sound, roomBytes: null })[1]!.says).toContain('not checked');
});
