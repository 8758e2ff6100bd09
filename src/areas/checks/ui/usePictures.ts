import { useEffect, useState } from 'react';
import { useWorkerTask, type WorkerTask } from '../../../ui/useWorkerTask.ts';
import type { PicturesSeen, StackDone, StackRequest } from '../../../workers/readStack.ts';

export const stackWorker = (): Worker =>
  new Worker(new URL('../../../workers/readStack.ts', import.meta.url), { type: 'module' });
/** Layers that were brought along, looked into in a worker. */
export const useStackTask = (): WorkerTask<StackRequest, StackDone> => useWorkerTask(stackWorker);

/** The numbered pictures of a zip that has no manifest; null for every other file, and while it is looked into. */
export function usePictures(file: File | null): PicturesSeen | null {
  const [seen, setSeen] = useState<PicturesSeen | null>(null);
  const looking = useStackTask();
  useEffect(() => {
    setSeen(null);
    if (file && /\.zip$/i.test(file.name))
      looking.start({ file, wish: { act: 'look' } }, (answer) => {
        if ('pictures' in answer) setSeen(answer.pictures);
      });
    return looking.stop;
  }, [file]);
  return seen;
}
