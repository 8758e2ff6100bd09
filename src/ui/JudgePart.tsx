import { Button, Group, Popover, TextInput } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from './api.ts';
import { notifyError, notifySuccess } from './notify.tsx';

/** Says what a part is while it is taken off: good, or scrap and why. Scrap is printed once more where as many are wanted. */
export function JudgePart({ jobId, machineName }: { readonly jobId: string; readonly machineName: string }) {
  const client = useQueryClient();
  const [isOpen, { toggle, close }] = useDisclosure(false);
  const [why, setWhy] = useState('');
  const [isBusy, setBusy] = useState(false);
  const judge = async (result: 'good' | 'failed', note: string): Promise<void> => {
    setBusy(true);
    try {
      const empty = { layer: null, signs: [], setAtMachine: '', pictureSha: null };
      await post(`/api/jobs/${jobId}/outcome`, { ...empty, result, note, clearsPlate: true });
      notifySuccess(`${result === 'good' ? 'Good' : 'Scrap'}; ${machineName} is free`);
      close();
      void client.invalidateQueries();
    } catch (e) {
      notifyError(e);
    }
    setBusy(false);
  };
  return (
    <>
      <Button disabled={isBusy} onClick={() => void judge('good', '')}>
        Good, plate is clear
      </Button>
      <Popover opened={isOpen} onChange={close} position="bottom-start" trapFocus withArrow width={320}>
        <Popover.Target>
          <Button variant="default" disabled={isBusy} onClick={toggle}>
            Scrap, plate is clear
          </Button>
        </Popover.Target>
        <Popover.Dropdown>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              void judge('failed', why.trim());
            }}
          >
            <TextInput
              label="What is wrong with it"
              value={why}
              onChange={(e) => setWhy(e.currentTarget.value)}
              maxLength={1000}
              data-autofocus
            />
            <Group mt={10} gap={8}>
              <Button type="submit" disabled={isBusy || why.trim() === ''}>
                It is scrap
              </Button>
              <Button variant="default" onClick={close}>
                Cancel
              </Button>
            </Group>
          </form>
        </Popover.Dropdown>
      </Popover>
    </>
  );
}
