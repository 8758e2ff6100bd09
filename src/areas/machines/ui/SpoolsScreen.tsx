import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import { day } from '../../../ui/dates.ts';
import { ListTable } from '../../../ui/ListTable.tsx';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import type { ContainerRow } from '../model/containers.ts';
import { containerColumns } from '../model/list.ts';

const shows: Partial<Record<keyof typeof containerColumns, (c: ContainerRow) => ReactNode>> = {
  code: (c) => <a href={`/machines/spools/${c.id}`}>{c.code}</a>,
  place: (c) => (c.machineId ? <a href={`/machines/${c.machineId}`}>{c.place}</a> : c.place),
  opened: (c) => c.openedAt && day(c.openedAt),
  dried: (c) => c.driedAt && day(c.driedAt),
};

/** Every spool and bottle: what is in it, what is left, where it is. */
export function SpoolsScreen() {
  const mayChange = useMayChange();
  return (
    <>
      <MachineRooms here="/machines/spools" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">What is left of each, and where it is</div>
          <h1>Spools and bottles</h1>
        </div>
        <div className="end">
          {mayChange && (
            <Button component="a" href="/machines/spools/new">
              Receive
            </Button>
          )}
        </div>
      </div>
      <ListTable
        name="spools and bottles"
        from="/api/containers"
        columns={containerColumns}
        shows={shows}
        empty="Nothing has been received yet. What is received gets a code, and is loaded by it."
      />
    </>
  );
}
