import { Box } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { get } from '../../../ui/api.ts';
import { JobRooms } from '../../../ui/JobRooms.tsx';
import { ShortList, type Column } from '../../../ui/ShortList.tsx';
import type { RuleRecord } from '../model/noted.ts';
import { rules } from '../../rules/index.ts';

const titleOf = (key: string): string => rules.find((r) => r.id === key)?.title ?? key;
const linksOf = (r: RuleRecord, was: RuleRecord['jobs'][number]['was']) =>
  r.jobs
    .filter((j) => j.was === was)
    .slice(0, 6)
    .map((j, i) => (
      <span key={j.id}>
        {i > 0 && ', '}
        <a href={`/checks/${j.id}`}>{j.name}</a>
      </span>
    ));
const column = (key: 'warnedGood' | 'warnedBad' | 'silentBad', title: string): Column<RuleRecord> => ({
  key,
  title,
  of: (r) => r[key],
  show: (r) => (
    <>
      {r[key]} <span className="hint">{linksOf(r, key)}</span>
    </>
  ),
  isFigure: true,
});
const columns: Column<RuleRecord>[] = [
  { key: 'rule', title: 'Rule', of: (r) => titleOf(r.rule), show: (r) => titleOf(r.rule) },
  column('warnedGood', 'False alarms'),
  column('warnedBad', 'Caught'),
  column('silentBad', 'Missed'),
];

/** What every rule foretold against what became of the jobs: which cry wolf, and which miss. */
export function RuleRecordScreen() {
  const { data, error } = useQuery({
    queryKey: ['rule-record'],
    queryFn: () => get('/api/jobs/rules'),
  });
  return (
    <>
      <JobRooms here="/checks/rules" />
      <div className="band" data-kind="job">
        <div>
          <div className="kind">Job checks</div>
          <h1>Rule track record</h1>
        </div>
        {data && (
          <span className="chip f">
            {data.jobs} {data.jobs === 1 ? 'job' : 'jobs'} with a recorded outcome
          </span>
        )}
      </div>
      <Box component="p" className="hint" pt={10} pr={20} pb={0} pl={20}>
        Blockers and cautions count as warnings. A job went wrong where it failed or showed defects; missed counts where
        no rule at all had warned.
      </Box>
      {error && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      {data && (
        <ShortList
          name="rules"
          rows={data.rules.map((r) => ({ ...r, id: r.rule }))}
          columns={columns}
          empty="No outcome has been recorded yet. Open a job that was printed and record how it came out."
        />
      )}
    </>
  );
}
