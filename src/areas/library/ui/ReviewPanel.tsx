import css from './ReviewPanel.module.css';
import { Box, Button, Group, Table, TextInput } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { useFigures, usePerson } from '../../../ui/person.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import type { ProfilePage } from '../model/pages.ts';
import { showValue } from '../model/values.ts';
import { isLongText, textOf, TextDiff } from '../../../ui/TextDiff.tsx';
import type { SettingValue } from '../settings/define.ts';
import { findSetting } from '../settings/catalogue.ts';
import { Touches } from './Touches.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';

/** What waits for a lead: the difference, whom it touches, and the decision. */
export function ReviewPanel({ page }: { readonly page: ProfilePage }) {
  const isLead = usePerson().role === 'lead';
  const figures = useFigures();
  const client = useQueryClient();
  const { tip, head } = page;
  const [comment, setComment] = useState('');
  const [validationError, setValidationError] = useState<string | null>(null);
  const keys = [...new Set([...Object.keys(head.own), ...Object.keys(tip.own)])].filter(
    (k) => JSON.stringify(head.own[k]) !== JSON.stringify(tip.own[k]),
  );
  const decide = async (decision: 'released' | 'returned'): Promise<void> => {
    try {
      await post('/api/profiles/[id]/decision', { id: page.id }, { revisionId: tip.id, decision, comment });
      notifySuccess(`Revision ${tip.number} ${decision}`);
      await client.invalidateQueries();
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  return (
    <section className="stage" aria-label="Review">
      <h2>
        Revision {tip.number} waits for a lead{' '}
        <span className="hint">
          {tip.authorName}, {day(tip.at)}: {tip.message}
        </span>
      </h2>
      <div className={css.beside}>
        <WideTable>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Setting</Table.Th>
              <Table.Th className="n">Released, r{head.number}</Table.Th>
              <Table.Th className="n">In review, r{tip.number}</Table.Th>
              <Table.Th>Reason</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {keys.map((k) => {
              const s = findSetting(k)!;
              const reason = tip.reasons[k] ? `${tip.reasons[k].kind}: ${tip.reasons[k].text}` : '';
              if (isLongText(head.own[k], tip.own[k]))
                return (
                  <Table.Tr key={k}>
                    <Table.Td>{s.label}</Table.Td>
                    <Table.Td colSpan={2}>
                      <TextDiff before={textOf(head.own[k])} after={textOf(tip.own[k])} />
                    </Table.Td>
                    <Table.Td>{reason}</Table.Td>
                  </Table.Tr>
                );
              const shown = (v: SettingValue | undefined): string =>
                v === undefined ? 'from parent' : showValue(s, v, figures);
              return (
                <Table.Tr key={k}>
                  <Table.Td>{s.label}</Table.Td>
                  <Table.Td className="n">{shown(head.own[k])}</Table.Td>
                  <Table.Td className="n">{shown(tip.own[k])}</Table.Td>
                  <Table.Td>{reason}</Table.Td>
                </Table.Tr>
              );
            })}
            {keys.length === 0 && (
              <Table.Tr>
                <Table.Td colSpan={4}>No value differs from the released revision.</Table.Td>
              </Table.Tr>
            )}
          </Table.Tbody>
        </WideTable>
        <div>
          {isLead ? (
            <form
              onSubmit={(e) => {
                e.preventDefault();
                void decide('released');
              }}
              className="stacked"
            >
              <TextInput
                label="Comment"
                value={comment}
                onChange={(e) => setComment(e.currentTarget.value)}
                error={validationError}
              />
              <Group gap={10} align="stretch" wrap="nowrap">
                <Button type="submit" disabled={comment.trim().length < 3}>
                  Release
                </Button>
                <Button
                  variant="default"
                  type="button"
                  disabled={comment.trim().length < 3}
                  onClick={() => void decide('returned')}
                >
                  Return
                </Button>
              </Group>
            </form>
          ) : (
            <Box component="p" className="hint" mt={8}>
              A lead releases or returns it. Until then revision {head.number} is in force.
            </Box>
          )}
          <Touches profileId={page.id} />
        </div>
      </div>
    </section>
  );
}
