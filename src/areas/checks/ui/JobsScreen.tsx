import { useQuery } from '@tanstack/react-query';
import { formatDuration } from '../../../core/units/format.ts';
import { call } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import type { JobRow } from '../model/pages.ts';

const markOf: Record<string, Mark> = { clear: 'proven', 'clear with cautions': 'due', blocked: 'outside' };

export function JobsScreen() {
  const { data, error } = useQuery({ queryKey: ['jobs'], queryFn: () => call<JobRow[]>('/api/jobs') });
  return (
    <>
      <div className="band" data-kind="job">
        <div>
          <div className="kind">Jobs against what machines have proven</div>
          <h1>Job checks</h1>
        </div>
        <div className="end">
          <a className="btn p" href="/checks/new">
            Check a job
          </a>
        </div>
      </div>
      {error && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      <table className="list">
        <thead>
          <tr>
            <th>Job</th>
            <th>Verdict</th>
            <th>Machine</th>
            <th>Material</th>
            <th>Class</th>
            <th>State</th>
            <th className="n">Time</th>
            <th>By</th>
            <th className="n">Received</th>
          </tr>
        </thead>
        <tbody>
          {(data ?? []).map((j) => (
            <tr key={j.id}>
              <td>
                <a href={`/checks/${j.id}`}>
                  {j.name} {j.title}
                </a>
                <div className="hint f">{j.fileName}</div>
              </td>
              <td>
                <StateMark mark={markOf[j.verdict ?? ''] ?? 'note'} />{' '}
                {j.sentence ?? (j.runState === 'refused' ? 'could not be read' : 'being checked')}
              </td>
              <td>{j.machineName}</td>
              <td>{j.materialName}</td>
              <td>{j.class}</td>
              <td>{j.state}</td>
              <td className="n">{j.timeS === null ? '' : formatDuration(j.timeS)}</td>
              <td>{j.createdByName}</td>
              <td className="n">{day(j.createdAt)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data?.length === 0 && (
        <p className="empty">
          No job has been checked yet. Drop a G-code file and choose machine and process; findings come while the file
          is still being read.
        </p>
      )}
    </>
  );
}
