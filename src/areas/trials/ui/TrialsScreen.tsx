import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import { day } from '../../../ui/dates.ts';
import { ListTable } from '../../../ui/ListTable.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import { provedBy, trialColumns } from '../model/list.ts';
import type { TrialRow } from '../model/pages.ts';

const markOf: Partial<Record<TrialRow['state'], Mark>> = {
  accepted: 'proven',
  interrupted: 'outside',
  'set aside': 'note',
};
const shows: Partial<Record<keyof typeof trialColumns, (t: TrialRow) => ReactNode>> = {
  name: (t) => <a href={`/trials/${t.id}`}>{t.name}</a>,
  state: (t) => (
    <>
      <StateMark mark={markOf[t.state] ?? 'due'} /> {t.state}
    </>
  ),
  lot: (t) => <span className="f">{t.lot}</span>,
  proved: (t) => provedBy(t).map((text) => <div key={text}>{text}</div>),
  planned: (t) => day(t.createdAt),
};
const EMPTY =
  'No trial has been run yet. A trial prints a small coupon made for one machine, reads it, and turns what it finds into a limit with a date, a range and a reason. Begin with temperature, then flow.';

export function TrialsScreen() {
  const mayChange = useMayChange();
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
      <ListTable name="trials" from="/api/trials" columns={trialColumns} shows={shows} empty={EMPTY} />
    </>
  );
}
