import { useEffect, useState } from 'react';
import { useWorkerTask, type WorkerTask } from '../../../ui/useWorkerTask.ts';
import type { PicturesSeen, StackDone, StackRequest } from '../../../workers/readStack.ts';

export const stackWorker = (): Worker =>
  new Worker(new URL('../../../workers/readStack.ts', import.meta.url), { type: 'module' });
/** Layers that were brought along, looked into in a worker. */
export const useStackTask = (): WorkerTask<StackRequest, StackDone> => useWorkerTask(stackWorker);

/** The numbered pictures of a zip that has no manifest; null for every other file, undefined while it is looked into. */
export function usePictures(file: File | null): PicturesSeen | null | undefined {
  const [seen, setSeen] = useState<{ readonly of: File; readonly pictures: PicturesSeen | null } | null>(null);
  const looking = useStackTask();
  const isZip = file !== null && /\.zip$/i.test(file.name);
  useEffect(() => {
    if (!isZip) return;
    looking.start({ file, wish: { act: 'look' } }, (answer) => {
      if ('pictures' in answer) setSeen({ of: file, pictures: answer.pictures });
    });
    return looking.stop;
  }, [file]);
  if (!isZip) return null;
  return seen?.of === file ? seen.pictures : undefined;
}
