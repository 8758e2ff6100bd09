import { Button, SegmentedControl, Table } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { get } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import type { CareRow } from '../model/pages.ts';
import { CareState } from './CareState.tsx';

const ORDER: readonly CareRow['state'][] = ['due', 'soon', 'in time', 'on demand'];
/** What keeps a machine from starting stands first. */
const byUrgency = (a: CareRow, b: CareRow): number =>
  ORDER.indexOf(a.state) - ORDER.indexOf(b.state) || Number(b.task.isBlocking) - Number(a.task.isBlocking);

/** What machines are due to have done to them. */
export function CareScreen() {
  const [shows, setShows] = useState('due');
  const { data, error } = useQuery({ queryKey: ['care'], queryFn: () => get('/api/care') });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  const rows = (data ?? [])
    .filter((c) => shows === 'all' || c.isUnderWay || c.state === 'due' || c.state === 'soon')
    .toSorted(byUrgency);
  return (
    <>
      <MachineRooms here="/machines/care" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">What is done to machines again and again</div>
          <h1>Care</h1>
        </div>
        <div className="end">
          <SegmentedControl
            aria-label="Show"
            value={shows}
            onChange={setShows}
            data={[
              { value: 'due', label: 'Due and soon' },
              { value: 'all', label: 'All tasks' },
            ]}
          />
        </div>
      </div>
      <div className="body">
        {rows.length > 0 && (
          <WideTable>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Machine</Table.Th>
                <Table.Th>Task</Table.Th>
                <Table.Th>State</Table.Th>
                <Table.Th>Done last</Table.Th>
                <Table.Th />
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {rows.map((c) => (
                <Table.Tr key={`${c.machineId} ${c.key}`}>
                  <Table.Td>
                    <a href={`/machines/${c.machineId}`}>{c.machineName}</a> <span className="hint">{c.place}</span>
                  </Table.Td>
                  <Table.Td>{c.task.name}</Table.Td>
                  <Table.Td>
                    <CareState of={c} />
                  </Table.Td>
                  <Table.Td>
                    {c.doneAt ? `${day(c.doneAt)}, ${c.doneByName}` : <span className="hint">never</span>}
                  </Table.Td>
                  <Table.Td className="end">
                    <Button component="a" variant="default" href={`/machines/${c.machineId}/care`}>
                      Open
                    </Button>
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </WideTable>
        )}
        {data && rows.length === 0 && (
          <p className="empty">
            Nothing is due. Each printer profile has its tasks, by hours, prints, days, failures or what was changed; a
            machine’s own page shows when each comes.
          </p>
        )}
      </div>
    </>
  );
}
