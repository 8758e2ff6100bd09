import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from './api.ts';
import { notifyError, notifySuccess } from './notify.tsx';

/** Something a person has done at a machine, or wants of it at once: sent once, said, and everything read anew. */
export function useMachineAct(
  machineId: string,
): readonly [boolean, (path: string, body: object, said: string) => void] {
  const client = useQueryClient();
  const [isBusy, setBusy] = useState(false);
  const act = async (path: string, body: object, said: string): Promise<void> => {
    setBusy(true);
    try {
      const answer = await post<{ isWrittenDown?: boolean } | null>(`/api/machines/${machineId}/${path}`, body);
      notifySuccess(answer?.isWrittenDown === false ? `${said}; it is written down when the database is back` : said);
      void client.invalidateQueries(); // what is read anew may take its time: the act is done
    } catch (e) {
      notifyError(e);
    }
    setBusy(false);
  };
  return [isBusy, (path, body, said) => void act(path, body, said)];
}
