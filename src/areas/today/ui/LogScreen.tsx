import { Button } from '@mantine/core';
import clsx from 'clsx';
import type { ReactNode } from 'react';
import { changeText, eventColumns, type EventRow } from '../../../platform/events/model.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { ListTable } from '../../../ui/ListTable.tsx';
import styles from './LogScreen.module.css';

const figures = (v: unknown) => <span className={clsx('f', styles.change)}>{changeText(v)}</span>;
const shows: Partial<Record<keyof typeof eventColumns, (e: EventRow) => ReactNode>> = {
  when: (e) => dayAndTime(e.at),
  record: (e) => <b>{e.subjectName}</b>,
  from: (e) => figures(e.from),
  to: (e) => figures(e.to),
};

export function LogScreen() {
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">Everything done, newest first; nothing here can be changed</div>
          <h1>Event log</h1>
        </div>
        <div className="end">
          <Button component="a" variant="default" href="/status">
            State of the service
          </Button>
        </div>
      </div>
      <ListTable
        name="events"
        from="/api/events"
        columns={eventColumns}
        shows={shows}
        empty="Nothing has been done yet."
      />
    </>
  );
}
