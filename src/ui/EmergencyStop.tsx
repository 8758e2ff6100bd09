import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from './api.ts';
import { notifyError, notifySuccess } from './notify.tsx';

/** Heaters off and nothing moves, at once and without asking twice. */
export function EmergencyStop({
  machineId,
  machineName,
}: {
  readonly machineId: string;
  readonly machineName: string;
}) {
  const client = useQueryClient();
  const [isBusy, setBusy] = useState(false);
  const stop = async (): Promise<void> => {
    setBusy(true);
    try {
      await post(`/api/machines/${machineId}/stop`, {});
      notifySuccess(`${machineName} is stopped, heaters off`);
      await client.invalidateQueries();
    } catch (e) {
      notifyError(e);
    }
    setBusy(false);
  };
  return (
    <button className="btn stop" disabled={isBusy} onClick={() => void stop()}>
      Emergency stop
    </button>
  );
}
