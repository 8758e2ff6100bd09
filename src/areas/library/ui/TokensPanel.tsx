import { personRoles, type PersonRole } from '../../people/model/person.ts';
import { Box, Button, NativeSelect, NumberInput, Table, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { get, post } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';

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
  const { data } = useQuery({ queryKey: ['tokens'], queryFn: () => get('/api/tokens') });
  const [name, setName] = useState('');
  const [role, setRole] = useState<PersonRole>('viewer');
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
            setShown((await post('/api/tokens', { name, role, days: Number(days) })).token);
            setName('');
          });
        }}
      >
        <TextInput label="What uses it" value={name} onChange={(e) => setName(e.currentTarget.value)} />
        <NativeSelect
          label="Role"
          value={role}
          onChange={(e) => setRole(personRoles.find((r) => r === e.currentTarget.value) ?? role)}
          data={[...personRoles]}
        />
        <NumberInput label="Days it holds" value={days} onChange={setDays} min={1} max={366} />
        <Button type="submit" disabled={name.trim().length < 2 || !(Number(days) >= 1)}>
          Make a token
        </Button>
      </form>
      {shown && (
        <Box component="p" role="status" mt={10}>
          Copy it now, it is not shown again: <code className="f">{shown}</code>
        </Box>
      )}
      {data && data.length > 0 && (
        <WideTable mt={12}>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>What uses it</Table.Th>
              <Table.Th>Role</Table.Th>
              <Table.Th>Holds</Table.Th>
              <Table.Th>Last used</Table.Th>
              <Table.Th>Made by</Table.Th>
              <Table.Th />
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {data.map((t) => (
              <Table.Tr key={t.id}>
                <Table.Td>{t.name}</Table.Td>
                <Table.Td>{t.role}</Table.Td>
                <Table.Td>{stateOf(t)}</Table.Td>
                <Table.Td>{t.lastUsedAt ? day(t.lastUsedAt) : 'never'}</Table.Td>
                <Table.Td>{t.byName}</Table.Td>
                <Table.Td>
                  {!t.revokedAt && (
                    <Button
                      variant="default"
                      onClick={() =>
                        void act(async () => {
                          await post('/api/tokens/[id]/revoke', { id: t.id }, {});
                          notifySuccess(`${t.name} is revoked`);
                        })
                      }
                    >
                      Revoke
                    </Button>
                  )}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </WideTable>
      )}
    </section>
  );
}
