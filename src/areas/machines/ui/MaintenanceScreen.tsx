import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import { dayAndTime } from '../../../ui/dates.ts';
import { ListTable } from '../../../ui/ListTable.tsx';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { maintenanceColumns } from '../model/list.ts';
import type { MaintenanceRow } from '../model/pages.ts';

const shows: Partial<Record<keyof typeof maintenanceColumns, (e: MaintenanceRow) => ReactNode>> = {
  when: (e) => dayAndTime(e.at),
  machine: (e) => <a href={`/machines/${e.machineId}`}>{e.machineName}</a>,
  note: (e) => <span className="hint">{e.note}</span>,
  due: (e) => <span className="hint">{maintenanceColumns.due.of(e)}</span>,
};
const EMPTY = 'Nothing has been logged yet. Work is logged on a machine’s page; what it touches falls due.';

/** What was worked on, machine by machine, and what each piece of work made due. */
export function MaintenanceScreen() {
  return (
    <>
      <MachineRooms here="/machines/maintenance" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">Machines, newest first</div>
          <h1>Maintenance</h1>
        </div>
        <div className="end">
          <Button component="a" href="/trials/due">
            Plan what is due
          </Button>
        </div>
      </div>
      <ListTable
        name="entries"
        from="/api/machines/maintenance"
        columns={maintenanceColumns}
        shows={shows}
        empty={EMPTY}
      />
    </>
  );
}
