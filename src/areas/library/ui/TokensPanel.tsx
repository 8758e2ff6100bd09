import { NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { fetchJson, post } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';

interface Token {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  readonly expiresAt: string;
  readonly revokedAt: string | null;
  readonly lastUsedAt: string | null;
  readonly byName: string;
}

/** Keys for automation, a lead's affair: role, expiry, and shown once. */
export function TokensPanel() {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ['tokens'], queryFn: () => fetchJson<Token[]>('/api/tokens') });
  const [name, setName] = useState('');
  const [role, setRole] = useState('viewer');
  const [days, setDays] = useState<number | string>(90);
  const [shown, setShown] = useState<string | null>(null);
  const act = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work();
      await client.invalidateQueries({ queryKey: ['tokens'] });
    } catch (e) {
      notifyError(e);
    }
  };
  const stateOf = (t: Token): string =>
    t.revokedAt
      ? `revoked ${day(t.revokedAt)}`
      : new Date(t.expiresAt) < new Date()
        ? 'expired'
        : `until ${day(t.expiresAt)}`;
  return (
    <section className="stage" aria-label="Tokens">
      <h2>
        Automation{' '}
        <span className="hint">
          a token does over the API what its role may; the API describes itself at{' '}
          <a href="/api" target="_blank" rel="noreferrer">
            /api
          </a>
        </span>
      </h2>
      <form
        className="fields"
        onSubmit={(e) => {
          e.preventDefault();
          void act(async () => {
            setShown((await post<{ token: string }>('/api/tokens', { name, role, days: Number(days) })).token);
            setName('');
          });
        }}
      >
        <TextInput label="What uses it" value={name} onChange={(e) => setName(e.currentTarget.value)} />
        <NativeSelect
          label="Role"
          value={role}
          onChange={(e) => setRole(e.currentTarget.value)}
          data={['viewer', 'technician', 'lead']}
        />
        <NumberInput label="Days it holds" value={days} onChange={setDays} min={1} max={366} />
        <button className="btn p" type="submit" disabled={name.trim().length < 2 || !(Number(days) >= 1)}>
          Make a token
        </button>
      </form>
      {shown && (
        <p role="status" style={{ marginTop: 10 }}>
          Copy it now, it is not shown again: <code className="f">{shown}</code>
        </p>
      )}
      {data && data.length > 0 && (
        <table className="list" style={{ marginTop: 12 }}>
          <thead>
            <tr>
              <th>What uses it</th>
              <th>Role</th>
              <th>Holds</th>
              <th>Last used</th>
              <th>Made by</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.map((t) => (
              <tr key={t.id}>
                <td>{t.name}</td>
                <td>{t.role}</td>
                <td>{stateOf(t)}</td>
                <td>{t.lastUsedAt ? day(t.lastUsedAt) : 'never'}</td>
                <td>{t.byName}</td>
                <td>
                  {!t.revokedAt && (
                    <button
                      className="btn"
                      onClick={() =>
                        void act(async () => {
                          await post(`/api/tokens/${t.id}/revoke`, {});
                          notifySuccess(`${t.name} is revoked`);
                        })
                      }
                    >
                      Revoke
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
