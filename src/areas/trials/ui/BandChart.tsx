import type { Band, ChartData } from '../kinds/define.ts';
import { FOOT, ROW, TOP } from './bandLayout.ts';

/** Readings against the bands, lying on the bands' own axis. */
export function BandChart({
  chart,
  bands,
  y,
  height,
  here,
  width,
}: {
  readonly chart: ChartData;
  readonly bands: readonly Band[];
  readonly y: (i: number) => number;
  readonly height: number;
  readonly here: number | null;
  readonly width: number;
}) {
  const ys = [
    ...chart.points.map((p) => p.y),
    ...(chart.curve ?? []).map(([, v]) => v),
    ...(chart.level === undefined ? [] : [chart.level]),
  ].filter(Number.isFinite);
  const low = Math.min(chart.yFrom ?? 0, ...ys);
  const high = Math.max(...ys, low + 1e-9) * 1.05;
  const X = (v: number): number => 16 + ((v - low) / (high - low)) * (width - 60);
  const values = bands.map((b) => b.value);
  const rising = values[values.length - 1]! >= values[0]!;
  const Y = (value: number): number => {
    // between the middles of neighbouring bands
    const sorted = values.map((v, i) => ({ v, at: y(i) + ROW / 2 })).sort((a, b) => a.v - b.v);
    const k = Math.max(
      1,
      Math.min(
        sorted.length - 1,
        sorted.findIndex((s) => s.v >= value) === -1
          ? sorted.length - 1
          : Math.max(
              1,
              sorted.findIndex((s) => s.v >= value),
            ),
      ),
    );
    const a = sorted[k - 1]!;
    const b = sorted[k]!;
    return a.at + ((value - a.v) / (b.v - a.v)) * (b.at - a.at);
  };
  const inside = (v: number): number => Math.min(Math.max(Y(v), TOP), TOP + height);
  const step =
    [0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20, 50].find((s) => (high - low) / s <= 5) ?? 100;
  const first = Math.ceil(low / step - 1e-9);
  const ticks = Array.from({ length: Math.floor(high / step + 1e-9) - first + 1 }, (_, k) => (first + k) * step);
  return (
    <svg
      className="bands-chart"
      width={width}
      height={TOP + height + FOOT}
      role="img"
      aria-label={`${chart.yLabel} against ${chart.xLabel}`}
    >
      <text x="16" y="12" className="d">
        {chart.yLabel}
        {chart.interval && ' · shaded: interval'}
      </text>
      {bands.map((b, i) => (
        <g key={b.value}>
          {here === i && <rect x="0" y={y(i)} width={width} height={ROW} fill="var(--plum)" opacity=".08" />}
          <line x1="8" x2={width - 20} y1={y(i) + ROW} y2={y(i) + ROW} stroke="var(--lime2)" />
        </g>
      ))}
      {chart.interval && (
        <rect
          x="8"
          y={Math.min(inside(chart.interval[0]), inside(chart.interval[1]))}
          width={width - 28}
          height={Math.max(2, Math.abs(inside(chart.interval[1]) - inside(chart.interval[0])))}
          fill="var(--plum)"
          opacity=".13"
        />
      )}
      {chart.level !== undefined && (
        <>
          <line
            x1={X(chart.level)}
            x2={X(chart.level)}
            y1={TOP - 6}
            y2={TOP + height}
            stroke="var(--pine)"
            strokeWidth="1.5"
          />
          <text x={X(chart.level) + 4} y={TOP - 8} className="d">
            {chart.level} {chart.levelLabel ?? 'accepted'}
          </text>
        </>
      )}
      {chart.curve && (
        <path
          d={chart.curve.map(([v, r], i) => `${i === 0 ? 'M' : 'L'}${X(r).toFixed(1)} ${Y(v).toFixed(1)}`).join(' ')}
          fill="none"
          stroke="var(--plum)"
          strokeWidth="1.8"
        />
      )}
      {chart.best !== undefined && (
        <path d={`M${width - 34} ${inside(chart.best)} l12 -6 v12 z`} fill="var(--plum)" aria-label="proposed" />
      )}
      {chart.points.map((p, i) => (
        <circle key={i} cx={X(p.y)} cy={Y(p.x)} r="4" fill="var(--ink)" />
      ))}
      {ticks.map((v) => (
        <text key={v} x={X(v)} y={TOP + height + 16} textAnchor="middle" className="n d">
          {Number(v.toFixed(2))}
        </text>
      ))}
      {!rising && (
        <text x={width - 30} y={TOP + height + 30} textAnchor="end" className="d">
          highest at the bottom
        </text>
      )}
    </svg>
  );
}
