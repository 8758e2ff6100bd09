import type { ReactNode } from 'react';
import { formatDuration } from '../../../core/units/format.ts';
import { day } from '../../../ui/dates.ts';
import { ListTable } from '../../../ui/ListTable.tsx';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { StartJob } from '../../../ui/StartJob.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import { jobColumns } from '../model/list.ts';
import type { JobRow } from '../model/pages.ts';

const markOf: Record<string, Mark> = { clear: 'proven', 'clear with cautions': 'due', blocked: 'outside' };

const shows: Partial<Record<keyof typeof jobColumns, (j: JobRow) => ReactNode>> = {
  job: (j) => (
    <>
      <a href={`/checks/${j.id}`}>
        {j.name} {j.title}
      </a>
      <div className="hint f">{j.fileName}</div>
    </>
  ),
  verdict: (j) => (
    <>
      <StateMark mark={j.changed ? 'note' : (markOf[j.verdict ?? ''] ?? 'note')} /> {jobColumns.verdict.of(j)}
    </>
  ),
  time: (j) => (j.timeS === null ? '' : formatDuration(j.timeS)),
  due: (j) => (j.due ? day(j.due) : ''),
  received: (j) => day(j.createdAt),
};
const EMPTY =
  'No job has been checked yet. Drop a G-code file and choose machine and process; findings come while the file is still being read.';

export function JobsScreen() {
  return (
    <>
      <JobRooms here="/checks" />
      <div className="band" data-kind="job">
        <div>
          <div className="kind">Jobs against what machines have proven</div>
          <h1>Job checks</h1>
        </div>
        <div className="end">
          <StartJob />
        </div>
      </div>
      <ListTable name="jobs" from="/api/jobs" columns={jobColumns} shows={shows} empty={EMPTY} />
    </>
  );
}
