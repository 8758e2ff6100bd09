import { Button, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useState } from 'react';
import { get, post } from '../../../ui/api.ts';
import { usePerson } from '../../../ui/person.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';

/** Who printed the coupon from its file, when and on which machine: another of the same profile with the same tool may have done it. */
export function ElsewhereForm({ trial: t, onDone }: { readonly trial: TrialPage; readonly onDone: () => void }) {
  const client = useQueryClient();
  const person = usePerson();
  const { data: machines = [] } = useQuery({
    queryKey: ['machines'],
    queryFn: () => get('/api/machines'),
  });
  const planned = machines.find((m) => m.id === t.machineId);
  const fitting = machines.filter((m) => m.printerId === planned?.printerId && m.mounted?.id === t.toolId);
  const [machineId, setMachineId] = useState(t.machineId);
  const [by, setBy] = useState(person.name);
  const [at, setAt] = useState(dayjs().format('YYYY-MM-DDTHH:mm'));
  const [note, setNote] = useState('');
  const [resinC, setResinC] = useState<number | string>('');
  const isResin = kindOf(t.kind).technology === 'resin';
  const record = async (): Promise<void> => {
    try {
      await post(
        '/api/trials/[id]/elsewhere',
        { id: t.id },
        {
          machineId,
          by,
          at: new Date(at).toISOString(),
          note,
          resinC: typeof resinC === 'number' ? resinC : null,
        },
      );
      notifySuccess('Recorded; measure when it has cooled');
      await client.invalidateQueries({ queryKey: ['trial', t.id] });
      onDone();
    } catch (e) {
      notifyError(e);
    }
  };
  return (
    <form
      className="elsewhere"
      aria-label="Printed from its file"
      onSubmit={(e) => {
        e.preventDefault();
        void record();
      }}
    >
      <NativeSelect
        size="xs"
        label="On"
        value={machineId}
        onChange={(e) => setMachineId(e.currentTarget.value)}
        data={
          fitting.length > 0
            ? fitting.map((m) => ({ value: m.id, label: m.name }))
            : [{ value: t.machineId, label: t.machineName }]
        }
      />
      <TextInput size="xs" label="By" value={by} onChange={(e) => setBy(e.currentTarget.value)} />
      <TextInput
        size="xs"
        label="Finished"
        type="datetime-local"
        value={at}
        onChange={(e) => setAt(e.currentTarget.value)}
      />
      {isResin && (
        <NumberInput
          size="xs"
          label="Resin, °C"
          min={5}
          max={80}
          decimalScale={1}
          value={resinC}
          onChange={setResinC}
        />
      )}
      <TextInput
        size="xs"
        label="Remark"
        placeholder="e.g. lid open"
        value={note}
        onChange={(e) => setNote(e.currentTarget.value)}
      />
      <Button type="submit">Record</Button>
    </form>
  );
}
