import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { Mutant } from './operators.ts';

/** A mutant under which a single test takes so long never ends. */
const LONGEST_MS = 60_000;

interface Job {
  readonly mutant: Mutant;
  /** Rules or kinds of trial whose tests are asked first. */
  readonly of: readonly string[];
  /** Kinds of trial that use what is changed; null where all may. */
  readonly usedBy: readonly string[] | null;
}
interface Asking {
  /** The tests are known to hold without any mutant: each thread spares the trying. */
  readonly areProven: boolean;
  /** What is asked of one mutant at most, by what its tests take without any. */
  readonly mostAskedMs: number;
}
/** Which of the mutants nobody notices; two at a time, each in a thread that is ended where a mutant never ends. */
export async function survivorsOf(
  module: string,
  jobs: readonly Job[],
  tell: (done: number) => void,
  how: Asking,
): Promise<readonly Mutant[]> {
  const survivors: Mutant[] = [];
  const queue = [...jobs];
  let done = 0;
  const run = async (): Promise<void> => {
    let worker = await started(module, how);
    for (let job = queue.shift(); job; job = queue.shift()) {
      const noticed = await asked(worker, job);
      if (noticed === null) {
        await worker.terminate();
        worker = await started(module, how);
      } else if (!noticed) survivors.push(job.mutant);
      tell(++done);
    }
    await worker.terminate();
  };
  const threads = how.areProven ? 1 : 2; // a sample is tried beside other tests
  await Promise.all(Array.from({ length: threads }, run));
  return survivors.sort((a, b) => a.id - b.id);
}

function started(module: string, how: Asking): Promise<Worker> {
  const worker = new Worker(path.join(import.meta.dirname, 'worker.mjs'), {
    workerData: { module: pathToFileURL(module).href, ...how },
    resourceLimits: { maxOldGenerationSizeMb: 2000 },
  });
  return new Promise((resolve, reject) => {
    worker.once('message', () => resolve(worker));
    worker.once('error', reject);
  });
}
/** Whether it was noticed; null where it never ended or took the thread with it. */
function asked(worker: Worker, { mutant, of, usedBy }: Job): Promise<boolean | null> {
  return new Promise((resolve) => {
    const timer = setTimeout(() => end(null), LONGEST_MS);
    const onMessage = ({ noticed }: { readonly noticed?: boolean }): void => {
      if (noticed === undefined) timer.refresh();
      else end(noticed);
    };
    const onError = (): void => end(null);
    const end = (answer: boolean | null): void => {
      clearTimeout(timer);
      worker.off('message', onMessage);
      worker.off('error', onError);
      resolve(answer);
    };
    worker.on('message', onMessage);
    worker.on('error', onError);
    worker.postMessage({ id: mutant.id, of, usedBy });
  });
}
