import { Table } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { get } from '../../../ui/api.ts';
import { DayField } from '../../../ui/DayField.tsx';
import { day } from '../../../ui/dates.ts';
import { useFigures } from '../../../ui/person.tsx';
import { inForceOn, type ValueSince } from '../model/valueHistory.ts';
import { showValue } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';

/** Which value was in force since when, who set it and why; and the one of any day beside the one of now. */
export function ValueHistory({
  profileId,
  settingKey,
  machineId,
}: {
  readonly profileId: string;
  readonly settingKey: string;
  readonly machineId: string | null;
}) {
  const setting = findSetting(settingKey)!;
  const figures = useFigures();
  const [on, setOn] = useState('');
  const { data, error } = useQuery({
    queryKey: ['value-history', profileId, settingKey, machineId],
    queryFn: () =>
      get('/api/profiles/[id]/history', { id: profileId, setting: settingKey, machine: machineId ?? undefined }),
  });
  if (error) return <p className="hint">{error.message}</p>;
  if (!data) return <p className="hint">Loading its history…</p>;
  const shown = (h: ValueSince | null): string =>
    h?.value === null || h === null ? 'not set by any profile' : showValue(setting, h.value, figures).slice(0, 40);
  return (
    <section aria-label={`History of ${setting.label}`}>
      <h3>History</h3>
      {data.length === 0 ? (
        <p className="hint">No profile has ever set it; a formula or the default gives it.</p>
      ) : (
        <>
          <DayField size="xs" label="In force on" value={on} onChange={setOn} />
          {on && (
            <p role="status">
              {day(on)}: <b className="f">{shown(inForceOn(data, new Date(`${on}T23:59:59.999`)))}</b>; now{' '}
              <b className="f">{shown(data[0]!)}</b>
            </p>
          )}
          <Table className="list">
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Since</Table.Th>
                <Table.Th className="n">Value</Table.Th>
                <Table.Th>Why</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {data.map((h) => (
                <Table.Tr key={`${h.at}${h.origin}`}>
                  <Table.Td>{day(h.at)}</Table.Td>
                  <Table.Td className="n">{shown(h)}</Table.Td>
                  <Table.Td>
                    {h.origin ?? 'cleared'}:{' '}
                    {h.trial?.id ? <a href={`/trials/${h.trial.id}`}>{h.trial.name}</a> : (h.trial?.name ?? h.why)}
                    <div className="hint">{h.by}</div>
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </>
      )}
    </section>
  );
}
