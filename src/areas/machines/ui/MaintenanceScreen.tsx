import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { fetchJson } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { ListTable, type Column } from '../../../ui/ListTable.tsx';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { findSetting } from '../../library/settings/catalogue.ts';
import { maintenanceKinds } from '../model/maintenance.ts';
import type { MaintenanceRow } from '../model/pages.ts';

const madeDue = (e: MaintenanceRow): string =>
  maintenanceKinds[e.kind].due.map((k) => findSetting(k)?.label.toLowerCase() ?? k).join(', ') || 'nothing';

const columns: Column<MaintenanceRow>[] = [
  { key: 'when', title: 'When', of: (e) => e.at, show: (e) => dayAndTime(e.at), noWrap: true },
  {
    key: 'machine',
    title: 'Machine',
    of: (e) => e.machineName,
    show: (e) => <a href={`/machines/${e.machineId}`}>{e.machineName}</a>,
    isFacet: true,
  },
  {
    key: 'what',
    title: 'What',
    of: (e) => maintenanceKinds[e.kind].label,
    show: (e) => (
      <>
        {maintenanceKinds[e.kind].label}
        {e.note && <div className="hint">{e.note}</div>}
      </>
    ),
    isFacet: true,
  },
  { key: 'due', title: 'Made due', of: madeDue, show: (e) => <span className="hint">{madeDue(e)}</span> },
  { key: 'by', title: 'By', of: (e) => e.byName, isFacet: true },
];
const EMPTY = 'Nothing has been logged yet. Work is logged on a machine’s page; what it touches falls due.';

/** What was worked on, machine by machine, and what each piece of work made due. */
export function MaintenanceScreen() {
  const { data, error } = useQuery({
    queryKey: ['maintenance'],
    queryFn: () => fetchJson<MaintenanceRow[]>('/api/machines/maintenance'),
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Opening the log…</p>;
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
      <ListTable name="entries" rows={data} columns={columns} empty={EMPTY} />
    </>
  );
}
