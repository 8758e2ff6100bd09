import { SPOOL, type SpoolAct } from './SpoolActs.tsx';
import { Button, Table } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, postAct } from '../../../ui/api.ts';
import { day, dayAndTime } from '../../../ui/dates.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { notifyError, notifySuccess } from '../../../ui/notify.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { Side } from '../../../ui/Side.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import { leftText } from '../model/leftText.ts';
import { SpoolActs } from './SpoolActs.tsx';

/** One spool or bottle: what is left of it, where it is, what became of it. */
export function SpoolScreen({ id }: { readonly id: string }) {
  const mayChange = useMayChange();
  const client = useQueryClient();
  const { data: c, error } = useQuery({
    queryKey: ['container', id],
    queryFn: () => get('/api/containers/[id]', { id }),
  });
  if (error && !c)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!c) return <p className="empty">Opening…</p>;
  const isResin = c.technology === 'resin';
  const left = (g: number): string => leftText(g, isResin);
  const act: SpoolAct = async (name, body, said) => {
    try {
      await postAct(SPOOL, { id: c.id }, name, body);
      notifySuccess(said);
      await client.invalidateQueries();
      return true;
    } catch (e) {
      notifyError(e);
      return false;
    }
  };
  return (
    <>
      <MachineRooms here={null} />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">
            <a href="/machines/spools">Spools and bottles</a> · <a href={`/library/${c.materialId}`}>{c.material}</a>
          </div>
          <h1>{c.code}</h1>
        </div>
        <span className="chip">{c.state}</span>
        <span className="chip">{left(c.remainingG)} left</span>
        <div className="end">
          <Button component="a" variant="default" href={`/api/containers/${c.id}/label`} target="_blank">
            Label
          </Button>
        </div>
      </div>
      <div className="page two">
        <div>
          {mayChange && c.state !== 'discarded' && <SpoolActs key={c.remainingG} of={c} onAct={act} />}
          <section className="stage" aria-label="What became of it">
            <h2>What became of it</h2>
            <WideTable isText>
              <Table.Thead>
                <Table.Tr>
                  <Table.Th>When</Table.Th>
                  <Table.Th>What</Table.Th>
                  <Table.Th className="n">Change</Table.Th>
                  <Table.Th className="n">Left</Table.Th>
                  <Table.Th>Where, why</Table.Th>
                  <Table.Th>By</Table.Th>
                </Table.Tr>
              </Table.Thead>
              <Table.Tbody>
                {c.entries.map((e) => (
                  <Table.Tr key={e.id}>
                    <Table.Td className="nowrap">{dayAndTime(e.at)}</Table.Td>
                    <Table.Td>{e.what}</Table.Td>
                    <Table.Td className="n">{e.deltaG === 0 ? '' : signed(left(e.deltaG))}</Table.Td>
                    <Table.Td className="n">{left(e.leftG)}</Table.Td>
                    <Table.Td>{[e.where, e.why].filter(Boolean).join(': ')}</Table.Td>
                    <Table.Td>{e.byName}</Table.Td>
                  </Table.Tr>
                ))}
              </Table.Tbody>
            </WideTable>
          </section>
        </div>
        <Side label="About it">
          <h3>Where</h3>
          <p>{c.machineId ? <a href={`/machines/${c.machineId}`}>{c.place}</a> : c.place}</p>
          <h3>Lot</h3>
          <p>{c.lot}</p>
          <h3>Came with</h3>
          <p>
            {left(c.netG)}
            {c.tareG !== null && `; ${c.tareG} g empty`}
          </p>
          <h3>Opened</h3>
          <p>{c.openedAt ? day(c.openedAt) : 'not yet'}</p>
          <h3>Dried</h3>
          <p>{c.driedAt ? `${day(c.driedAt)}, ${c.driedC} °C for ${c.driedH} h` : 'never, by the record'}</p>
        </Side>
      </div>
    </>
  );
}
const signed = (text: string): string => (text.startsWith('-') ? text.replace('-', '−') : `+${text}`);
