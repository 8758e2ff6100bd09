import type { TrialPage } from '../model/pages.ts';
import { SIDES } from '../model/trial.ts';

const WIDTH = 430, ROW = 44, LEFT = 14, TOP = 24;

/** Every reading on one thickness axis, each side on the line of its readings in the table: mean of the side as a bar, wanted thickness as a line, interval as a band. */
export function SideChart({ trial: t }: { readonly trial: TrialPage }) {
  const extra = (t.plan.walls - 1) * t.plan.lineDistanceMm, wanted = t.plan.lineWidthMm + extra;
  const values = t.readings.map((r) => r.value);
  const low = Math.min(wanted, ...values) - 0.03, high = Math.max(wanted, ...values) + 0.03;
  const x = (v: number): number => LEFT + ((v - low) / (high - low)) * (WIDTH - LEFT - 20);
  const height = TOP + SIDES.length * ROW + 44;
  const step = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5].find((k) => (high - low) / k <= 8) ?? 1, first = Math.ceil(low / step - 1e-9);
  const ticks = Array.from({ length: Math.floor(high / step + 1e-9) - first + 1 }, (_, i) => (first + i) * step);
  return (
    <svg width={WIDTH} height={height} role="img" aria-label={`Readings by side against the wanted ${wanted.toFixed(3)} mm`} style={{ maxWidth: '100%' }}>
      {SIDES.map((s, i) => { const mine = t.readings.filter((r) => r.feature === s), y = TOP + 19 + i * ROW, m = t.analysis?.sides.find((a) => a.group === s); return (
        <g key={s}><line x1={LEFT} x2={WIDTH - 20} y1={y} y2={y} stroke="var(--lime2)" />
          {m && <line x1={x(m.mean + extra)} x2={x(m.mean + extra)} y1={y - 9} y2={y + 9} stroke="var(--plum)" strokeWidth="2.5" />}
          {mine.map((r) => <circle key={r.id} cx={x(r.value)} cy={y} r="4" fill={r.instrument.includes('connected') ? 'var(--paper)' : 'var(--ink)'} stroke="var(--ink)" />)}</g>); })}
      <line x1={x(wanted)} x2={x(wanted)} y1="14" y2={height - 36} stroke="var(--pine)" strokeWidth="1.5" /><text x={x(wanted)} y="10" textAnchor="middle" className="d">wanted {wanted.toFixed(3)}</text>
      {ticks.map((v) => <text key={v} x={x(v)} y={height - 22} textAnchor="middle" className="n d">{v.toFixed(2)}</text>)}
      <text x={LEFT} y={height - 5} className="d">mm · filled: typed · open: connected calliper · bar: mean of the side</text>
    </svg>
  );
}
