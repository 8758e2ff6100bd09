import { Button, Group, NativeSelect, Table, TextInput } from '@mantine/core';
import { useState } from 'react';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import { personRoles, type PersonRole, type PersonRow } from '../model/person.ts';

interface Acts {
  readonly isBusy: boolean;
  readonly onRole: (person: PersonRow, role: PersonRole) => void;
  readonly onLink: (person: PersonRow) => void;
  /** Whether they were deactivated. */
  readonly onDeactivate: (person: PersonRow, why: string) => Promise<boolean>;
  readonly onReactivate: (person: PersonRow) => void;
}

export function PeopleTable({ people, ...acts }: Acts & { readonly people: readonly PersonRow[] }) {
  return (
    <section className="stage" aria-label="Everybody">
      <WideTable>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Name</Table.Th>
            <Table.Th>E-mail</Table.Th>
            <Table.Th>Role</Table.Th>
            <Table.Th>State</Table.Th>
            <Table.Th>Last seen</Table.Th>
            <Table.Th />
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {people.map((p) => (
            <OnePerson key={p.id} p={p} {...acts} />
          ))}
        </Table.Tbody>
      </WideTable>
    </section>
  );
}

/** Where one writes next. */
const focused = (field: HTMLInputElement | null): void => field?.focus();
/** What there is to say of their state. */
const stateText = (p: PersonRow): string => {
  if (p.state === 'deactivated') return `: ${p.why ?? ''}`;
  if (p.linkUntil) return p.state === 'invited' ? `, link until ${dayAndTime(p.linkUntil)}` : ', new password by link';
  return p.state === 'invited' ? ', has no link' : '';
};

function OnePerson({ p, isBusy, onRole, onLink, onDeactivate, onReactivate }: Acts & { readonly p: PersonRow }) {
  const [why, setWhy] = useState<string | null>(null);
  return (
    <Table.Tr data-person={p.email}>
      <Table.Td>
        <b>{p.name}</b>
      </Table.Td>
      <Table.Td>{p.email}</Table.Td>
      <Table.Td>
        {p.isOfDemo ? (
          p.role
        ) : (
          <NativeSelect
            aria-label={`Role of ${p.name}`}
            size="xs"
            w={130}
            value={p.role}
            data={[...personRoles]}
            disabled={isBusy}
            onChange={(e) => onRole(p, e.currentTarget.value as PersonRole)}
          />
        )}
      </Table.Td>
      <Table.Td>
        {p.state === 'invited' && <StateMark mark="due" />} {p.state}
        <span className="hint">{stateText(p)}</span>
      </Table.Td>
      <Table.Td>{p.seenAt ? day(p.seenAt) : <span className="hint">not signed in</span>}</Table.Td>
      <Table.Td>
        {p.isOfDemo && <span className="hint">of the demonstration</span>}
        {!p.isOfDemo && why === null && (
          <Group gap={8} wrap="nowrap">
            {p.state === 'deactivated' ? (
              <Button size="xs" variant="default" disabled={isBusy} onClick={() => onReactivate(p)}>
                Reactivate
              </Button>
            ) : (
              <>
                <Button size="xs" variant="default" disabled={isBusy} onClick={() => onLink(p)}>
                  {p.state === 'invited' ? 'New link' : 'Reset password'}
                </Button>
                <Button size="xs" variant="default" disabled={isBusy} onClick={() => setWhy('')}>
                  Deactivate
                </Button>
              </>
            )}
          </Group>
        )}
        {why !== null && (
          <Group
            component="form"
            gap={8}
            wrap="nowrap"
            align="end"
            onSubmit={(e) => {
              e.preventDefault();
              void onDeactivate(p, why).then((isDone) => isDone && setWhy(null));
            }}
          >
            <TextInput
              label="Why"
              size="xs"
              ref={focused}
              value={why}
              maxLength={300}
              onChange={(e) => setWhy(e.currentTarget.value)}
            />
            <Button size="xs" type="submit" disabled={isBusy || why.trim().length < 3}>
              Deactivate {p.name}
            </Button>
            <Button size="xs" variant="subtle" onClick={() => setWhy(null)}>
              Cancel
            </Button>
          </Group>
        )}
      </Table.Td>
    </Table.Tr>
  );
}
