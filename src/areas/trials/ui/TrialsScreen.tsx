import { useQuery } from '@tanstack/react-query';
import { call } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { useMayChange } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import { showValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialRow } from '../model/pages.ts';

export function TrialsScreen() {
  const mayChange = useMayChange();
  const { data, error } = useQuery({ queryKey: ['trials'], queryFn: () => call<TrialRow[]>('/api/trials') });
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">Trials prove values by test prints</div>
          <h1>Trials</h1>
        </div>
        <div className="end">
          <a className="btn" href="/trials/signs">
            Signs
          </a>
          <a className="btn" href="/trials/due">
            What is due
          </a>
          {mayChange && (
            <a className="btn p" href="/trials/new">
              Start a trial
            </a>
          )}
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
            <th>Trial</th>
            <th>Kind</th>
            <th>State</th>
            <th>Machine</th>
            <th>Tool</th>
            <th>Material</th>
            <th>Lot</th>
            <th>Proved</th>
            <th className="n">Readings</th>
            <th>By</th>
            <th className="n">Planned</th>
          </tr>
        </thead>
        <tbody>
          {(data ?? []).map((t) => (
            <tr key={t.id}>
              <td style={{ whiteSpace: 'nowrap' }}>
                <a href={`/trials/${t.id}`}>{t.name}</a>
              </td>
              <td>{kindOf(t.kind).label.toLowerCase()}</td>
              <td style={{ whiteSpace: 'nowrap' }}>
                <StateMark
                  mark={
                    t.state === 'accepted'
                      ? 'proven'
                      : t.state === 'interrupted'
                        ? 'outside'
                        : t.state === 'set aside'
                          ? 'note'
                          : 'due'
                  }
                />{' '}
                {t.state}
              </td>
              <td>{t.machineName}</td>
              <td>{t.toolName}</td>
              <td>{t.materialName}</td>
              <td className="f">{t.lot}</td>
              <td>
                {t.decision?.written.map((w) => {
                  const s = findSetting(w.setting)!;
                  return (
                    <div key={w.setting} style={{ whiteSpace: 'nowrap' }}>
                      {s.label}{' '}
                      <span className="f">
                        {w.before === null ? '–' : showValue(s, w.before)} → {showValue(s, w.value)}
                      </span>
                    </div>
                  );
                })}
              </td>
              <td className="n">{t.readings}</td>
              <td>{t.createdByName}</td>
              <td className="n">{day(t.createdAt)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data?.length === 0 && (
        <p className="empty">
          No trial has been run yet. A trial prints a small coupon made for one machine, reads it, and turns what it
          finds into a limit with a date, a range and a reason. Begin with temperature, then flow.
        </p>
      )}
    </>
  );
}
