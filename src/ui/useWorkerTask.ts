import { useEffect, useRef, useState } from 'react';

export interface WorkerTask<Request, Answer> {
  /** How far it is; null where nothing runs. */
  readonly share: number | null;
  readonly refusal: string | null;
  readonly start: (request: Request, done: (answer: Answer) => void) => void;
  readonly stop: () => void;
}
type Told = { readonly share: number } | { readonly refusal: string };

/** Work in a worker, one thing at a time: it tells how far it is, may refuse with a sentence, and can be stopped. */
export function useWorkerTask<Request, Answer extends object>(open: () => Worker): WorkerTask<Request, Answer> {
  const [share, setShare] = useState<number | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const worker = useRef<Worker | null>(null);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const start = (request: Request, done: (answer: Answer) => void): void => {
    stop();
    setRefusal(null);
    setShare(0);
    const w = open();
    w.onmessage = ({ data }: MessageEvent<Told | Answer>) => {
      if ('share' in data) return setShare(data.share);
      stop();
      if ('refusal' in data) setRefusal(data.refusal);
      else done(data);
    };
    w.onerror = () => {
      stop();
      setRefusal('It broke off on this device, most likely for want of memory. Close other pages and try again');
    };
    w.postMessage(request);
    worker.current = w;
  };
  return { share, refusal, start, stop };
}
