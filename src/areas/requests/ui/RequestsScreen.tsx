import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import { day } from '../../../ui/dates.ts';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { ListTable } from '../../../ui/ListTable.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import { requestColumns } from '../model/list.ts';
import type { RequestRow } from '../model/request.ts';

const shows: Partial<Record<keyof typeof requestColumns, (r: RequestRow) => ReactNode>> = {
  request: (r) => <a href={`/checks/requests/${r.id}`}>{requestColumns.request.of(r)}</a>,
  wanted: (r) => <span className="hint">{r.wanted}</span>,
  due: (r) => (r.due ? day(r.due) : ''),
  state: (r) => (
    <>
      {r.state === 'open' && <StateMark mark="due" />} {r.state}
    </>
  ),
  jobs: (r) =>
    r.jobs.map((j) => (
      <a key={j.id} href={`/checks/${j.id}`}>
        {j.name}{' '}
      </a>
    )),
  asked: (r) => day(r.createdAt),
};

/** What people want printed, and what became of it. */
export function RequestsScreen() {
  return (
    <>
      <JobRooms here="/checks/requests" />
      <div className="band" data-kind="job">
        <div>
          <div className="kind">What people want printed</div>
          <h1>Requests</h1>
        </div>
        <div className="end">
          <Button component="a" href="/checks/requests/new">
            Request a print
          </Button>
        </div>
      </div>
      <ListTable
        name="requests"
        from="/api/requests"
        columns={requestColumns}
        shows={shows}
        empty="Nobody has requested a print yet. A request is a file, what is wanted, and by when."
      />
    </>
  );
}
