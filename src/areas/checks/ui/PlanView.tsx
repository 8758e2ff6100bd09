import { useRef, useState } from 'react';
import styles from './PlanView.module.css';
import type { SupportBox } from '../../../core/toolpath/supportBoxes.ts';
import type { Finding } from '../../rules/outcome.ts';
import { onPlate } from '../../machines/model/dialect.ts';
import type { CheckContext } from '../../rules/context.ts';

const ROOM = 16;
/** Less is a press, not a box. */
const LEAST_DRAWN_MM = 1;
type Corner = readonly [xMm: number, yMm: number];

/** The plate to scale from above: travel, zones nothing may be laid in, the part's outline, places where findings bite. */
export function PlanView({
  sheet,
  hull,
  others = [],
  minMm,
  maxMm,
  centreMm,
  findings,
  boxes = [],
  onDraw,
  size = 260,
}: {
  readonly sheet: CheckContext;
  readonly hull: readonly (readonly [number, number])[];
  /** Outlines of what lies beside it. */
  readonly others?: readonly (readonly (readonly [number, number])[])[];
  readonly minMm: readonly [number, number, number];
  readonly maxMm: readonly [number, number, number];
  readonly centreMm?: readonly [number, number, number] | null;
  readonly findings?: readonly Finding[];
  /** Boxes for support. */
  readonly boxes?: readonly SupportBox[];
  /** A rectangle was drawn over the plate, from its lower left corner to its upper right one. */
  readonly onDraw?: ((from: Corner, to: Corner) => void) | undefined;
  readonly size?: number;
}) {
  const drawn = useRef<{ from: Corner; to: Corner } | null>(null);
  const [field, setField] = useState<readonly [Corner, Corner] | null>(null);
  const [w, d] = sheet.machine.travelMm;
  const x0 = Math.min(0, minMm[0]);
  const x1 = Math.max(w, maxMm[0]);
  const y0 = Math.min(0, minMm[1]);
  const y1 = Math.max(d, maxMm[1]);
  const k = (size - 2 * ROOM) / Math.max(x1 - x0, y1 - y0);
  const X = (v: number): number => ROOM + (v - x0) * k;
  const Y = (v: number): number => ROOM + (y1 - v) * k;
  const isOver = minMm[0] < 0 || minMm[1] < 0 || maxMm[0] > w || maxMm[1] > d;
  const height = ROOM * 2 + (y1 - y0) * k;
  const placeOf = (e: React.PointerEvent<SVGSVGElement>): Corner => {
    const { left, top } = e.currentTarget.getBoundingClientRect();
    return [(e.clientX - left - ROOM) / k + x0, y1 - (e.clientY - top - ROOM) / k];
  };
  const cornersOf = ({ from, to }: { from: Corner; to: Corner }): readonly [Corner, Corner] => [
    [Math.min(from[0], to[0]), Math.min(from[1], to[1])],
    [Math.max(from[0], to[0]), Math.max(from[1], to[1])],
  ];
  const draw = onDraw && {
    onPointerDown: (e: React.PointerEvent<SVGSVGElement>) => {
      e.currentTarget.setPointerCapture(e.pointerId);
      drawn.current = { from: placeOf(e), to: placeOf(e) };
    },
    onPointerMove: (e: React.PointerEvent<SVGSVGElement>) => {
      if (!drawn.current) return;
      drawn.current.to = placeOf(e);
      setField(cornersOf(drawn.current));
    },
    onPointerUp: () => {
      const corners = drawn.current && cornersOf(drawn.current);
      drawn.current = null;
      setField(null);
      if (corners && [0, 1].every((i) => corners[1][i]! - corners[0][i]! > LEAST_DRAWN_MM)) onDraw(...corners);
    },
  };
  const lowest = sheet.machine.lowestMm ?? [0, 0];
  const { bedOutline, roundBed } = sheet.machine.motion.reads ?? {};
  const edge = { fill: 'var(--paper)', stroke: 'var(--dim)' } as const;
  const spots = (findings ?? []).filter((f) => f.place);
  return (
    <svg
      width={size}
      height={height}
      {...draw}
      className={onDraw && styles.drawn}
      role="img"
      aria-label={`Plan: the part lies from ${minMm[0].toFixed(1)} to ${maxMm[0].toFixed(1)} mm in X and from ${minMm[1].toFixed(1)} to ${maxMm[1].toFixed(1)} mm in Y on a plate of ${w} by ${d} mm`}
    >
      <defs>
        <pattern id="zone" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--oxide)" strokeWidth="1.6" />
        </pattern>
      </defs>
      {bedOutline ? (
        <polygon points={bedOutline.map(([x, y]) => `${X(x - lowest[0])},${Y(y - lowest[1])}`).join(' ')} {...edge} />
      ) : roundBed ? (
        <circle cx={X(roundBed.x - lowest[0])} cy={Y(roundBed.y - lowest[1])} r={roundBed.radiusMm * k} {...edge} />
      ) : (
        <rect x={X(0)} y={Y(d)} width={w * k} height={d * k} {...edge} />
      )}
      {Array.from({ length: Math.floor(w / 50) }, (_, i) => (
        <line key={`x${i}`} x1={X((i + 1) * 50)} x2={X((i + 1) * 50)} y1={Y(0)} y2={Y(d)} stroke="var(--lime2)" />
      ))}
      {Array.from({ length: Math.floor(d / 50) }, (_, i) => (
        <line key={`y${i}`} x1={X(0)} x2={X(w)} y1={Y((i + 1) * 50)} y2={Y((i + 1) * 50)} stroke="var(--lime2)" />
      ))}
      {onPlate(sheet.machine.zonesMm ?? [], lowest).map((z) => (
        <rect
          key={z.join()}
          x={X(Math.min(z[0], z[2]))}
          y={Y(Math.max(z[1], z[3]))}
          width={Math.abs(z[2] - z[0]) * k}
          height={Math.abs(z[3] - z[1]) * k}
          fill="url(#zone)"
          stroke="var(--oxide)"
        />
      ))}
      <polygon
        points={hull.map(([x, y]) => `${X(x).toFixed(1)},${Y(y).toFixed(1)}`).join(' ')}
        fill="var(--clay)"
        stroke={isOver ? 'var(--oxide)' : 'var(--ink)'}
        strokeWidth={isOver ? 2 : 1}
        strokeDasharray={isOver ? '6 3' : undefined}
      />
      {others.map((o, i) => (
        <polygon
          key={i}
          points={o.map(([x, y]) => `${X(x).toFixed(1)},${Y(y).toFixed(1)}`).join(' ')}
          fill="var(--clay)"
          stroke="var(--dim)"
        />
      ))}
      {boxes.map(({ kind, minMm: low, maxMm: high }, i) => (
        <rect
          key={i}
          x={X(low[0])}
          y={Y(high[1])}
          width={(high[0] - low[0]) * k}
          height={(high[1] - low[1]) * k}
          fill="none"
          stroke={kind === 'always' ? 'var(--plum)' : 'var(--oxide)'}
          strokeWidth="2"
          strokeDasharray={kind === 'always' ? undefined : '3 3'}
        />
      ))}
      {field && (
        <rect
          x={X(field[0][0])}
          y={Y(field[1][1])}
          width={(field[1][0] - field[0][0]) * k}
          height={(field[1][1] - field[0][1]) * k}
          fill="none"
          stroke="var(--ink)"
          strokeDasharray="2 2"
        />
      )}
      {centreMm && (
        <path
          d={`M${X(centreMm[0]) - 5} ${Y(centreMm[1])}h10M${X(centreMm[0])} ${Y(centreMm[1]) - 5}v10`}
          stroke="var(--ink)"
        />
      )}
      {spots.map((f, i) => (
        <circle
          key={i}
          cx={X(f.place!.xMm)}
          cy={Y(f.place!.yMm)}
          r="5"
          fill="none"
          stroke={f.severity === 'blocker' ? 'var(--oxide)' : 'var(--ochre)'}
          strokeWidth="2"
        />
      ))}
      <text x={X(0)} y={height - 3} className="hint" fill="var(--dim)">
        0
      </text>
      <text x={X(w)} y={height - 3} textAnchor="end" fill="var(--dim)">
        X {w} mm
      </text>
      <text x={X(0)} y={ROOM - 5} fill="var(--dim)">
        Y {d} mm
      </text>
    </svg>
  );
}
