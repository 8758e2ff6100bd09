import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from './api.ts';
import { dayAndTime } from './dates.ts';
import { notifyError, notifySuccess } from './notify.tsx';

/** What stands on a machine that stopped, why, and the one thing that frees it: somebody takes the part off and says so. */
export function StopNotice({
  machineId,
  machineName,
  stop,
  mayChange,
  children,
}: {
  readonly machineId: string;
  readonly machineName: string;
  readonly stop: {
    readonly of: 'job' | 'trial';
    readonly id: string;
    readonly name: string;
    readonly zMm: number;
    readonly why: string;
    readonly at: string;
  };
  readonly mayChange: boolean;
  /** What else may be done, before the button that frees the machine. */
  readonly children?: React.ReactNode;
}) {
  const client = useQueryClient();
  const [isBusy, setBusy] = useState(false);
  const clear = async (): Promise<void> => {
    setBusy(true);
    try {
      await post(`/api/machines/${machineId}/clear-plate`, { note: '' });
      notifySuccess(`${machineName} is free`);
      await client.invalidateQueries();
    } catch (e) {
      notifyError(e);
    }
    setBusy(false);
  };
  return (
    <section className="stage stopped" aria-label="Stopped">
      <h2>
        {machineName} stopped, part on the plate <span className="hint">{dayAndTime(stop.at)}</span>
      </h2>
      <p>
        <a href={stop.of === 'job' ? `/checks/${stop.id}` : `/trials/${stop.id}`}>{stop.name}</a>: {stop.why} Nothing
        starts here until the part is removed.
      </p>
      {mayChange && (
        <div className="actions">
          {children}
          <button className="btn" disabled={isBusy} onClick={() => void clear()}>
            Part removed, plate is clear
          </button>
        </div>
      )}
    </section>
  );
}
