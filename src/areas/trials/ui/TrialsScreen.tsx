import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { fetchJson } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { ListTable, type Column } from '../../../ui/ListTable.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import { showValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialRow } from '../model/pages.ts';

const markOf: Partial<Record<TrialRow['state'], Mark>> = {
  accepted: 'proven',
  interrupted: 'outside',
  'set aside': 'note',
};
const proved = (t: TrialRow): string[] =>
  (t.decision?.written ?? []).map((w) => {
    const s = findSetting(w.setting)!;
    return `${s.label} ${w.before === null ? '–' : showValue(s, w.before)} → ${showValue(s, w.value)}`;
  });

const columns: Column<TrialRow>[] = [
  {
    key: 'name',
    title: 'Trial',
    of: (t) => t.name,
    show: (t) => <a href={`/trials/${t.id}`}>{t.name}</a>,
    noWrap: true,
  },
  { key: 'kind', title: 'Kind', of: (t) => kindOf(t.kind).label.toLowerCase(), isFacet: true },
  {
    key: 'state',
    title: 'State',
    of: (t) => t.state,
    show: (t) => (
      <>
        <StateMark mark={markOf[t.state] ?? 'due'} /> {t.state}
      </>
    ),
    noWrap: true,
    isFacet: true,
  },
  { key: 'machine', title: 'Machine', of: (t) => t.machineName, isFacet: true },
  { key: 'tool', title: 'Tool', of: (t) => t.toolName },
  { key: 'material', title: 'Material', of: (t) => t.materialName, isFacet: true },
  { key: 'lot', title: 'Lot', of: (t) => t.lot, show: (t) => <span className="f">{t.lot}</span> },
  {
    key: 'proved',
    title: 'Proved',
    of: (t) => proved(t).join('; '),
    show: (t) => proved(t).map((text) => <div key={text}>{text}</div>),
    noWrap: true,
  },
  { key: 'readings', title: 'Readings', of: (t) => t.readings, isFigure: true },
  { key: 'by', title: 'By', of: (t) => t.createdByName },
  { key: 'planned', title: 'Planned', of: (t) => t.createdAt, show: (t) => day(t.createdAt), isFigure: true },
];
const EMPTY =
  'No trial has been run yet. A trial prints a small coupon made for one machine, reads it, and turns what it finds into a limit with a date, a range and a reason. Begin with temperature, then flow.';

export function TrialsScreen() {
  const mayChange = useMayChange();
  const { data, error } = useQuery({ queryKey: ['trials'], queryFn: () => fetchJson<TrialRow[]>('/api/trials') });
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">Trials prove values by test prints</div>
          <h1>Trials</h1>
        </div>
        <div className="end">
          <Button component="a" variant="default" href="/trials/signs">
            Defects
          </Button>
          <Button component="a" variant="default" href="/trials/due">
            What is due
          </Button>
          {mayChange && (
            <Button component="a" href="/trials/new">
              Start a trial
            </Button>
          )}
        </div>
      </div>
      {error && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      {data && <ListTable name="trials" rows={data} columns={columns} empty={EMPTY} />}
    </>
  );
}
