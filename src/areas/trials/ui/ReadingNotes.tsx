import { Box, Button, Flex } from '@mantine/core';
import { TableOfReadings } from './TableOfReadings.tsx';
import type { MeasuringPointKey } from './measuringPoint.ts';
import type { Readings } from './useReadings.ts';

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
    <div>
      {Object.entries(r.slips).map(([key, text]) => (
        <Box component="p" key={key} role="alert" c="var(--oxide)" fz={12} mt={6}>
          {nameOf(key as MeasuringPointKey)}: {text}
        </Box>
      ))}
      {r.unsent > 0 && (
        <Box component="p" role="status" className="hint" mt={6}>
          {r.unsent} {r.unsent === 1 ? 'reading waits' : 'readings wait'} for the connection; kept on this device and
          sent by itself.
        </Box>
      )}
      {mayChange && (
        <Flex component="p" mt={10} gap={12} align="center" wrap="wrap">
          <Button variant="default" disabled={r.isBusy} onClick={() => void r.takeAll(order)}>
            {r.isBusy ? 'Reading…' : 'Read from the connected instrument'}
          </Button>
          <TableOfReadings trialId={trialId} mayChange={mayChange} />
          <span className="hint">
            Enter: next reading · ↑ ↓: neighbour · a second figure supersedes the first, an emptied field withdraws it;
            both stay on record
          </span>
        </Flex>
      )}
    </div>
  );
}
