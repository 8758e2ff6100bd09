import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import { day } from '../../../ui/dates.ts';
import { ListTable } from '../../../ui/ListTable.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { IN_USE, profileColumns } from '../model/list.ts';
import type { ProfileRow } from '../model/records.ts';
import { LibraryRooms } from './LibraryRooms.tsx';

const shows: Partial<Record<keyof typeof profileColumns, (p: ProfileRow) => ReactNode>> = {
  name: (p) => (
    <>
      <a href={`/library/${p.id}`}>{p.name}</a> {p.retired && <span className="chip">retired</span>}
    </>
  ),
  revision: (p) => `r${p.revision}`,
  changed: (p) => day(p.at),
};
/** What is out of use is asked for. */
const usual = { state: IN_USE };
const EMPTY =
  'The library is empty. Add a printer, its tool, a material and a process, or import a library file under Import & export; npm start without --empty shows a farm at work.';

export function LibraryScreen() {
  const mayChange = useMayChange();
  return (
    <>
      <LibraryRooms here="/library" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>Profiles</h1>
        </div>
        <div className="end">
          {mayChange && (
            <Button component="a" href="/library/new">
              Add
            </Button>
          )}
        </div>
      </div>
      <ListTable
        name="profiles"
        from="/api/profiles"
        columns={profileColumns}
        shows={shows}
        usual={usual}
        empty={EMPTY}
      />
    </>
  );
}
