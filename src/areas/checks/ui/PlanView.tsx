import type { Finding } from '../../rules/outcome.ts';
import type { CheckContext } from '../../rules/context.ts';

const ROOM = 16;

/** The plate to scale from above: travel, zones nothing may be laid in, the part's outline, places where findings bite. */
export function PlanView({
  sheet,
  hull,
  others = [],
  minMm,
  maxMm,
  centreMm,
  findings,
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
  readonly size?: number;
}) {
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
  const spots = (findings ?? []).filter((f) => f.place);
  return (
    <svg
      width={size}
      height={height}
      role="img"
      aria-label={`Plan: the part lies from ${minMm[0].toFixed(1)} to ${maxMm[0].toFixed(1)} mm in X and from ${minMm[1].toFixed(1)} to ${maxMm[1].toFixed(1)} mm in Y on a plate of ${w} by ${d} mm`}
    >
      <defs>
        <pattern id="zone" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--oxide)" strokeWidth="1.6" />
        </pattern>
      </defs>
      <rect x={X(0)} y={Y(d)} width={w * k} height={d * k} fill="var(--paper)" stroke="var(--dim)" />
      {Array.from({ length: Math.floor(w / 50) }, (_, i) => (
        <line key={`x${i}`} x1={X((i + 1) * 50)} x2={X((i + 1) * 50)} y1={Y(0)} y2={Y(d)} stroke="var(--lime2)" />
      ))}
      {Array.from({ length: Math.floor(d / 50) }, (_, i) => (
        <line key={`y${i}`} x1={X(0)} x2={X(w)} y1={Y((i + 1) * 50)} y2={Y((i + 1) * 50)} stroke="var(--lime2)" />
      ))}
      {(sheet.machine.zonesMm ?? []).map((z) => (
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
