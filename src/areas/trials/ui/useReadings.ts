import { useEffect, useRef, useState } from 'react';
import { post } from '../../../ui/api.ts';
import { notifyError } from '../../../ui/notify.tsx';
import type { Feature } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { ReadingRow, TrialPage } from '../model/pages.ts';
import { readingOf, WITHDRAWN } from '../model/readingOf.ts';
import { measuringPointKey, measuringPointOf, type MeasuringPointKey } from './measuringPoint.ts';
import { ReadingQueue } from './readingQueue.ts';

const RETRY_MS = 2000;
type Typed = Readonly<Record<MeasuringPointKey, string>>;
const without = (texts: Typed, key: MeasuringPointKey): Typed =>
  Object.fromEntries(Object.entries(texts).filter(([k]) => k !== key));

interface Taken {
  readonly typed: string;
  readonly id: string | null;
  /** What the page had of that place by then. */
  readonly was: string | undefined;
}

export interface Readings {
  readonly kept: ReadonlyMap<MeasuringPointKey, ReadingRow>;
  readonly typed: Typed;
  readonly slips: Typed;
  readonly unsent: number;
  readonly isBusy: boolean;
  readonly type: (key: MeasuringPointKey, text: string) => void;
  /** Keeps what stands in a field, unless nothing new was typed; one that was emptied withdraws what was read. */
  readonly leave: (key: MeasuringPointKey) => void;
  /** Types and keeps at once: a click on a drawing. */
  readonly put: (key: MeasuringPointKey, text: string) => void;
  readonly takeAll: (order: readonly MeasuringPointKey[]) => Promise<void>;
}

/** Why a figure cannot have been read of a feature, as it is said at its field; null where it can. */
export function whyNot(feature: Feature, text: string): string | null {
  const read = text.trim() === WITHDRAWN ? null : readingOf(feature, text);
  return read && !read.ok ? `${read.failure.what}; ${read.failure.todo ?? ''}` : null;
}
/** What was typed here and not yet sent when the page went away; a field that was only emptied is as it was. */
function typedBefore(storeKey: string): Typed {
  try {
    const stored = JSON.parse(localStorage.getItem(storeKey) ?? '{}') as Typed;
    return Object.fromEntries(Object.entries(stored).filter(([, text]) => text.trim() !== WITHDRAWN));
  } catch {
    return {};
  }
}

/** Readings as typed: nothing typed is lost when the connection drops or the page goes away, it is sent again.
 *  Whoever shows them is keyed by the trial: what waits for one trial is never sent to another. */
export function useReadings(t: TrialPage, mayChange: boolean, onKept: () => void): Readings {
  const storeKey = `cantiere:readings:${t.id}`;
  const features = new Map<string, Feature>(kindOf(t.kind).features.map((f) => [f.key, f]));
  const [typed, setTyped] = useState<Typed>({});
  const [slips, setSlips] = useState<Typed>({});
  const [unsent, setUnsent] = useState(0);
  const [isBusy, setBusy] = useState(false);
  /** Taken by the server, and not yet come back with the trial: shown as typed until then. */
  const taken = useRef(new Map<MeasuringPointKey, Taken>());
  const kept = new Map(t.readings.map((r) => [measuringPointKey(r.band, r.feature, r.repeat), r]));
  const latest = useRef(kept);
  latest.current = kept;
  const queue = useRef<ReadingQueue>(null);
  queue.current ??= new ReadingQueue(
    (reading) => post('/api/trials/[id]/readings', { id: t.id }, reading),
    () => ({
      onTaken: (key, text, id) => {
        taken.current.set(key, { typed: text, id, was: latest.current.get(key)?.id });
        setSlips((before) => without(before, key));
      },
      onRefused: (key, why) => setSlips((before) => ({ ...before, [key]: why })),
    }),
  );
  const afterSending = (sending: Promise<void>): Promise<void> =>
    sending.then(() => {
      setUnsent(queue.current!.length);
      onKept();
    });
  useEffect(() => {
    const timer = setInterval(() => {
      if (queue.current!.length > 0) void afterSending(queue.current!.send());
    }, RETRY_MS);
    return () => clearInterval(timer);
  });
  const instrumentOf = (key: MeasuringPointKey): string =>
    features.get(measuringPointOf(key).feature)?.instrument ?? 'eye';
  const keep = (key: MeasuringPointKey, text: string, instrument = instrumentOf(key)): Promise<void> => {
    const f = features.get(measuringPointOf(key).feature);
    const why = f ? whyNot(f, text) : null;
    if (why !== null) {
      setSlips((before) => ({ ...before, [key]: why }));
      return Promise.resolve();
    }
    const replaces = taken.current.get(key)?.id ?? kept.get(key)?.id ?? null;
    const sending = queue.current!.add(key, { ...measuringPointOf(key), typed: text.trim(), instrument, replaces });
    setUnsent(queue.current!.length);
    return afterSending(sending);
  };
  useEffect(() => {
    for (const [key, { typed: text, id, was }] of taken.current) {
      const now = kept.get(key)?.id;
      const isBack = now === (id ?? undefined) || now !== was || (text === WITHDRAWN && now === undefined);
      if (!isBack) continue;
      taken.current.delete(key);
      setTyped((before) => (before[key]?.trim() === text ? without(before, key) : before));
    }
  }, [t.readings]);
  useEffect(() => {
    const left = typedBefore(storeKey);
    setTyped(left);
    if (mayChange) for (const [key, text] of Object.entries(left)) void keep(key as MeasuringPointKey, text);
  }, []);
  useEffect(() => {
    localStorage.setItem(storeKey, JSON.stringify(typed));
  }, [typed]);
  const recorded = (key: MeasuringPointKey): string => kept.get(key)?.typed ?? WITHDRAWN;
  return {
    kept,
    typed,
    slips,
    unsent,
    isBusy,
    type: (key, text) => setTyped((before) => ({ ...before, [key]: text })),
    leave: (key) => {
      const text = typed[key]?.trim();
      if (text !== undefined && text !== recorded(key)) void keep(key, text);
    },
    put: (key, text) => {
      setTyped((before) => ({ ...before, [key]: text }));
      if (text !== recorded(key) || queue.current!.has(key) || taken.current.has(key)) void keep(key, text);
    },
    takeAll: async (order) => {
      setBusy(true);
      try {
        for (const key of order) {
          if (kept.has(key)) continue;
          const place = measuringPointOf(key);
          const { typed: shown } = await post('/api/trials/[id]/instrument', { id: t.id }, place);
          await keep(key, shown, `${instrumentOf(key)}, connected`);
        }
      } catch (e) {
        notifyError(e);
      } finally {
        setBusy(false);
      }
    },
  };
}
