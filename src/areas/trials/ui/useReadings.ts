import { useEffect, useRef, useState } from 'react';
import { parseQuantity } from '../../../core/units/parse.ts';
import { post } from '../../../ui/api.ts';
import { notifyError } from '../../../ui/notify.tsx';
import type { Feature } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { ReadingRow, TrialPage } from '../model/pages.ts';

const RETRY_MS = 2000;
export type MeasuringPointKey = `${number}/${string}/${number}`;
export const measuringPointKey = (band: number, feature: string, repeat: number): MeasuringPointKey =>
  `${band}/${feature}/${repeat}`;
interface Sent {
  readonly band: number;
  readonly feature: string;
  readonly repeat: number;
  readonly typed: string;
  readonly instrument: string;
  /** What stood there when it was typed. */
  readonly replaces: string | null;
}

export interface Readings {
  readonly kept: ReadonlyMap<MeasuringPointKey, ReadingRow>;
  readonly typed: Readonly<Record<MeasuringPointKey, string>>;
  readonly slips: Readonly<Record<MeasuringPointKey, string>>;
  readonly unsent: number;
  readonly isBusy: boolean;
  readonly type: (key: MeasuringPointKey, text: string) => void;
  /** Keeps what stands in a field, unless nothing new was typed. */
  readonly leave: (key: MeasuringPointKey) => void;
  /** Types and keeps at once: a click on a drawing. */
  readonly put: (key: MeasuringPointKey, text: string) => void;
  readonly takeAll: (order: readonly MeasuringPointKey[]) => Promise<void>;
}

/** Readings as typed: nothing typed is lost when the connection drops or the page goes away, it is sent again. */
export function useReadings(t: TrialPage, mayChange: boolean, onKept: () => void): Readings {
  const storeKey = `cantiere:readings:${t.id}`;
  const features = new Map<string, Feature>(kindOf(t.kind).features.map((f) => [f.key, f]));
  const [typed, setTyped] = useState<Record<MeasuringPointKey, string>>({});
  const [slips, setSlips] = useState<Record<MeasuringPointKey, string>>({});
  const [unsent, setUnsent] = useState(0);
  const [isBusy, setBusy] = useState(false);
  const pending = useRef(new Map<MeasuringPointKey, Sent>());
  /** Kept by the server, and not yet come back with the trial: shown as typed until then. */
  const sent = useRef(new Map<MeasuringPointKey, string>());
  /** Readings kept from here that may not have come back with the trial. */
  const lastKept = useRef(new Map<MeasuringPointKey, string>());
  const kept = new Map(t.readings.map((r) => [measuringPointKey(r.band, r.feature, r.repeat), r]));
  const flush = async (): Promise<void> => {
    for (const [key, reading] of [...pending.current]) {
      try {
        const { id } = await post<{ id: string }>(`/api/trials/${t.id}/readings`, reading);
        lastKept.current.set(key, id);
        pending.current.delete(key);
        sent.current.set(key, reading.typed);
        setSlips((before) => {
          const next = { ...before };
          delete next[key];
          return next;
        });
      } catch (e) {
        const status = (e as { status?: number }).status ?? 0;
        if (status !== 0 && status < 500) {
          pending.current.delete(key);
          lastKept.current.delete(key);
          setSlips((before) => ({ ...before, [key]: (e as Error).message }));
        } // else keep and try again
      }
    }
    setUnsent(pending.current.size);
    onKept();
  };
  useEffect(() => {
    const timer = setInterval(() => {
      if (pending.current.size > 0) void flush();
    }, RETRY_MS);
    return () => clearInterval(timer);
  });
  const keep = (key: MeasuringPointKey, text: string, instrument: string): Promise<void> => {
    const [band, feature = '', repeat] = key.split('/');
    const f = features.get(feature);
    const parsed = parseQuantity(text, !f || f.quantity === 'score' ? 'count' : f.quantity);
    if (!parsed.ok) {
      setSlips((before) => ({ ...before, [key]: `${parsed.failure.what}; ${parsed.failure.todo ?? ''}` }));
      return Promise.resolve();
    }
    const replaces = lastKept.current.get(key) ?? kept.get(key)?.id ?? null;
    const place = { band: Number(band), feature, repeat: Number(repeat) };
    pending.current.set(key, { ...place, typed: text.trim(), instrument, replaces });
    return flush();
  };
  useEffect(() => {
    for (const [key, r] of kept) if (lastKept.current.get(key) === r.id) lastKept.current.delete(key);
    const back = [...sent.current].filter(([key]) => kept.has(key));
    if (back.length === 0) return;
    setTyped((before) => {
      const next = { ...before };
      for (const [key, text] of back) if (next[key]?.trim() === text) delete next[key];
      return next;
    });
    for (const [key] of back) sent.current.delete(key);
  }, [t.readings]);
  const instrumentOf = (key: MeasuringPointKey): string => features.get(key.split('/')[1]!)?.instrument ?? 'eye';
  useEffect(() => {
    // what was typed here and not yet sent when the page went away
    let left: Record<MeasuringPointKey, string>;
    try {
      left = JSON.parse(localStorage.getItem(storeKey) ?? '{}') as Record<MeasuringPointKey, string>;
    } catch {
      return;
    }
    setTyped(left);
    if (mayChange)
      for (const [key, text] of Object.entries(left))
        if (text.trim() !== '') void keep(key as MeasuringPointKey, text, instrumentOf(key as MeasuringPointKey));
  }, [storeKey]);
  useEffect(() => {
    localStorage.setItem(storeKey, JSON.stringify(typed));
  }, [typed, storeKey]);
  return {
    kept,
    typed,
    slips,
    unsent,
    isBusy,
    type: (key, text) => setTyped((before) => ({ ...before, [key]: text })),
    leave: (key) => {
      const text = typed[key];
      if (text !== undefined && text.trim() !== '' && text.trim() !== kept.get(key)?.typed)
        void keep(key, text, instrumentOf(key));
    },
    put: (key, text) => {
      setTyped((before) => ({ ...before, [key]: text }));
      if (text !== kept.get(key)?.typed) void keep(key, text, instrumentOf(key));
    },
    takeAll: async (order) => {
      setBusy(true);
      try {
        for (const key of order) {
          if (kept.has(key)) continue;
          const [band, feature, repeat] = key.split('/');
          const { typed: shown } = await post<{ typed: string }>(`/api/trials/${t.id}/instrument`, {
            band: Number(band),
            feature,
            repeat: Number(repeat),
          });
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
