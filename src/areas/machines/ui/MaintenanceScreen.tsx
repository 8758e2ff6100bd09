import { NativeSelect } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { findSetting } from '../../library/settings/catalogue.ts';
import { maintenanceKinds } from '../model/maintenance.ts';
import type { MaintenanceRow } from '../model/pages.ts';

/** What was worked on, machine by machine, and what each piece of work made due. */
export function MaintenanceScreen() {
  const { data, error } = useQuery({
    queryKey: ['maintenance'],
    queryFn: () => call<MaintenanceRow[]>('/api/machines/maintenance'),
  });
  const [machine, setMachine] = useState('');
  if (error)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Opening the log…</p>;
  const names = [...new Set(data.map((e) => e.machineName))].sort();
  const rows = data.filter((e) => machine === '' || e.machineName === machine);
  return (
    <>
      <MachineRooms here="/machines/maintenance" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">Machines, newest first</div>
          <h1>Maintenance</h1>
        </div>
        <div className="end">
          <NativeSelect
            size="xs"
            aria-label="Machine"
            value={machine}
            onChange={(e) => setMachine(e.currentTarget.value)}
            data={[{ value: '', label: 'all machines' }, ...names]}
          />
          <a className="btn p" href="/trials/due">
            Plan what is due
          </a>
        </div>
      </div>
      {rows.length === 0 ? (
        <p className="empty">
          Nothing has been logged yet. Work is logged on a machine’s page; what it touches falls due.
        </p>
      ) : (
        <table className="list">
          <thead>
            <tr>
              <th>When</th>
              <th>Machine</th>
              <th>What</th>
              <th>Made due</th>
              <th>By</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((e) => (
              <tr key={e.id}>
                <td style={{ whiteSpace: 'nowrap' }}>{dayAndTime(e.at)}</td>
                <td>
                  <a href={`/machines/${e.machineId}`}>{e.machineName}</a>
                </td>
                <td>
                  {maintenanceKinds[e.kind].label}
                  {e.note && <div className="hint">{e.note}</div>}
                </td>
                <td className="hint">
                  {maintenanceKinds[e.kind].due.map((k) => findSetting(k)?.label.toLowerCase() ?? k).join(', ') ||
                    'nothing'}
                </td>
                <td>{e.byName}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
