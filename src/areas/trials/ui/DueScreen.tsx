import { Button, Checkbox, Flex, Table } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { formatDuration } from '../../../core/units/format.ts';
import { get, post } from '../../../ui/api.ts';
import { useMayChange } from '../../../ui/person.tsx';
import { navigate } from '../../../ui/router.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { kindOf } from '../kinds/index.ts';
import { ALONE, sharePlates } from '../model/sharing.ts';
import { orderOf, type Cover, type DueTrial } from '../model/due.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

/** Filament in grams and resin in millilitres, as far as there is any. */
const materialText = (massG: number, resinMl: number, digits: number): string =>
  [massG > 0 && `${massG.toFixed(digits)} g`, resinMl > 0 && `${resinMl.toFixed(digits)} ml`]
    .filter(Boolean)
    .join(' and ') || '–';

export const coverMark: Readonly<Record<Cover, Mark>> = {
  'not for it': 'note',
  proven: 'proven',
  soon: 'due',
  due: 'due',
  sister: 'sister',
  unproven: 'unproven',
};
const keyOf = (d: Pick<DueTrial, 'machineId' | 'kind'>): string => `${d.machineId}/${d.kind}`;

const LETTERS = 26;

/** Which plate a trial is printed on with others, or why it has one for itself. */
function PlateMark({
  letter,
  trial: d,
  isChosen,
  isShared,
}: {
  readonly letter: string | null;
  readonly trial: DueTrial;
  readonly isChosen: boolean;
  readonly isShared: boolean;
}) {
  if (letter)
    return (
      <span className="chip" title={`printed on plate ${letter} with the others of this letter, one after the other`}>
        {letter}
      </span>
    );
  if (!isShared || !isChosen || d.timeS === 0) return null;
  const why = ALONE[d.kind] ?? (d.clearanceMm === null ? 'clearance or reach of the head is not known' : null);
  return <span className="hint">{why ? `alone: ${why}` : 'alone'}</span>;
}

/** What is due on every machine (or not yet proven on one), in the order of practice; what is ticked is planned in one go. */
export function DueScreen() {
  const client = useQueryClient();
  const mayChange = useMayChange();
  const [machine, setMachine] = useState<string | null | undefined>(undefined);
  const [left, setLeft] = useState<ReadonlySet<string> | null>(null);
  const [busy, setBusy] = useState(false);
  const [isShared, setShared] = useState(true);
  useEffect(() => setMachine(new URLSearchParams(location.search).get('machine')), []);
  const { data, error } = useQuery({
    queryKey: ['due', machine],
    enabled: machine !== undefined,
    queryFn: () => get('/api/trials/due', { machine: machine ?? undefined }),
  });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Loading what is due, and what each coupon takes…</p>;
  const rows = [...data].sort(
    (a, b) => a.machineName.localeCompare(b.machineName) || orderOf(a.kind) - orderOf(b.kind),
  );
  const can = rows.filter((d) => !d.cannot && !d.open);
  const chosen = can.filter((d) => (left ? !left.has(keyOf(d)) : d.cover === 'due' || d.cover === 'soon'));
  const sum = (of: (d: DueTrial) => number): number => chosen.reduce((s, d) => s + of(d), 0);
  const toggle = (d: DueTrial): void => {
    const out = new Set(can.filter((x) => !chosen.includes(x)).map(keyOf));
    if (!out.delete(keyOf(d))) out.add(keyOf(d));
    setLeft(out);
  };
  const plan = async (): Promise<void> => {
    setBusy(true);
    try {
      const { planned } = await post('/api/trials/due', {
        items: chosen.map(({ machineId, kind }) => ({ machineId, kind })),
        share: isShared,
      });
      notifySuccess(`${planned.map((p) => p.name).join(', ')} planned`);
      await client.invalidateQueries();
      navigate(planned.length === 1 ? `/trials/${planned[0]!.id}` : '/trials');
    } catch (e) {
      notifyError(e);
      setBusy(false);
    }
  };
  const plates = isShared ? sharePlates(chosen.filter((d) => d.timeS > 0)).filter((p) => p.length > 1) : [];
  const plateOf = (d: DueTrial): string | null => {
    const k = plates.findIndex((p) => p.includes(d));
    return k < 0 ? null : String.fromCharCode('A'.charCodeAt(0) + (k % LETTERS));
  };
  const names = [...new Set(rows.map((d) => d.machineName))];
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">
            {machine ? 'Trials due on this machine' : 'Due now or within a week, all machines'}
          </div>
          <h1>
            {rows.length === 0
              ? 'Nothing is due'
              : `${rows.length} ${rows.length === 1 ? 'trial' : 'trials'} in the order of practice`}
          </h1>
        </div>
        <div className="end">
          {machine && (
            <Button
              component="a"
              variant="default"
              href="/trials/due"
              onClick={() => {
                setMachine(null);
                setLeft(null);
              }}
            >
              All machines
            </Button>
          )}
          {mayChange && rows.length > 1 && (
            <Checkbox
              label="share plates where conditions allow"
              checked={isShared}
              onChange={(e) => setShared(e.currentTarget.checked)}
            />
          )}
          {mayChange && (
            <Button disabled={busy || chosen.length === 0} onClick={() => void plan()}>
              {chosen.length === 0
                ? 'Nothing chosen'
                : `Plan ${chosen.length}: ${formatDuration(sum((d) => d.timeS))}, ${materialText(
                    sum((d) => d.massG),
                    sum((d) => d.resinMl),
                    0,
                  )}, € ${sum((d) => d.cost).toFixed(2)}`}
            </Button>
          )}
        </div>
      </div>
      {rows.length === 0 ? (
        <p className="empty">
          All evidence for what is mounted and loaded is valid for another week. What was never proven stands on each
          machine’s page and under <a href="/machines/coverage">Coverage</a>.
        </p>
      ) : (
        <WideTable>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>
                <Checkbox
                  aria-label="All that can be planned"
                  disabled={!mayChange || can.length === 0}
                  checked={chosen.length === can.length && can.length > 0}
                  indeterminate={chosen.length > 0 && chosen.length < can.length}
                  onChange={(e) => setLeft(e.currentTarget.checked ? new Set() : new Set(can.map(keyOf)))}
                />
              </Table.Th>
              <Table.Th>Trial</Table.Th>
              <Table.Th>Why</Table.Th>
              <Table.Th>First</Table.Th>
              <Table.Th>Process</Table.Th>
              <Table.Th>Plate</Table.Th>
              <Table.Th className="n">Print</Table.Th>
              <Table.Th className="n">Material</Table.Th>
              <Table.Th className="n">Cost</Table.Th>
            </Table.Tr>
          </Table.Thead>
          {names.map((name) => (
            <Table.Tbody key={name}>
              <Table.Tr>
                <Table.Th colSpan={9} scope="rowgroup" ta="left" pt={12}>
                  <a href={`/machines/${rows.find((d) => d.machineName === name)!.machineId}`}>{name}</a>{' '}
                  <span className="hint">{rows.find((d) => d.machineName === name)!.place}</span>
                </Table.Th>
              </Table.Tr>
              {rows
                .filter((d) => d.machineName === name)
                .map((d) => (
                  <Table.Tr key={keyOf(d)}>
                    <Table.Td>
                      {can.includes(d) && (
                        <Checkbox
                          aria-label={`${kindOf(d.kind).label} on ${name}`}
                          disabled={!mayChange}
                          checked={chosen.includes(d)}
                          onChange={() => toggle(d)}
                        />
                      )}
                    </Table.Td>
                    <Table.Td>
                      <a href={`/trials/new?kind=${d.kind}&machine=${d.machineId}&process=${d.processId}`}>
                        {kindOf(d.kind).label}
                      </a>
                    </Table.Td>
                    <Table.Td>
                      <Flex component="span" display="inline-flex" gap={6} align="center">
                        <StateMark mark={coverMark[d.cover]} />
                        {d.says}
                      </Flex>
                      {d.open && (
                        <div className="hint">
                          already open: <a href={`/trials/${d.open.id}`}>{d.open.name}</a>
                        </div>
                      )}
                      {d.cannot && <div className="hint">{d.cannot}</div>}
                    </Table.Td>
                    <Table.Td className="hint">
                      {d.before.map((k) => kindOf(k).label.toLowerCase()).join(', ')}
                    </Table.Td>
                    <Table.Td>{d.processName}</Table.Td>
                    <Table.Td>
                      <PlateMark letter={plateOf(d)} trial={d} isChosen={chosen.includes(d)} isShared={isShared} />
                    </Table.Td>
                    <Table.Td className="n">{d.cannot ? '' : d.timeS > 0 ? formatDuration(d.timeS) : '–'}</Table.Td>
                    <Table.Td className="n">{d.cannot ? '' : materialText(d.massG, d.resinMl, 1)}</Table.Td>
                    <Table.Td className="n">{d.cannot ? '' : `€ ${d.cost.toFixed(2)}`}</Table.Td>
                  </Table.Tr>
                ))}
            </Table.Tbody>
          ))}
        </WideTable>
      )}
    </>
  );
}
