import { Box, Button, Checkbox, NumberInput, Stack, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { countOf } from '../../../core/units/plural.ts';
import { fetchJson, post } from '../../../ui/api.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { usePerson } from '../../../ui/person.tsx';
import { navigate } from '../../../ui/router.tsx';
import { proposedUnits } from '../model/copies.ts';
import type { MachineCard, MachinePage } from '../model/pages.ts';

const MOST = 50;

/** More units of the same printer in the same place, each with a name and an address of its own. */
export function CopyMachineScreen({ id }: { readonly id: string }) {
  const isLead = usePerson().role === 'lead';
  const { data: m, error } = useQuery({
    queryKey: ['machine', id],
    queryFn: () => fetchJson<MachinePage>(`/api/machines/${id}`),
  });
  const { data: all } = useQuery({
    queryKey: ['machines'],
    queryFn: () => fetchJson<MachineCard[]>('/api/machines'),
  });
  if (error)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!m || !all) return <p className="empty">Opening the machine…</p>;
  return (
    <>
      <MachineRooms here={null} />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">
            {m.printer} · {m.place}
          </div>
          <h1>More like {m.name}</h1>
        </div>
      </div>
      {isLead ? <Units machine={m} taken={all} /> : <p className="empty">A lead adds machines.</p>}
    </>
  );
}

function Units({ machine: m, taken }: { readonly machine: MachinePage; readonly taken: readonly MachineCard[] }) {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const form = useForm({
    mode: 'controlled',
    initialValues: { isConnected: m.device !== null, units: [...proposedUnits(m, 1, taken)] },
    validateInputOnBlur: true,
    validate: (v) =>
      Object.fromEntries(
        v.units.flatMap((u, i) => [
          [`units.${i}.name`, u.name.trim().length < 2 ? 'Give the machine a name' : null],
          [`units.${i}.host`, v.isConnected && u.host.trim() === '' ? 'Say the address' : null],
          [`units.${i}.port`, v.isConnected && !u.port ? 'Say the port' : null],
        ]),
      ),
  });
  const { units, isConnected } = form.values;
  const setCount = (count: number | string): void => {
    const wanted = Math.min(MOST, Math.max(1, Math.round(Number(count) || 1)));
    // what was typed stays; what is new goes on from the machine
    form.setFieldValue('units', [...units.slice(0, wanted), ...proposedUnits(m, wanted, taken).slice(units.length)]);
  };
  const add = form.onSubmit(async (v) => {
    setProblem(null);
    try {
      await post(`/api/machines/${m.id}/copies`, {
        units: v.units.map((u) => ({
          name: u.name.trim(),
          device: v.isConnected ? { host: u.host.trim(), port: Number(u.port) } : null,
        })),
      });
      notifySuccess(`${countOf(v.units.length, 'machine')} like ${m.name} added`);
      await client.invalidateQueries();
      navigate('/machines');
    } catch (e) {
      setProblem((e as Error).message);
    }
  });
  return (
    <form onSubmit={add}>
      <section className="stage" aria-label="How many">
        <div className="fields">
          <NumberInput
            label="How many"
            value={units.length}
            onChange={setCount}
            min={1}
            max={MOST}
            clampBehavior="strict"
            allowDecimal={false}
          />
          <Checkbox label="They are reached from here" {...form.getInputProps('isConnected', { type: 'checkbox' })} />
        </div>
      </section>
      <section className="stage" aria-label="The machines">
        <Stack gap={18}>
          {units.map((_, i) => (
            <div key={i} className="fields" role="group" aria-label={`Machine ${i + 1}`}>
              <TextInput label="Name" maxLength={60} {...form.getInputProps(`units.${i}.name`)} />
              {isConnected && (
                <>
                  <TextInput label="Address" maxLength={253} {...form.getInputProps(`units.${i}.host`)} />
                  <NumberInput
                    label="Port"
                    min={1}
                    max={65535}
                    allowDecimal={false}
                    thousandSeparator=""
                    {...form.getInputProps(`units.${i}.port`)}
                  />
                </>
              )}
            </div>
          ))}
        </Stack>
        {problem && (
          <Box component="p" mt={10} role="alert" c="var(--oxide)">
            {problem}; none was added.
          </Box>
        )}
      </section>
      <section className="stage">
        <Button type="submit">Add {countOf(units.length, 'machine')}</Button>
      </section>
    </form>
  );
}
