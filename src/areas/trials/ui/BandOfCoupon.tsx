import { formatQuantity } from '../../../core/units/format.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';
import { RowDrawing } from './bandDrawings.tsx';
import { DRAWING, LEFT, ROW } from './bandLayout.ts';

const TALL = 200;

/** One band where it stands: the tower with that band marked, or the piece of it. */
export function BandOfCoupon({ trial: t, band }: { readonly trial: TrialPage; readonly band: number }) {
  const { bands, shapes } = t.plan;
  const { axis, key, features } = kindOf(t.kind);
  const b = bands[band - 1]!;
  const isTower = bands.some((x) => x.toMm > x.fromMm);
  const says = `${axis!.label} ${formatQuantity(b.value, axis!.quantity)}, ${band} of ${bands.length}${isTower ? ' from below' : ''}`;
  if (!isTower)
    return (
      <svg viewBox={`${LEFT} 0 ${DRAWING} ${ROW}`} width={DRAWING * 1.6} role="img" aria-label={says}>
        <RowDrawing
          kind={key}
          value={b.value}
          most={Math.max(...bands.map((x) => x.value))}
          reading={t.readings.find((r) => r.band === band && r.feature === features[0]!.key)?.value ?? null}
          y={0}
        />
      </svg>
    );
  const elevation = shapes.filter((s) => s.view === 'elevation');
  const topMm = Math.max(...elevation.map((s) => s.y + s.h));
  const [left, right] = [
    Math.min(...elevation.map((s) => s.x - s.w / 2)),
    Math.max(...elevation.map((s) => s.x + s.w / 2)),
  ];
  const px = (TALL - 8) / topMm;
  const y = (mm: number): number => TALL - 4 - mm * px;
  const wide = (right - left) * px;
  return (
    <svg
      width={wide + 200}
      height={TALL}
      viewBox={`${-wide / 2 - 8} 0 ${wide + 200} ${TALL}`}
      role="img"
      aria-label={says}
    >
      {elevation.map((s, i) => (
        <rect
          key={i}
          x={(s.x - s.w / 2) * px}
          y={y(s.y + s.h)}
          width={s.w * px}
          height={s.h * px}
          fill={s.band === band ? 'var(--plum)' : 'var(--clay)'}
          stroke="#8b867b"
          strokeWidth=".5"
        />
      ))}
      <line x1={-wide / 2} x2={wide / 2 + 14} y1={y(b.fromMm)} y2={y(b.fromMm)} stroke="var(--plum)" />
      <line x1={-wide / 2} x2={wide / 2 + 14} y1={y(b.toMm)} y2={y(b.toMm)} stroke="var(--plum)" />
      <text x={wide / 2 + 18} y={y((b.fromMm + b.toMm) / 2) + 4} className="n">
        {b.fromMm.toFixed(1)} to {b.toMm.toFixed(1)} mm
      </text>
    </svg>
  );
}
