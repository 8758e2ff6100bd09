import { formatBytes } from '../../../core/units/format.ts';
import { SILENT_AFTER_S } from '../../machines/model/print.ts';

/** One part of the service: whether it works, in words, and what somebody should do where it does not. */
export interface StatusRow {
  readonly part: string;
  readonly isFine: boolean;
  readonly says: string;
  readonly todo: string | null;
}
/** Processes that are at work where nobody looks: one serves the machines, one has the checks done. */
export type AtWork = 'devices' | 'checks';
/** What is known of the service itself at this moment. */
export interface ServiceFigures {
  readonly database: {
    readonly version: string;
    readonly isReadOnly: boolean;
    readonly hasChecksums: boolean;
    readonly bytes: number;
  };
  /** For how long what serves the machines and what does the checks have given no sign of life; null where it has never run. */
  readonly silentForS: Readonly<Record<AtWork, number | null>>;
  readonly machines: { readonly connected: number; readonly silent: readonly { readonly name: string }[] };
  readonly checks: {
    readonly queued: number;
    readonly running: number;
    readonly gaveUp: number;
    readonly oldestQueuedS: number;
  };
  /** Room on the disk of the database, and what uploads leave of it; null where it cannot be looked at. */
  readonly roomBytes: number | null;
  readonly watermarkBytes: number;
  /** Events of emergency stops that the database has not taken yet. */
  readonly eventsKept: number;
}

/** A check is begun within half a second where nothing is before it. */
const QUEUE_STANDS_S = 60;
const MOST_NAMED = 4;

export const isSilent = (silentS: number | null): boolean => silentS === null || silentS > SILENT_AFTER_S;

/** What those figures mean, part by part. */
export function statusOf(f: ServiceFigures): readonly StatusRow[] {
  const { database, machines, checks, roomBytes } = f;
  const row = (part: string, says: string, todo: string | null): StatusRow => ({
    part,
    isFine: todo === null,
    says,
    todo,
  });
  const atWork = (part: string, silentS: number | null, meanwhile: string): StatusRow =>
    isSilent(silentS)
      ? row(
          part,
          silentS === null ? 'has never run' : `no sign of life for ${Math.round(silentS)} s`,
          `${meanwhile}. It is started again by itself; if it is not, start the service again`,
        )
      : row(part, 'at work', null);
  const silent = machines.silent.map((m) => m.name);
  return [
    row(
      'Database',
      `PostgreSQL ${database.version}, ${formatBytes(database.bytes)}, ${database.isReadOnly ? 'read only' : 'takes records'}, page checksums ${database.hasChecksums ? 'on' : 'off'}`,
      database.isReadOnly
        ? 'Nothing can be recorded. Find out why it was made read only: a full disk, a standby, an upgrade under way'
        : database.hasChecksums
          ? null
          : 'A page spoilt on the disk would be read as if it were sound: dump it and restore it into a cluster with checksums',
    ),
    row(
      'Disk of the database',
      roomBytes === null
        ? 'on another machine, or not to be looked at: not checked'
        : `${formatBytes(roomBytes)} free; uploads stop below ${formatBytes(f.watermarkBytes)}`,
      roomBytes !== null && roomBytes < 2 * f.watermarkBytes
        ? roomBytes < f.watermarkBytes
          ? 'No file is taken any more: make room'
          : 'Make room soon'
        : null,
    ),
    atWork('Machine service', f.silentForS.devices, 'No print goes on. Emergency stops reach their machines'),
    atWork('Check service', f.silentForS.checks, 'No check is done; prints go on'),
    row(
      'Checks',
      `${checks.queued} waiting, ${checks.running} at work, ${checks.gaveUp} gave up`,
      checks.queued > 0 && checks.oldestQueuedS > QUEUE_STANDS_S
        ? `The oldest has waited ${Math.round(checks.oldestQueuedS)} s: look at the check service`
        : checks.gaveUp > 0
          ? 'Those that gave up stand on Today, each with why'
          : null,
    ),
    row(
      'Connected machines',
      silent.length === 0
        ? `${machines.connected} connected, all answer`
        : `${machines.connected - silent.length} of ${machines.connected} answer; silent: ${silent.slice(0, MOST_NAMED).join(', ')}${silent.length > MOST_NAMED ? ` and ${silent.length - MOST_NAMED} more` : ''}`,
      silent.length === 0 ? null : 'Switched off, or cut off: go and look where one should be on',
    ),
    row(
      'Events not written down yet',
      f.eventsKept === 0 ? 'none' : `${f.eventsKept}, each in a file of its own`,
      f.eventsKept === 0 ? null : 'They are written down by themselves when the database takes records again',
    ),
  ];
}
