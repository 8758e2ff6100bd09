import { useWorkerTask, type WorkerTask } from '../../../ui/useWorkerTask.ts';
import type { PrepareDone, PrepareRequest } from '../../../workers/prepareResin.ts';

export type Preparing = WorkerTask<PrepareRequest, PrepareDone>;
/** Hollows, bores and supports in a worker. */
export const usePrepare = (): Preparing =>
  useWorkerTask(() => new Worker(new URL('../../../workers/prepareResin.ts', import.meta.url), { type: 'module' }));
