import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { formatFigure } from '../../../core/units/format.ts';
import type { QuantityKind } from '../../../core/units/quantities.ts';
import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import { readSegments, type Segments } from '../../../core/toolpath/segments.ts';
import { Refused } from '../../../ui/api.ts';
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
const PAD = 14;
const STEPS = 5;
const COLOURS = ['#3c5a78', '#2f5d50', '#8a7a2a', '#b0601e', '#9b3a2e'] as const;

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
  const canvas = useRef<HTMLCanvasElement>(null);
  const [layer, setLayer] = useState(0);
  const [isPlaying, setPlaying] = useState(false);
  const [width, setWidth] = useState(0);
  const last = (data?.layerZMm.length ?? 1) - 1;
  const [column, label, quantity] = tested[t.kind] ?? ['mmPerS', 'speed', 'speed'];
  const range = useMemo(() => (data ? rangeOf(data, column) : null), [data, column]);
  const frame = useMemo(() => (data ? boundsOf(data) : null), [data]);
  useEffect(() => {
    const el = canvas.current?.parentElement;
    if (!el) return;
    const seen = new ResizeObserver(([e]) => setWidth(Math.floor(e!.contentRect.width)));
    seen.observe(el);
    return () => seen.disconnect();
  }, [data]);
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setInterval(() => setLayer((n) => (n >= last ? (setPlaying(false), n) : n + 1)), 80);
    return () => clearInterval(timer);
  }, [isPlaying, last]);
  useEffect(() => {
    if (canvas.current && data && range && frame && width > 0)
      draw(canvas.current, data, layer, column, range, frame, width);
  }, [data, layer, column, range, frame, width]);
  if (error)
    return (
      <p className="hint" role="alert">
        {error.message}
      </p>
    );
  if (!data || !range) return <p className="hint">Reading the path…</p>;
  const show = (v: number): string => formatFigure(v, quantity, quantity === 'length' ? 2 : 0);
  const band = t.plan.bands.findIndex(
    (b) =>
      b.toMm > b.fromMm &&
      (data.layerZMm[layer] ?? 0) > b.fromMm + 1e-6 &&
      (data.layerZMm[layer] ?? 0) <= b.toMm + 1e-6,
  );
  return (
    <div>
      <canvas
        ref={canvas}
        style={{ width: '100%', height: HEIGHT, display: 'block' }}
        role="img"
        aria-label={`Path of layer ${layer + 1} of ${last + 1}, coloured by ${label}`}
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
            {COLOURS.map((c, i) => (
              <rect key={c} x={(i * 90) / STEPS} width={90 / STEPS + 1} height="10" fill={c} />
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

function draw(
  el: HTMLCanvasElement,
  s: Segments,
  layer: number,
  column: Column,
  [low, high]: readonly [number, number],
  [x0, x1, y0, y1]: readonly [number, number, number, number],
  width: number,
): void {
  const dpr = window.devicePixelRatio || 1;
  const g = el.getContext('2d');
  if (!g) return;
  el.width = width * dpr;
  el.height = HEIGHT * dpr;
  g.setTransform(dpr, 0, 0, dpr, 0, 0);
  g.clearRect(0, 0, width, HEIGHT);
  const scale = Math.min((width - 2 * PAD) / Math.max(1, x1 - x0), (HEIGHT - 2 * PAD) / Math.max(1, y1 - y0));
  const cx = (x0 + x1) / 2;
  const cy = (y0 + y1) / 2;
  const X = (v: number): number => width / 2 + (v - cx) * scale;
  const Y = (v: number): number => HEIGHT / 2 - (v - cy) * scale;
  const step = (v: number): number =>
    high > low ? Math.min(STEPS - 1, Math.floor(((v - low) / (high - low)) * STEPS)) : 1;
  const isTravelTested = column === 'pulledMm';
  const stroke = (colour: string, lineWidth: number, dash: number[], wants: (i: number) => boolean): void => {
    g.strokeStyle = colour;
    g.lineWidth = lineWidth;
    g.setLineDash(dash);
    g.beginPath();
    for (let i = 0; i < s.count; i++)
      if (wants(i)) {
        g.moveTo(X(s.x0[i]!), Y(s.y0[i]!));
        g.lineTo(X(s.x1[i]!), Y(s.y1[i]!));
      }
    g.stroke();
  };
  g.lineCap = 'round';
  const laidWidth = Math.max(1, 0.4 * scale);
  if (layer > 0) stroke('rgba(139,134,123,.28)', laidWidth, [], (i) => s.layer[i] === layer - 1 && s.laid[i] === 1);
  COLOURS.forEach((colour, k) =>
    stroke(
      isTravelTested ? '#8b867b' : colour,
      laidWidth,
      [],
      (i) => s.layer[i] === layer && s.laid[i] === 1 && (isTravelTested ? k === 0 : step(s[column][i]!) === k),
    ),
  );
  COLOURS.forEach((colour, k) =>
    stroke(
      isTravelTested ? colour : 'rgba(106,46,87,.5)',
      isTravelTested ? 1.6 : 0.8,
      [2, 3],
      (i) => s.layer[i] === layer && s.laid[i] === 0 && (isTravelTested ? step(s.pulledMm[i]!) === k : k === 0),
    ),
  );
}
