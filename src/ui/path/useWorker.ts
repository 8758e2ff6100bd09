import { useEffect, useState } from 'react';

/** A worker that lives as long as the component; null on the server and until it is started. */
export function useWorker(start: () => Worker): Worker | null {
  const [worker, setWorker] = useState<Worker | null>(null);
  useEffect(() => {
    const started = start();
    setWorker(started);
    return () => {
      started.terminate();
      setWorker(null);
    };
  }, [start]);
  return worker;
}
