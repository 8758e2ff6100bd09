import { SegmentedControl } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import type { Segments } from '../../core/toolpath/segments.ts';
import { formatFigure } from '../../core/units/format.ts';
import type { QuantityKind } from '../../core/units/quantities.ts';
import { PATH_COLOURS, type PathPicture } from './paint.ts';
import { PathCanvas } from './PathCanvas.tsx';

const HEIGHT = 380;
/** Lines are drawn so wide, about what they are. */
const LINE_MM = 0.4;
const PLAY_EVERY_MS = 80;

/** A quantity a path can be coloured by: a figure for every piece. */
export interface PathColumn {
  readonly label: string;
  readonly quantity: QuantityKind;
  readonly of: Float32Array;
  /** Whether it belongs to travel instead of to what is laid. */
  readonly isOfTravel?: boolean;
}

/** A path layer by layer, with a slider and a play button, coloured by one of its quantities. `wanted` is a layer somebody pointed at. */
export function PathViewer({
  segments: s,
  columns,
  noteAt,
  wanted,
}: {
  readonly segments: Segments;
  readonly columns: readonly PathColumn[];
  /** What else there is to say of a height. */
  readonly noteAt?: (zMm: number) => string;
  readonly wanted?: number | null;
}) {
  const [layer, setLayer] = useState(wanted ?? 0);
  const [isPlaying, setPlaying] = useState(false);
  const [shown, setShown] = useState(0);
  const last = s.layerZMm.length - 1;
  const column = columns[Math.min(shown, columns.length - 1)]!;
  const range = useMemo(() => rangeOf(s, column), [s, column]);
  const frame = useMemo(() => boundsOf(s), [s]);
  const picture = useMemo(
    (): PathPicture => ({
      segments: s,
      steps: stepsOf(column.of, s.count, range),
      isOfTravel: column.isOfTravel === true,
      lineMm: LINE_MM,
    }),
    [s, column, range],
  );
  useEffect(() => {
    if (wanted === null || wanted === undefined) return;
    setPlaying(false);
    setLayer(Math.max(0, Math.min(last, wanted)));
  }, [wanted, last]);
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setInterval(() => setLayer((n) => (n >= last ? (setPlaying(false), n) : n + 1)), PLAY_EVERY_MS);
    return () => clearInterval(timer);
  }, [isPlaying, last]);
  const zMm = s.layerZMm[layer] ?? 0;
  const show = (v: number): string => formatFigure(v, column.quantity, column.quantity === 'length' ? 2 : undefined);
  return (
    <div>
      {columns.length > 1 && (
        <SegmentedControl
          size="xs"
          aria-label="Coloured by"
          value={String(shown)}
          onChange={(v) => setShown(Number(v))}
          data={columns.map((c, i) => ({ value: String(i), label: c.label }))}
        />
      )}
      <PathCanvas
        picture={picture}
        frame={frame}
        layer={layer}
        height={HEIGHT}
        label={`Path of layer ${layer + 1} of ${last + 1}, coloured by ${column.label}`}
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
          layer {layer + 1} of {last + 1}, {zMm.toFixed(2)} mm{noteAt?.(zMm)}
        </span>
        <span className="hint" style={{ display: 'inline-flex', gap: 6, alignItems: 'center' }}>
          {column.label} {show(range[0])}
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

function rangeOf(s: Segments, { of, isOfTravel = false }: PathColumn): readonly [number, number] {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < s.count; i++)
    if ((s.laid[i] === 1) !== isOfTravel) {
      low = Math.min(low, of[i]!);
      high = Math.max(high, of[i]!);
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
  return Number.isFinite(x0) ? [x0, x1, y0, y1] : [0, 1, 0, 1];
}

/** Step of every piece in the sequence of colours. */
function stepsOf(of: Float32Array, count: number, [low, high]: readonly [number, number]): Uint8Array {
  const steps = PATH_COLOURS.length;
  return Uint8Array.from({ length: count }, (_, i) =>
    high > low ? Math.max(0, Math.min(steps - 1, Math.floor(((of[i]! - low) / (high - low)) * steps))) : 1,
  );
}
