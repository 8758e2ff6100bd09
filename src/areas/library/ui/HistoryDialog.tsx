import { Box, Button, Modal, Table } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { useMayChange } from '../../../ui/person.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import type { ProfilePage } from '../model/pages.ts';
import { showValue } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

/** Every revision with who made it and why; one is read, or restored as a new one. */
export function HistoryDialog({
  open,
  page,
  onClose,
}: {
  readonly open: boolean;
  readonly page: ProfilePage;
  readonly onClose: () => void;
}) {
  const mayChange = useMayChange();
  const client = useQueryClient();
  const [shown, setShown] = useState<string | null>(null);
  const restore = async (revisionId: string): Promise<void> => {
    try {
      const r = await post('/api/profiles/[id]/restore', { id: page.id }, { revisionId });
      notifySuccess(`Restored as revision ${r.number}, ${r.state}`);
      await client.invalidateQueries({ queryKey: ['profile', page.id] });
    } catch (e) {
      notifyError(e);
    }
  };
  return (
    <Modal
      opened={open}
      onClose={onClose}
      title={`History of ${page.name}`}
      size="lg"
      transitionProps={{ duration: 0 }}
    >
      <WideTable>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Revision</Table.Th>
            <Table.Th>Why</Table.Th>
            <Table.Th>Who</Table.Th>
            <Table.Th>When</Table.Th>
            <Table.Th />
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {page.revisions.map((r) => (
            <Table.Tr key={r.id}>
              <Table.Td className="f">
                r{r.number} <span className="dim">{r.state}</span>
              </Table.Td>
              <Table.Td>
                {r.message}
                {r.comment && <div className="hint">returned: {r.comment}</div>}
                {shown === r.id && (
                  <Box component="ul" mt={6} mr={0} mb={0} ml={0} pl={16}>
                    {Object.entries(r.own).map(([k, v]) => {
                      const s = findSetting(k);
                      return (
                        s && (
                          <li key={k}>
                            {s.label}: <span className="f">{showValue(s, v).slice(0, 60)}</span>
                          </li>
                        )
                      );
                    })}
                    {Object.keys(r.own).length === 0 && <li>no own values</li>}
                  </Box>
                )}
              </Table.Td>
              <Table.Td>{r.authorName}</Table.Td>
              <Table.Td>{day(r.at)}</Table.Td>
              <Table.Td className="nowrap">
                <Button variant="default" onClick={() => setShown(shown === r.id ? null : r.id)}>
                  {shown === r.id ? 'Hide' : 'Read'}
                </Button>{' '}
                {mayChange && !page.stock && r.id !== page.tip.id && (
                  <Button variant="default" onClick={() => void restore(r.id)}>
                    Restore
                  </Button>
                )}
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </WideTable>
    </Modal>
  );
}
