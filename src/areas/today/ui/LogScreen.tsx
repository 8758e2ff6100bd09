import { Box, Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { EventRow } from '../../../platform/events/model.ts';
import { fetchJson } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { ListTable, type Column } from '../../../ui/ListTable.tsx';

const short = (v: unknown): string =>
  v === null || v === undefined ? '' : typeof v === 'string' ? v : JSON.stringify(v).slice(0, 160);

const figures = (v: unknown) => (
  <Box component="span" className="f" fz={11}>
    {short(v)}
  </Box>
);
const columns: Column<EventRow>[] = [
  { key: 'when', title: 'When', of: (e) => e.at, show: (e) => dayAndTime(e.at), noWrap: true },
  { key: 'who', title: 'Who', of: (e) => e.whoName, isFacet: true },
  { key: 'record', title: 'Record', of: (e) => e.subjectName, show: (e) => <b>{e.subjectName}</b> },
  { key: 'what', title: 'What', of: (e) => e.what, isFacet: true },
  { key: 'from', title: 'From', of: (e) => short(e.from), show: (e) => figures(e.from) },
  { key: 'to', title: 'To', of: (e) => short(e.to), show: (e) => figures(e.to) },
  { key: 'why', title: 'Why', of: (e) => e.why },
];

export function LogScreen() {
  const { data } = useQuery({ queryKey: ['events'], queryFn: () => fetchJson<EventRow[]>('/api/events') });
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
      {data && <ListTable name="events" rows={data} columns={columns} empty="Nothing has been done yet." />}
    </>
  );
}
