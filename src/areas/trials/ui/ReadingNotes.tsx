import { Button } from '@mantine/core';
import { TableOfReadings } from './TableOfReadings.tsx';
import type { MeasuringPointKey, Readings } from './useReadings.ts';

/** Slips, readings that wait for the connection, and the connected instrument, under the fields. */
export function ReadingNotes({
  readings: r,
  trialId,
  mayChange,
  order,
  nameOf,
}: {
  readonly readings: Readings;
  readonly trialId: string;
  readonly mayChange: boolean;
  readonly order: readonly MeasuringPointKey[];
  readonly nameOf: (key: MeasuringPointKey) => string;
}) {
  return (
    <div style={{ flexBasis: '100%' }}>
      {Object.entries(r.slips).map(([key, text]) => (
        <p key={key} role="alert" style={{ color: 'var(--oxide)', fontSize: 12, marginTop: 6 }}>
          {nameOf(key as MeasuringPointKey)}: {text}
        </p>
      ))}
      {r.unsent > 0 && (
        <p role="status" className="hint" style={{ marginTop: 6 }}>
          {r.unsent} {r.unsent === 1 ? 'reading waits' : 'readings wait'} for the connection; kept on this device and
          sent by itself.
        </p>
      )}
      {mayChange && (
        <p style={{ marginTop: 10, display: 'flex', gap: 12, alignItems: 'center', flexWrap: 'wrap' }}>
          <Button variant="default" disabled={r.isBusy} onClick={() => void r.takeAll(order)}>
            {r.isBusy ? 'Reading…' : 'Read from the connected instrument'}
          </Button>
          <TableOfReadings trialId={trialId} mayChange={mayChange} />
          <span className="hint">
            Enter: next reading · ↑ ↓: neighbour · a second figure in a field supersedes the first, which is kept
          </span>
        </p>
      )}
    </div>
  );
}
