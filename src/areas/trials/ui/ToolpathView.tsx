import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { formatFigure } from '../../../core/units/format.ts';
import type { QuantityKind } from '../../../core/units/quantities.ts';
import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import { readSegments, type Segments } from '../../../core/toolpath/segments.ts';
import { Refused } from '../../../ui/api.ts';
import { PATH_COLOURS, type PathPicture } from '../../../ui/path/paint.ts';
import { PathCanvas } from '../../../ui/path/PathCanvas.tsx';
import type { TrialKindKey } from '../kinds/define.ts';
import type { TrialPage } from '../model/pages.ts';

type Column = 'nozzleC' | 'mmPerS' | 'mmPerS2' | 'pulledMm' | 'areaMm2';
/** The one quantity a kind tries, as the path shows it. */
const tested: Partial<Record<TrialKindKey, readonly [Column, string, QuantityKind]>> = {
  temperature: ['nozzleC', 'nozzle', 'temperature'],
  acceleration: ['mmPerS2', 'acceleration', 'acceleration'],
  retraction: ['pulledMm', 'pulled back', 'length'],
};
const HEIGHT = 380;
/** Lines are drawn so wide, about what they are. */
const LINE_MM = 0.4;

/** The path the machine will really take, layer by layer, coloured by the quantity under test. */
export function ToolpathView({ trial: t }: { readonly trial: TrialPage }) {
  const { data, error } = useQuery({
    queryKey: ['coupon', t.id],
    staleTime: Infinity,
    queryFn: async () => {
      const r = await fetch(`/api/trials/${t.id}/coupon`);
      if (!r.ok) throw new Refused(r.status, 'coupon', 'The coupon cannot be fetched; open the page again');
      return readSegments(await r.text(), filamentAreaMm2(t.plan.conditions['diameterMm'] ?? 1.75));
    },
  });
  const [layer, setLayer] = useState(0);
  const [isPlaying, setPlaying] = useState(false);
  const last = (data?.layerZMm.length ?? 1) - 1;
  const [column, label, quantity] = tested[t.kind] ?? ['mmPerS', 'speed', 'speed'];
  const range = useMemo(() => (data ? rangeOf(data, column) : null), [data, column]);
  const frame = useMemo(() => (data ? boundsOf(data) : null), [data]);
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setInterval(() => setLayer((n) => (n >= last ? (setPlaying(false), n) : n + 1)), 80);
    return () => clearInterval(timer);
  }, [isPlaying, last]);
  const picture = useMemo(
    (): PathPicture | null =>
      data && range
        ? { segments: data, steps: stepsOf(data, column, range), isOfTravel: column === 'pulledMm', lineMm: LINE_MM }
        : null,
    [data, column, range],
  );
  if (error)
    return (
      <p className="hint" role="alert">
        {error.message}
      </p>
    );
  if (!data || !range || !picture || !frame) return <p className="hint">Reading the path…</p>;
  const show = (v: number): string => formatFigure(v, quantity, quantity === 'length' ? 2 : 0);
  const band = t.plan.bands.findIndex(
    (b) =>
      b.toMm > b.fromMm &&
      (data.layerZMm[layer] ?? 0) > b.fromMm + 1e-6 &&
      (data.layerZMm[layer] ?? 0) <= b.toMm + 1e-6,
  );
  return (
    <div>
      <PathCanvas
        picture={picture}
        frame={frame}
        layer={layer}
        height={HEIGHT}
        label={`Path of layer ${layer + 1} of ${last + 1}, coloured by ${label}`}
      />
      <div style={{ display: 'flex', gap: 12, alignItems: 'center', flexWrap: 'wrap' }}>
        <button
          className="btn"
          onClick={() => {
            if (!isPlaying && layer >= last) setLayer(0);
            setPlaying(!isPlaying);
          }}
        >
          {isPlaying ? 'Stop' : 'Play'}
        </button>
        <input
          type="range"
          aria-label="Layer"
          min={0}
          max={last}
          value={layer}
          onChange={(e) => {
            setPlaying(false);
            setLayer(Number(e.currentTarget.value));
          }}
          style={{ flex: '1 1 220px' }}
        />
        <span className="f" style={{ minWidth: 210 }}>
          layer {layer + 1} of {last + 1}, {(data.layerZMm[layer] ?? 0).toFixed(2)} mm
          {band >= 0 && `, band ${band + 1}`}
        </span>
        <span className="hint" style={{ display: 'inline-flex', gap: 6, alignItems: 'center' }}>
          {label} {show(range[0])}
          <svg width="90" height="10" aria-hidden="true">
            {PATH_COLOURS.map((c, i) => (
              <rect
                key={c}
                x={(i * 90) / PATH_COLOURS.length}
                width={90 / PATH_COLOURS.length + 1}
                height="10"
                fill={c}
              />
            ))}
          </svg>
          {show(range[1])}; dotted: travel
        </span>
      </div>
    </div>
  );
}

function rangeOf(s: Segments, column: Column): readonly [number, number] {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < s.count; i++)
    if (column === 'pulledMm' ? !s.laid[i] : s.laid[i]) {
      const v = s[column][i]!;
      if (v < low) low = v;
      if (v > high) high = v;
    }
  return Number.isFinite(low) ? [low, high] : [0, 0];
}
function boundsOf(s: Segments): readonly [number, number, number, number] {
  let x0 = Infinity;
  let x1 = -Infinity;
  let y0 = Infinity;
  let y1 = -Infinity;
  for (let i = 0; i < s.count; i++)
    if (s.laid[i]) {
      x0 = Math.min(x0, s.x0[i]!, s.x1[i]!);
      x1 = Math.max(x1, s.x0[i]!, s.x1[i]!);
      y0 = Math.min(y0, s.y0[i]!, s.y1[i]!);
      y1 = Math.max(y1, s.y0[i]!, s.y1[i]!);
    }
  return [x0, x1, y0, y1];
}

/** Step of every piece in the sequence of colours. */
function stepsOf(s: Segments, column: Column, [low, high]: readonly [number, number]): Uint8Array {
  const steps = PATH_COLOURS.length;
  return Uint8Array.from({ length: s.count }, (_, i) =>
    high > low ? Math.max(0, Math.min(steps - 1, Math.floor(((s[column][i]! - low) / (high - low)) * steps))) : 1,
  );
}
