import { Box, Button, Checkbox, Group, NumberInput, Table, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { get, put } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { usePerson } from '../../../ui/person.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { jobClasses, type Policy } from '../../machines/model/policy.ts';
import { provingKinds } from '../kinds/index.ts';
import { UnprovenSettings } from './UnprovenSettings.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';
import { Side } from '../../../ui/Side.tsx';

const CEILINGS = [
  { key: 'massG', label: 'Weight', suffix: ' g' },
  { key: 'cost', label: 'Cost', suffix: ' €' },
  { key: 'hours', label: 'Hours', suffix: ' h' },
] as const;

/** How long evidence holds, which jobs must stay inside it, and who accepts trials. A lead changes it; everybody may read it. */
export function PolicyScreen() {
  const client = useQueryClient();
  const isLead = usePerson().role === 'lead';
  const { data, error } = useQuery({ queryKey: ['policy'], queryFn: () => get('/api/policy') });
  const [edit, setEdit] = useState<Policy | null>(null);
  const [why, setWhy] = useState('');
  const [busy, setBusy] = useState(false);
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Opening the policy…</p>;
  const p = edit ?? data.policy;
  const set = (change: Partial<Policy>): void => setEdit({ ...p, ...change });
  const isChanged = JSON.stringify(p) !== JSON.stringify(data.policy);
  const days = (key: string, value: number | string): void => {
    const own = provingKinds.find((k) => k.key === key)!.validDays;
    const { [key]: _, ...rest } = p.validDays;
    set({
      validDays:
        typeof value === 'number' && value >= 1 && value !== own ? { ...rest, [key]: Math.round(value) } : rest,
    });
  };
  const keep = async (): Promise<void> => {
    setBusy(true);
    try {
      await put('/api/policy', { ...p, why });
      notifySuccess('Policy changed');
      setEdit(null);
      setWhy('');
      await client.invalidateQueries();
    } catch (e) {
      notifyError(e);
    }
    setBusy(false);
  };
  return (
    <>
      <MachineRooms here="/machines/policy" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">Machines</div>
          <h1>Policy</h1>
        </div>
        {!isLead && <span className="chip">a lead changes it</span>}
        {isLead && (
          <div className="end">
            <TextInput
              size="xs"
              w={260}
              aria-label="Why"
              placeholder="Why, in a few words"
              value={why}
              onChange={(e) => setWhy(e.currentTarget.value)}
            />
            <Button disabled={!isChanged || why.trim().length < 5 || busy} onClick={() => void keep()}>
              Save
            </Button>
          </div>
        )}
      </div>
      <div className="page two">
        <div>
          <section className="stage">
            <h2>
              Jobs that must stay inside what is proven{' '}
              <span className="hint">outside it they are blocked, not cautioned</span>
            </h2>
            <Group gap={18} align="stretch" wrap="nowrap">
              {jobClasses.map((c) => (
                <Checkbox
                  key={c}
                  label={c}
                  disabled={!isLead}
                  checked={p.provenOnly.includes(c)}
                  onChange={(e) =>
                    set({
                      provenOnly: jobClasses.filter((x) =>
                        x === c ? e.currentTarget.checked : p.provenOnly.includes(x),
                      ),
                    })
                  }
                />
              ))}
            </Group>
          </section>
          <UnprovenSettings
            classes={p.provenOnly}
            allowed={p.mayStayUnproven}
            onChange={isLead ? (mayStayUnproven) => set({ mayStayUnproven }) : undefined}
          />
          <section className="stage" aria-label="Ceilings">
            <h2>
              Most a job may take{' '}
              <span className="hint">weight and cost of all its pieces, hours of one print; empty is not limited</span>
            </h2>
            <WideTable maw={620}>
              <Table.Thead>
                <Table.Tr>
                  <Table.Th>Class</Table.Th>
                  <Table.Th>Weight</Table.Th>
                  <Table.Th>Cost</Table.Th>
                  <Table.Th>Hours</Table.Th>
                </Table.Tr>
              </Table.Thead>
              <Table.Tbody>
                {jobClasses.map((c) => (
                  <Table.Tr key={c}>
                    <Table.Td>{c}</Table.Td>
                    {CEILINGS.map(({ key, suffix, label }) => (
                      <Table.Td key={key}>
                        <NumberInput
                          size="xs"
                          w={110}
                          aria-label={`${label}, ${c}`}
                          disabled={!isLead}
                          value={p.ceilings[c]?.[key] ?? ''}
                          min={0.01}
                          max={key === 'hours' ? 2000 : 100_000}
                          suffix={suffix}
                          onChange={(v) =>
                            set({
                              ceilings: {
                                ...p.ceilings,
                                [c]: { ...p.ceilings[c], [key]: typeof v === 'number' && v > 0 ? v : null },
                              },
                            })
                          }
                        />
                      </Table.Td>
                    ))}
                  </Table.Tr>
                ))}
              </Table.Tbody>
            </WideTable>
            <NumberInput
              size="xs"
              w={220}
              mt={10}
              label="No first layer faster than"
              disabled={!isLead}
              value={p.firstLayerMostMmPerS ?? ''}
              min={1}
              max={1000}
              suffix=" mm/s"
              onChange={(v) => set({ firstLayerMostMmPerS: typeof v === 'number' && v > 0 ? v : null })}
            />
          </section>
          <section className="stage">
            <h2>Who accepts a trial</h2>
            <Checkbox
              label="a technician, where every value lies inside hardware and the supplier’s range"
              disabled={!isLead}
              checked={p.technicianAccepts}
              onChange={(e) => set({ technicianAccepts: e.currentTarget.checked })}
            />
            <p className="hint">Everything else, and everything if this is off, waits for a lead.</p>
          </section>
          <section className="stage">
            <h2>
              Days evidence holds{' '}
              <span className="hint">for trials accepted from now on; maintenance and another lot end it before</span>
            </h2>
            <WideTable maw={620}>
              <Table.Thead>
                <Table.Tr>
                  <Table.Th>Trial</Table.Th>
                  <Table.Th className="n">Usual</Table.Th>
                  <Table.Th>Here</Table.Th>
                </Table.Tr>
              </Table.Thead>
              <Table.Tbody>
                {provingKinds.map((k) => (
                  <Table.Tr key={k.key}>
                    <Table.Td>{k.label}</Table.Td>
                    <Table.Td className="n">{k.validDays}</Table.Td>
                    <Table.Td>
                      <NumberInput
                        size="xs"
                        w={110}
                        aria-label={`Days, ${k.label}`}
                        disabled={!isLead}
                        value={p.validDays[k.key] ?? k.validDays}
                        min={1}
                        max={3650}
                        allowDecimal={false}
                        suffix=" d"
                        onChange={(v) => days(k.key, v)}
                      />
                    </Table.Td>
                  </Table.Tr>
                ))}
              </Table.Tbody>
            </WideTable>
          </section>
        </div>
        <Side label="Changes">
          <h3>Changes</h3>
          {data.changes.length === 0 && <p className="hint">None yet: this is what the product ships with.</p>}
          {data.changes.map((c) => (
            <Box component="p" key={c.at} className="hint" mb={6}>
              {c.why}
              <br />
              {c.byName} · {dayAndTime(c.at)}
            </Box>
          ))}
        </Side>
      </div>
    </>
  );
}
