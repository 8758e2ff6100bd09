import { NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { ChangeRow } from '../model/bulk.ts';
import { reasonKinds } from '../model/reasons.ts';

export interface Preview {
  readonly rows: readonly ChangeRow[];
  readonly profiles: number;
  readonly state: string;
}

/** What many changes would do, and the reason they are done for. */
export function BulkPreview({
  preview,
  onWrite,
  onLeave,
}: {
  readonly preview: Preview;
  readonly onWrite: (message: string, reason: string) => Promise<void>;
  readonly onLeave: () => void;
}) {
  const [message, setMessage] = useState('');
  const [reason, setReason] = useState<string>('measured');
  const bad = preview.rows.filter((r) => r.problem !== null).length;
  return (
    <section className="stage" aria-label="Preview">
      <h2>
        This would change {preview.profiles} {preview.profiles === 1 ? 'profile' : 'profiles'}{' '}
        <span className="hint">
          {preview.state === 'released' ? 'released at once' : 'sent to review'}, one revision each, all or none
        </span>
      </h2>
      <table className="list">
        <thead>
          <tr>
            <th>Profile</th>
            <th>Setting</th>
            <th className="n">Own value now</th>
            <th className="n">Would be</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {preview.rows.map((r) => (
            <tr key={r.index}>
              <td>
                {r.name} <span className="dim">{r.kind}</span>
              </td>
              <td>{r.label}</td>
              <td className="n">{r.from}</td>
              <td className="n">{r.to}</td>
              <td>
                {r.problem ? (
                  <span style={{ display: 'flex', gap: 6, alignItems: 'center' }}>
                    <StateMark mark="outside" />
                    {r.problem}
                  </span>
                ) : r.isSame ? (
                  <span className="hint">the same already</span>
                ) : (
                  ''
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        className="fields"
        style={{ marginTop: 12 }}
        onSubmit={(e) => {
          e.preventDefault();
          void onWrite(message, reason);
        }}
      >
        <TextInput label="Why, in one line" value={message} onChange={(e) => setMessage(e.currentTarget.value)} />
        <NativeSelect
          label="Kind of reason"
          data={[...reasonKinds]}
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
        />
        <button
          className="btn p"
          type="submit"
          disabled={bad > 0 || preview.profiles === 0 || message.trim().length < 3}
        >
          {bad > 0 ? `${bad} cannot be read` : `Change ${preview.profiles}`}
        </button>
        <button className="btn" type="button" onClick={onLeave}>
          Not now
        </button>
      </form>
    </section>
  );
}
