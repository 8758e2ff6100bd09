import { useQuery } from '@tanstack/react-query';
import type { EventRow } from '../../../platform/events/model.ts';
import { call } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';

const short = (v: unknown): string =>
  v === null || v === undefined ? '' : typeof v === 'string' ? v : JSON.stringify(v).slice(0, 160);

export function LogScreen() {
  const { data } = useQuery({ queryKey: ['events'], queryFn: () => call<EventRow[]>('/api/events') });
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">Everything done, newest first; nothing here can be changed</div>
          <h1>Event log</h1>
        </div>
      </div>
      <table className="list">
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th>From</th>
            <th>To</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {(data ?? []).map((e) => (
            <tr key={e.id}>
              <td style={{ whiteSpace: 'nowrap' }}>{dayAndTime(e.at)}</td>
              <td>{e.whoName}</td>
              <td>
                <b>{e.subjectName}</b>: {e.what}
              </td>
              <td className="f" style={{ fontSize: 11 }}>
                {short(e.from)}
              </td>
              <td className="f" style={{ fontSize: 11 }}>
                {short(e.to)}
              </td>
              <td>{e.why}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data?.length === 0 && <p className="empty">Nothing has been done yet.</p>}
    </>
  );
}
