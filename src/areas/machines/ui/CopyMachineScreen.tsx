import { Box, Button, Checkbox, NumberInput, Stack, TextInput } from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { countOf } from '../../../core/units/plural.ts';
import { get, post, Refused } from '../../../ui/api.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { usePerson } from '../../../ui/person.tsx';
import { navigate } from '../../../ui/router.tsx';
import { MOST_COPIES, proposedUnits, type TypedUnit } from '../model/copies.ts';
import type { MachineCard, MachinePage } from '../model/pages.ts';
import { copyMachineSchema } from '../model/schemas.ts';
import { PortField } from './PortField.tsx';

interface Typed {
  readonly isConnected: boolean;
  readonly units: readonly TypedUnit[];
}
const sent = ({ isConnected, units }: Typed) => ({
  units: units.map(({ name, device: { host, port } }) => ({
    name: name.trim(),
    device: isConnected ? { host: host.trim(), port: port === '' ? undefined : Number(port) } : null,
  })),
});

/** More units of the same printer in the same place, each with a name and an address of its own. */
export function CopyMachineScreen({ id }: { readonly id: string }) {
  const isLead = usePerson().role === 'lead';
  const { data: m, error } = useQuery({
    queryKey: ['machine', id],
    queryFn: () => get('/api/machines/[id]', { id }),
  });
  const { data: all } = useQuery({
    queryKey: ['machines'],
    queryFn: () => get('/api/machines'),
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
  const form = useForm<Typed>({
    mode: 'controlled',
    initialValues: { isConnected: m.device !== null && 'host' in m.device, units: proposedUnits(m, 1, taken) },
    validateInputOnBlur: true,
    validate: (v) => schemaResolver(copyMachineSchema, { sync: true })(sent(v)),
  });
  const { units, isConnected } = form.values;
  const setCount = (count: number | string): void => {
    const wanted = Math.min(MOST_COPIES, Math.max(1, Math.round(Number(count) || 1)));
    // what was typed stays; what is new goes on from the machine
    form.setFieldValue('units', [...units.slice(0, wanted), ...proposedUnits(m, wanted, taken).slice(units.length)]);
  };
  const add = form.onSubmit(async (v) => {
    setProblem(null);
    try {
      await post(
        '/api/machines/[id]/copies',
        { id: m.id },
        await copyMachineSchema.validate(sent(v), { strict: true }),
      );
      notifySuccess(`${countOf(v.units.length, 'machine')} like ${m.name} added`);
      await client.invalidateQueries();
      navigate('/machines');
    } catch (e) {
      // without an answer nobody knows
      const isSure = e instanceof Refused && e.status > 0;
      setProblem(`${(e as Error).message}${isSure ? '; none was added' : ''}.`);
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
            max={MOST_COPIES}
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
                  <TextInput label="Address" maxLength={253} {...form.getInputProps(`units.${i}.device.host`)} />
                  <PortField {...form.getInputProps(`units.${i}.device.port`)} />
                </>
              )}
            </div>
          ))}
        </Stack>
        {problem && (
          <Box component="p" mt={10} role="alert" c="var(--oxide)">
            {problem}
          </Box>
        )}
      </section>
      <section className="stage">
        <Button type="submit">Add {countOf(units.length, 'machine')}</Button>
      </section>
    </form>
  );
}
