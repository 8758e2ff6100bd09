import { useEffect, useRef, useState } from 'react';
import type { PrepareAnswer, PrepareRequest } from '../../../workers/prepareResin.ts';

export interface Preparing {
  /** How far it is; null where nothing runs. */
  readonly share: number | null;
  readonly refusal: string | null;
  readonly start: (request: PrepareRequest, done: (answer: PrepareAnswer) => void) => void;
  readonly stop: () => void;
}
/** Hollows, bores and supports in a worker, one thing at a time; it can be stopped. */
export function usePrepare(): Preparing {
  const [share, setShare] = useState<number | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const worker = useRef<Worker | null>(null);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const start: Preparing['start'] = (request, done) => {
    stop();
    setRefusal(null);
    setShare(0);
    const w = new Worker(new URL('../../../workers/prepareResin.ts', import.meta.url), { type: 'module' });
    w.onmessage = ({ data }: MessageEvent<PrepareAnswer>) => {
      if ('share' in data) return setShare(data.share);
      stop();
      if ('refusal' in data) setRefusal(data.refusal);
      else done(data);
    };
    w.postMessage(request);
    worker.current = w;
  };
  return { share, refusal, start, stop };
}
