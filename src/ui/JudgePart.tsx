import { Button } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from './api.ts';
import { AskWhy } from './AskWhy.tsx';
import { notifyError, notifySuccess } from './notify.tsx';

/** Says what a part is while it is taken off: good, or scrap and why. Scrap is printed once more where as many are wanted. */
export function JudgePart({ jobId, machineName }: { readonly jobId: string; readonly machineName: string }) {
  const client = useQueryClient();
  const [isBusy, setBusy] = useState(false);
  const judge = async (result: 'good' | 'failed', note: string): Promise<void> => {
    setBusy(true);
    try {
      const empty = { layer: null, signs: [], setAtMachine: '', pictureSha: null };
      await post('/api/jobs/[id]/outcome', { id: jobId }, { ...empty, result, note, clearsPlate: true });
      notifySuccess(`${result === 'good' ? 'Good' : 'Scrap'}; ${machineName} is free`);
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
      <AskWhy
        button="Scrap, plate is clear"
        label="What is wrong with it"
        does="It is scrap"
        isBusy={isBusy}
        longest={1000}
        onWhy={(why) => void judge('failed', why)}
      />
    </>
  );
}
