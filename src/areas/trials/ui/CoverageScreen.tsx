import { Box, Button, Flex, Table } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { get } from '../../../ui/api.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { MachineCard } from '../../machines/model/pages.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import type { TrialKind } from '../kinds/define.ts';
import { provingKinds } from '../kinds/index.ts';
import { coverOf, type Cover, type KindCover } from '../model/due.ts';
import { coverMark } from './DueScreen.tsx';

const words: Readonly<Record<Cover, string>> = {
  'not for it': 'not for this machine',
  proven: 'proven',
  soon: 'runs out this week',
  due: 'due',
  sister: 'proven on a sister',
  unproven: 'never proven',
};

/** Columns of both tables stand under each other. */
const FIRST_PX = 290;
const COLUMN_PX = 70;
interface CoverRow {
  readonly m: MachineCard;
  readonly cells: readonly KindCover[];
}

/** Every machine against every kind of trial, for what is mounted and loaded: where evidence stands and where it is wanting. */
export function CoverageScreen() {
  const { data, error } = useQuery({
    queryKey: ['machines'],
    queryFn: () => get('/api/machines'),
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Loading the evidence…</p>;
  const rows = data
    .filter((m) => m.mounted && m.loaded)
    .map((m) => ({ m, cells: provingKinds.map((k) => coverOf(k.key, m)) }));
  const count = (c: Cover): number => rows.reduce((s, r) => s + r.cells.filter((x) => x.cover === c).length, 0);
  return (
    <>
      <MachineRooms here="/machines/coverage" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">Machines, with what is mounted and loaded</div>
          <h1>Coverage</h1>
        </div>
        <div className="end">
          {(['proven', 'soon', 'due', 'sister', 'unproven'] as const).map((c) => (
            <Flex component="span" key={c} className="chip" display="inline-flex" gap={5} align="center">
              {c !== 'soon' && <StateMark mark={coverMark[c]} />}
              {count(c)} {words[c]}
            </Flex>
          ))}
          <Button component="a" href="/trials/due">
            Plan what is due
          </Button>
        </div>
      </div>
      {rows.length === 0 ? (
        <p className="empty">No machine has a tool mounted and a material loaded yet.</p>
      ) : (
        (['filament', 'resin'] as const)
          .map((technology) => ({
            technology,
            kinds: provingKinds.filter((k) => k.technology === technology),
            of: rows.filter((r) => r.m.technology === technology),
          }))
          .filter((part) => part.of.length > 0)
          .map((part) => <CoverTable key={part.technology} kinds={part.kinds} rows={part.of} />)
      )}
      <Box component="p" className="hint" py={10} px={20}>
        Figures are days until evidence runs out by age; maintenance and another lot make it due before. A proven cell
        opens its trial, any other plans one.
      </Box>
    </>
  );
}

function CoverTable({ kinds, rows }: { readonly kinds: readonly TrialKind[]; readonly rows: readonly CoverRow[] }) {
  return (
    <div className="cover">
      <Table className="list" style={{ width: FIRST_PX + COLUMN_PX * kinds.length, tableLayout: 'fixed' }}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th w={FIRST_PX}>Machine</Table.Th>
            {kinds.map((k) => (
              <Table.Th key={k.key} className="tilt" w={COLUMN_PX}>
                <span>{k.label}</span>
              </Table.Th>
            ))}
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {rows.map(({ m, cells }) => (
            <Table.Tr key={m.id}>
              <Table.Th scope="row" ta="left">
                <a href={`/machines/${m.id}`}>{m.name}</a>
                <div className="hint">
                  {m.mounted!.name} · {m.loaded!.name}
                </div>
              </Table.Th>
              {cells
                .filter((c) => kinds.some((k) => k.key === c.kind))
                .map((c) =>
                  c.cover === 'not for it' ? (
                    <Table.Td
                      key={c.kind}
                      className="hint"
                      title={c.says}
                      aria-label={`${c.kind} on ${m.name}: not for this machine`}
                    >
                      –
                    </Table.Td>
                  ) : (
                    <Table.Td key={c.kind}>
                      <a
                        href={
                          c.cover === 'proven' && c.trialId
                            ? `/trials/${c.trialId}`
                            : `/trials/new?kind=${c.kind}&machine=${m.id}`
                        }
                        title={c.says}
                        aria-label={`${provingKinds.find((k) => k.key === c.kind)!.label} on ${m.name}: ${words[c.cover]}, ${c.says}`}
                      >
                        <StateMark mark={coverMark[c.cover]} />
                        <span className="f hint">
                          {c.cover === 'proven' || c.cover === 'soon' ? `${c.daysLeft!} d` : ''}
                        </span>
                      </a>
                    </Table.Td>
                  ),
                )}
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </div>
  );
}
