import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { postAct, type ActBody, type ActName } from './api.ts';
import { notifyError, notifySuccess } from './notify.tsx';

export const MACHINE = '/api/machines/[id]';
type ToMachine<Done> = <Name extends ActName<typeof MACHINE>>(
  name: Name,
  body: ActBody<typeof MACHINE, Name>,
  said: string,
) => Done;

/** Something a person has done at a machine, or wants of it at once: sent once, said, and everything read anew. */
export function useMachineAct(id: string): readonly [boolean, ToMachine<void>] {
  const client = useQueryClient();
  const [isBusy, setBusy] = useState(false);
  const act: ToMachine<Promise<void>> = async (name, body, said) => {
    setBusy(true);
    try {
      const answer = await postAct(MACHINE, { id }, name, body);
      const isUnwritten = answer !== null && 'isWrittenDown' in answer && !answer.isWrittenDown;
      notifySuccess(isUnwritten ? `${said}; it is written down when the database is back` : said);
      void client.invalidateQueries(); // what is read anew may take its time: the act is done
    } catch (e) {
      notifyError(e);
    }
    setBusy(false);
  };
  return [isBusy, (name, body, said) => void act(name, body, said)];
}
