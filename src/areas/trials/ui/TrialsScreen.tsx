import { useQuery } from '@tanstack/react-query';
import { call } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { TrialRow } from '../model/pages.ts';

export function TrialsScreen() {
  const mayChange = useMayChange();
  const { data, error } = useQuery({ queryKey: ['trials'], queryFn: () => call<TrialRow[]>('/api/trials') });
  return (
    <>
      <div className="band"><div><div className="kind">Trials prove values by test prints</div><h1>Trials</h1></div><div className="end">{mayChange && <a className="btn p" href="/trials/new">Start a flow trial</a>}</div></div>
      {error && <p className="empty" role="alert">{error.message}</p>}
      <table className="list"><thead><tr><th>Trial</th><th>State</th><th>Machine</th><th>Tool</th><th>Material</th><th>Lot</th><th className="n">Flow before</th><th className="n">Flow proven</th><th className="n">Readings</th><th>By</th><th className="n">Planned</th></tr></thead>
        <tbody>{(data ?? []).map((t) => <tr key={t.id}><td style={{ whiteSpace: 'nowrap' }}><a href={`/trials/${t.id}`}>{t.name}</a> {t.kind}</td><td style={{ whiteSpace: 'nowrap' }}><StateMark mark={t.state === 'accepted' ? 'proven' : t.state === 'interrupted' ? 'outside' : t.state === 'set aside' ? 'note' : 'due'} /> {t.state}</td><td>{t.machineName}</td><td>{t.toolName}</td><td>{t.materialName}</td><td className="f">{t.lot}</td><td className="n">{t.plan.flow.toFixed(3)}</td><td className="n">{t.decision?.outcome === 'accepted' ? `${t.decision.value.toFixed(3)} ± ${((t.decision.interval[1] - t.decision.interval[0]) / 2).toFixed(3)}` : ''}</td><td className="n">{t.readings}</td><td>{t.createdByName}</td><td className="n">{day(t.createdAt)}</td></tr>)}</tbody></table>
      {data?.length === 0 && <p className="empty">No trial has been run yet. A flow trial takes a quarter of an hour of printing and twelve readings with a calliper, and proves how much filament this machine really lays.</p>}
    </>
  );
}
