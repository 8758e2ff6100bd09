import { Button } from '@mantine/core';
import { useMachineAct } from './useMachineAct.ts';

/** Nothing heats or moves, at once and without asking twice. */
export function EmergencyStop({
  machineId,
  machineName,
  isNamed = false,
  isQuiet = false,
}: {
  readonly machineId: string;
  readonly machineName: string;
  /** Stands beside those of other machines. */
  readonly isNamed?: boolean;
  /** Nothing is known to heat or move: it works as well, and does not shout. */
  readonly isQuiet?: boolean;
}) {
  const [, act] = useMachineAct(machineId);
  return (
    <Button
      color="oxide"
      variant={isQuiet ? 'outline' : 'filled'}
      aria-label={isNamed ? `Emergency stop of ${machineName}` : undefined}
      onClick={() => act('stop', {}, `${machineName} is stopped`)}
    >
      Emergency stop
    </Button>
  );
}
