import { useMachineAct } from './useMachineAct.ts';

/** Nothing heats or moves, at once and without asking twice. */
export function EmergencyStop({
  machineId,
  machineName,
  isNamed = false,
}: {
  readonly machineId: string;
  readonly machineName: string;
  /** Stands beside those of other machines. */
  readonly isNamed?: boolean;
}) {
  const [isBusy, act] = useMachineAct(machineId);
  return (
    <button
      className="btn stop"
      disabled={isBusy}
      aria-label={isNamed ? `Emergency stop of ${machineName}` : undefined}
      onClick={() => act('stop', {}, `${machineName} is stopped`)}
    >
      Emergency stop
    </button>
  );
}
