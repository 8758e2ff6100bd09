import { Box, Button, Table } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { get } from '../../../ui/api.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import { ageOf, knownOf, type KnownHow } from '../model/known.ts';
import type { MachinePage } from '../model/pages.ts';

const AGAIN_MS = 10_000;
const howText = (how: KnownHow, byName: string | null): string =>
  how === 'typed' && byName ? `typed by ${byName}` : how;

/** What is known of a machine as it stands: what it says itself, what somebody typed and what only its profile says, each with its age. */
export function KnownPanel({
  of: m,
  mayChange,
  onLoad,
}: {
  readonly of: MachinePage;
  readonly mayChange: boolean;
  /** Loads what a reader has found. */
  readonly onLoad: (code: string, head: number) => void;
}) {
  const { data: report } = useQuery({
    queryKey: ['machine', m.id, 'report'],
    queryFn: () => get('/api/machines/[id]/report', { id: m.id }),
    refetchInterval: AGAIN_MS,
    enabled: m.state !== 'retired',
  });
  const now = new Date();
  const all = knownOf(m, report ?? null);
  const missing = all.filter((k) => k.value === null).map((k) => k.what);
  return (
    <section className="stage" aria-label="What is known of it">
      <h2>
        What is known of it{' '}
        <span className="hint">
          {report ? (report.why ? `It reports nothing: ${report.why}.` : '') : 'Asking the machine…'}
        </span>
      </h2>
      <WideTable>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>What</Table.Th>
            <Table.Th>As known</Table.Th>
            <Table.Th>How</Table.Th>
            <Table.Th className="n">Age</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {all
            .filter((k) => k.value !== null)
            .map(({ what, value, how, at, byName, instead, isOther }) => (
              <Table.Tr key={what}>
                <Table.Td>
                  {isOther && <StateMark mark="outside" />} {what}
                </Table.Td>
                <Table.Td>
                  {value}
                  {instead && mayChange && (
                    <Button size="compact-sm" ml={8} onClick={() => onLoad(instead.code, instead.head)}>
                      Confirm {instead.code}
                    </Button>
                  )}
                </Table.Td>
                <Table.Td>{howText(how, byName)}</Table.Td>
                <Table.Td className="n">{at && ageOf(at, now)}</Table.Td>
              </Table.Tr>
            ))}
        </Table.Tbody>
      </WideTable>
      {missing.length > 0 && (
        <Box component="p" className="hint" p={10}>
          Not recorded: {missing.join(', ')}.
        </Box>
      )}
    </section>
  );
}
