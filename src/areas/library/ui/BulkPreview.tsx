import type { ReasonKind } from '../model/records.ts';
import { Box, Button, Flex, NativeSelect, Table, TextInput } from '@mantine/core';
import { useState } from 'react';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { ChangeRow } from '../model/bulk.ts';
import { reasonKinds } from '../model/reasons.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

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
  readonly onWrite: (message: string, reason: ReasonKind) => Promise<void>;
  readonly onLeave: () => void;
}) {
  const [message, setMessage] = useState('');
  const [reason, setReason] = useState<ReasonKind>('measured');
  const bad = preview.rows.filter((r) => r.problem !== null).length;
  return (
    <section className="stage" aria-label="Preview">
      <h2>
        This would change {preview.profiles} {preview.profiles === 1 ? 'profile' : 'profiles'}{' '}
        <span className="hint">
          {preview.state === 'released' ? 'released at once' : 'sent to review'}, one revision each, all or none
        </span>
      </h2>
      <WideTable>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Profile</Table.Th>
            <Table.Th>Setting</Table.Th>
            <Table.Th className="n">Own value now</Table.Th>
            <Table.Th className="n">New value</Table.Th>
            <Table.Th />
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {preview.rows.map((r) => (
            <Table.Tr key={r.index}>
              <Table.Td>
                {r.name} <span className="dim">{r.kind}</span>
              </Table.Td>
              <Table.Td>{r.label}</Table.Td>
              <Table.Td className="n">{r.from}</Table.Td>
              <Table.Td className="n">{r.to}</Table.Td>
              <Table.Td>
                {r.problem ? (
                  <Flex component="span" gap={6} align="center">
                    <StateMark mark="outside" />
                    {r.problem}
                  </Flex>
                ) : r.isSame ? (
                  <span className="hint">the same already</span>
                ) : (
                  ''
                )}
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </WideTable>
      <Box
        component="form"
        className="fields"
        mt={12}
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
          onChange={(e) => setReason(reasonKinds.find((k) => k === e.currentTarget.value) ?? reason)}
        />
        <Button type="submit" disabled={bad > 0 || preview.profiles === 0 || message.trim().length < 3}>
          {bad > 0 ? `${bad} cannot be read` : `Change ${preview.profiles}`}
        </Button>
        <Button variant="default" type="button" onClick={onLeave}>
          Cancel
        </Button>
      </Box>
    </section>
  );
}
