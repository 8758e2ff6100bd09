import { mean } from '../../../core/fitting/mean.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';

const WIDTH = 420;
const ROW = 44;
const LEFT = 14;
const TOP = 24;

/** Every reading on the line of its row in the table: what it is off by where the place has a drawn size, else the reading itself. */
export function RowChart({ trial: t }: { readonly trial: TrialPage }) {
  const unit = kindOf(t.kind).features[0]?.unit ?? '';
  const kind = kindOf(t.kind);
  const { features } = kind;
  const conditions = { values: t.plan.conditions, params: t.plan.params, bands: t.plan.bands };
  const wants = features.map((f) => kind.wantedAt?.(f.key, conditions) ?? null);
  const same = wants[0] ?? null;
  /** One wanted figure for all places: readings as they are; one for each: what they are off by. */
  const isOff = wants.some((w) => w !== same);
  const level = isOff ? 0 : same;
  const points = t.readings.map((r) => ({
    ...r,
    x: r.value - (isOff ? (wants[features.findIndex((f) => f.key === r.feature)] ?? 0) : 0),
  }));
  const low = Math.min(level ?? Infinity, ...points.map((p) => p.x)) - 0.03;
  const high = Math.max(level ?? -Infinity, ...points.map((p) => p.x)) + 0.03;
  const x = (v: number): number => LEFT + ((v - low) / (high - low)) * (WIDTH - LEFT - 20);
  const height = TOP + features.length * ROW + 44;
  const step = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2].find((k) => (high - low) / k <= 8) ?? 5;
  const first = Math.ceil(low / step - 1e-9);
  const ticks = Array.from(
    { length: Math.max(0, Math.floor(high / step + 1e-9) - first + 1) },
    (_, i) => (first + i) * step,
  );
  return (
    <svg width={WIDTH} height={height} role="img" aria-label="Readings by place" className="fits">
      {features.map((f, i) => {
        const mine = points.filter((p) => p.feature === f.key);
        const y = TOP + 19 + i * ROW;
        return (
          <g key={f.key}>
            <line x1={LEFT} x2={WIDTH - 20} y1={y} y2={y} stroke="var(--lime2)" />
            {mine.length > 1 && (
              <line
                x1={x(mean(mine.map((p) => p.x)))}
                x2={x(mean(mine.map((p) => p.x)))}
                y1={y - 9}
                y2={y + 9}
                stroke="var(--plum)"
                strokeWidth="2.5"
              />
            )}
            {mine.map((p) => (
              <circle
                key={p.id}
                cx={x(p.x)}
                cy={y}
                r="4"
                fill={p.instrument.includes('connected') ? 'var(--paper)' : 'var(--ink)'}
                stroke="var(--ink)"
              />
            ))}
          </g>
        );
      })}
      {level !== null && (
        <>
          <line x1={x(level)} x2={x(level)} y1="14" y2={height - 36} stroke="var(--pine)" strokeWidth="1.5" />
          <text x={x(level)} y="10" textAnchor="middle" className="d">
            {isOff ? 'as drawn' : `wanted ${level.toFixed(3)}`}
          </text>
        </>
      )}
      {ticks.map((v) => (
        <text key={v} x={x(v)} y={height - 22} textAnchor="middle" className="n d">
          {v.toFixed(2)}
        </text>
      ))}
      <text x={LEFT} y={height - 5} className="d">
        {unit}
        {isOff ? ' off the drawing' : ''} · filled: typed · open: connected instrument · bar: mean
      </text>
    </svg>
  );
}
