export interface GaugeProps {
  readonly value: number | null;
  readonly hardware: readonly [number, number] | null;
  readonly supplier: readonly [number, number] | null;
  readonly proven: {
    readonly min: number;
    readonly max: number;
    readonly state: 'proven' | 'due' | 'sister' | 'unproven';
  } | null;
  readonly guard: readonly [number, number];
  readonly label: string;
}

const WIDTH = 222;
const PAD = 8;

/** One scale with the hardware's range (thin track), the supplier's (pale bar with end ticks), the proven one (solid, hatched
 *  when due) and the value (a tick, with a flag when outside). Without hardware limits the scale is drawn closer and its cut ends are marked. */
export function Gauge({ value, hardware, supplier, proven, guard, label }: GaugeProps) {
  if (value === null && !supplier && !proven) return <span className="gauge" />;
  const [low, high] = hardware ?? closerScale(value, supplier, proven, guard);
  const x = (v: number): number =>
    PAD + ((Math.min(Math.max(v, low), high) - low) / (high - low || 1)) * (WIDTH - 2 * PAD);
  const outside =
    value !== null &&
    ((hardware && (value < hardware[0] || value > hardware[1])) ||
      (proven?.state === 'proven' && (value < proven.min || value > proven.max)) ||
      (!proven && supplier && (value < supplier[0] || value > supplier[1])));
  return (
    <svg className="gauge" width={WIDTH} height="26" role="img" aria-label={label}>
      <line x1={PAD} x2={WIDTH - PAD} y1="15.5" y2="15.5" stroke="#b9b2a2" />
      {hardware ? (
        <path d={`M${PAD} 11v9M${WIDTH - PAD} 11v9`} stroke="#8b867b" />
      ) : (
        <path d={`M${PAD - 3} 12l3 3.5-3 3.5M${WIDTH - PAD + 3} 12l-3 3.5 3 3.5`} stroke="#8b867b" fill="none" />
      )}
      {supplier && (
        <>
          <rect
            x={x(supplier[0])}
            y="11"
            width={Math.max(2, x(supplier[1]) - x(supplier[0]))}
            height="9"
            fill="var(--clay)"
            opacity=".7"
          />
          <path d={`M${x(supplier[0])} 10v11M${x(supplier[1])} 10v11`} stroke="#8b867b" />
        </>
      )}
      {proven && proven.state !== 'unproven' && (
        <ProvenBar from={x(proven.min)} to={x(proven.max)} state={proven.state} />
      )}
      {value !== null && (
        <>
          <line
            x1={x(value)}
            x2={x(value)}
            y1="5"
            y2="23"
            stroke={outside ? 'var(--oxide)' : 'var(--ink)'}
            strokeWidth="2"
          />
          {outside ? (
            <path d={`M${x(value)} 4l9 3-9 3z`} fill="var(--oxide)" />
          ) : (
            <circle cx={x(value)} cy="5" r="2.6" fill="var(--ink)" />
          )}
        </>
      )}
    </svg>
  );
}

function ProvenBar({
  from,
  to,
  state,
}: {
  readonly from: number;
  readonly to: number;
  readonly state: 'proven' | 'due' | 'sister';
}) {
  const width = Math.max(3, to - from);
  if (state === 'proven') return <rect x={from} y="12.5" width={width} height="6" fill="var(--pine)" />;
  if (state === 'sister') return <rect x={from} y="12.5" width={width} height="6" fill="none" stroke="var(--pine)" />;
  const strokes: string[] = [];
  for (let s = 0; s < width; s += 4) strokes.push(`M${from + s} 18.5l${Math.min(4, width - s)} -6`);
  return (
    <g>
      <rect
        x={from}
        y="12.5"
        width={width}
        height="6"
        fill="var(--ochre-pale)"
        stroke="var(--ochre)"
        strokeWidth=".8"
      />
      <path d={strokes.join('')} stroke="var(--ochre)" />
    </g>
  );
}

function closerScale(
  value: number | null,
  supplier: readonly [number, number] | null,
  proven: { min: number; max: number } | null,
  guard: readonly [number, number],
): [number, number] {
  const all = [value, supplier?.[0], supplier?.[1], proven?.min, proven?.max].filter(
    (v): v is number => v !== null && v !== undefined,
  );
  const low = Math.min(...all);
  const high = Math.max(...all);
  const pad = Math.max((high - low) * 0.6, Math.abs(high) * 0.25, (guard[1] - guard[0]) * 0.002);
  return [Math.max(guard[0], low - pad), Math.min(guard[1], high + pad)];
}
