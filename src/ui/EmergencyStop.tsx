import { useMachineAct } from './useMachineAct.ts';

/** Nothing heats or moves, at once and without asking twice. */
export function EmergencyStop({
  machineId,
  machineName,
}: {
  readonly machineId: string;
  readonly machineName: string;
}) {
  const [isBusy, act] = useMachineAct(machineId);
  return (
    <button className="btn stop" disabled={isBusy} onClick={() => act('stop', {}, `${machineName} is stopped`)}>
      Emergency stop
    </button>
  );
}
