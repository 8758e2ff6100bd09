import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { formatDuration } from '../../../core/units/format.ts';
import { fetchJson } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { ListTable, type Column } from '../../../ui/ListTable.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import type { JobRow } from '../model/pages.ts';

const RUN_SAYS: Readonly<Record<string, string>> = {
  refused: 'could not be read',
  'gave up': 'its check gave up',
};
const markOf: Record<string, Mark> = { clear: 'proven', 'clear with cautions': 'due', blocked: 'outside' };

const sentenceOf = (j: JobRow): string => j.sentence ?? RUN_SAYS[j.runState ?? ''] ?? 'being checked';

const columns: Column<JobRow>[] = [
  {
    key: 'job',
    title: 'Job',
    of: (j) => `${j.name} ${j.title} ${j.fileName}`,
    show: (j) => (
      <>
        <a href={`/checks/${j.id}`}>
          {j.name} {j.title}
        </a>
        <div className="hint f">{j.fileName}</div>
      </>
    ),
  },
  {
    key: 'verdict',
    title: 'Verdict',
    of: sentenceOf,
    show: (j) => (
      <>
        <StateMark mark={markOf[j.verdict ?? ''] ?? 'note'} /> {sentenceOf(j)}
      </>
    ),
  },
  { key: 'machine', title: 'Machine', of: (j) => j.machineName, isFacet: true },
  { key: 'material', title: 'Material', of: (j) => j.materialName, isFacet: true },
  { key: 'class', title: 'Class', of: (j) => j.class, isFacet: true },
  { key: 'state', title: 'State', of: (j) => j.state, isFacet: true },
  {
    key: 'time',
    title: 'Time',
    of: (j) => j.timeS,
    show: (j) => (j.timeS === null ? '' : formatDuration(j.timeS)),
    isFigure: true,
  },
  { key: 'due', title: 'Due', of: (j) => j.due, show: (j) => (j.due ? day(j.due) : ''), isFigure: true },
  { key: 'by', title: 'By', of: (j) => j.createdByName },
  { key: 'received', title: 'Received', of: (j) => j.createdAt, show: (j) => day(j.createdAt), isFigure: true },
];
const EMPTY =
  'No job has been checked yet. Drop a G-code file and choose machine and process; findings come while the file is still being read.';

export function JobsScreen() {
  const { data, error } = useQuery({ queryKey: ['jobs'], queryFn: () => fetchJson<JobRow[]>('/api/jobs') });
  return (
    <>
      <div className="band" data-kind="job">
        <div>
          <div className="kind">Jobs against what machines have proven</div>
          <h1>Job checks</h1>
        </div>
        <div className="end">
          <Button component="a" variant="default" href="/checks/rules">
            Rule track record
          </Button>
          <Button component="a" href="/checks/new">
            Check a job
          </Button>
        </div>
      </div>
      {error && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      {data && <ListTable name="jobs" rows={data} columns={columns} empty={EMPTY} />}
    </>
  );
}
