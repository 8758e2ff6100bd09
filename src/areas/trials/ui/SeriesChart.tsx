import { mean } from '../../../core/fitting/mean.ts';
import type { ReadingOf } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';

const WIDTH = 300;
const ROW = 44;
const LEFT = 20;
const TOP = 24;
const SCORES = [1, 2, 3, 4, 5];
const x = (score: number): number => LEFT + ((score - 1) / 4) * (WIDTH - 2 * LEFT);
const at = (readings: readonly ReadingOf[], feature: string): number | null => {
  const of = readings.filter((r) => r.feature === feature).map((r) => r.value);
  return of.length > 0 ? mean(of) : null;
};

/** Every place on the line of its row: open as it was on the print before, filled as it is now. */
export function SeriesChart({ trial: t }: { readonly trial: TrialPage }) {
  const { features } = kindOf(t.kind);
  const last = t.series[t.series.length - 1];
  const height = TOP + features.length * ROW + 40;
  return (
    <svg
      width={WIDTH}
      height={height}
      role="img"
      aria-label={last ? `Scores now and on ${last.name}` : 'Scores'}
      className="fits"
    >
      {SCORES.map((s) => (
        <g key={s}>
          <line x1={x(s)} x2={x(s)} y1={TOP - 4} y2={height - 36} stroke="var(--lime2)" />
          <text x={x(s)} y={height - 22} textAnchor="middle" className="n d">
            {s}
          </text>
        </g>
      ))}
      {features.map((f, i) => {
        const y = TOP + 19 + i * ROW;
        const now = at(t.readings, f.key);
        const before = last ? at(last.readings, f.key) : null;
        if (f.quantity !== 'score')
          return (
            <text key={f.key} x={LEFT} y={y + 4} className="d">
              {now !== null && before !== null ? `${last!.name}: ${before.toFixed(2)} ${f.unit}` : ''}
            </text>
          );
        const colour =
          now === null || before === null || now === before
            ? 'var(--ink)'
            : now > before
              ? 'var(--pine)'
              : 'var(--oxide)';
        return (
          <g key={f.key}>
            <line x1={x(1)} x2={x(5)} y1={y} y2={y} stroke="var(--lime2)" />
            {now !== null && before !== null && now !== before && (
              <line x1={x(before)} x2={x(now)} y1={y} y2={y} stroke={colour} strokeWidth="3" />
            )}
            {before !== null && <circle cx={x(before)} cy={y} r="5.5" fill="var(--paper)" stroke="var(--ink)" />}
            {now !== null && <circle cx={x(now)} cy={y} r="4" fill={colour} />}
          </g>
        );
      })}
      <text x={LEFT} y={height - 5} className="d">
        worst 1 to best 5{last ? ` · open: ${last.name}` : ''} · filled: now
      </text>
    </svg>
  );
}
