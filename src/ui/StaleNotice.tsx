import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Refused } from './api.ts';

const LOOK_EVERY_MS = 1000;
const AGAIN_EVERY = 3;

/** Says of a page whose figures could not be fetched anew from when they are, and why; asks again until they are. */
export function StaleNotice() {
  const client = useQueryClient();
  const [stale, setStale] = useState<{
    readonly since: number;
    readonly why: string;
    readonly isCutOff: boolean;
  } | null>(null);
  useEffect(() => {
    let looks = 0;
    const timer = setInterval(() => {
      const old = client
        .getQueryCache()
        .findAll({ type: 'active' })
        .filter(({ state }) => state.data !== undefined && isOutage(state.error ?? state.fetchFailureReason));
      if (old.length === 0) return setStale(null);
      const { error, fetchFailureReason } = old[0]!.state;
      const since = Math.min(...old.map((q) => q.state.dataUpdatedAt));
      const failure = (error ?? fetchFailureReason) as Refused;
      const next = { since, why: failure.message, isCutOff: failure.status === 0 };
      setStale((before) => (before?.since === since && before.why === next.why ? before : next));
      if (++looks % AGAIN_EVERY === 0)
        for (const q of old) if (q.state.fetchStatus === 'idle') void client.refetchQueries({ queryKey: q.queryKey });
    }, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, [client]);
  if (!stale) return null;
  const at = new Date(stale.since).toLocaleTimeString('en-GB');
  return (
    <div className="stale" role="alert">
      Figures are from {at}. {stale.why}.{' '}
      {stale.isCutOff
        ? 'Who must stop a machine does it at the machine.'
        : 'An emergency stop reaches its machine meanwhile.'}
    </div>
  );
}
const isOutage = (error: Error | null): boolean => error instanceof Refused && error.comesBack;
