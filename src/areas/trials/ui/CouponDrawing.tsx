import type { Shape } from '../kinds/define.ts';
import type { TrialPlan } from '../model/trial.ts';

const WIDTH_MM = 150;
const PX_PER_MM = 3.6;
const FLAT_MM = 1; // what is one layer high has no elevation worth drawing

export interface PlaceLook {
  readonly fill: string;
  readonly ink: string;
  readonly says: string;
}

/** Plan and elevation of a coupon, both to one scale; printed at 100 % a millimetre is a millimetre. */
export function CouponDrawing({
  plan,
  zMm,
  place,
  looks,
}: {
  readonly plan: TrialPlan;
  readonly zMm: number | null;
  readonly place: string | null;
  /** How what was read of a place shows on it, by its text. */
  readonly looks?: ReadonlyMap<string, PlaceLook>;
}) {
  const [w, d, h] = plan.sizeMm;
  const elevation = plan.shapes.filter((s) => s.view === 'elevation');
  const flat = plan.shapes.filter((s) => s.view === 'plan');
  const isFlat = h < FLAT_MM || elevation.length === 0;
  const top = isFlat ? d + 4 : Math.max(h + 6, d + 4);
  const width = Math.max(WIDTH_MM, isFlat ? w + 12 : 2 * w + 42);
  const height = top + 12;
  const ex = 12 + w / 2;
  const px = isFlat ? 6 + w / 2 : ex + w + 22;
  const letter = Math.max(2.6, isFlat ? width / 34 : 0);
  const box = (s: Shape, i: number, cx: number, y: number) => {
    const look = s.text === undefined ? undefined : looks?.get(s.text);
    const mine = place !== null && s.text !== undefined && (place === s.text || place.endsWith(` ${s.text}`));
    return (
      <g key={i}>
        {s.round ? (
          <circle
            cx={cx + s.x}
            cy={y + s.h / 2}
            r={s.w / 2}
            fill={look?.fill ?? 'var(--paper)'}
            stroke={mine ? 'var(--plum)' : '#8b867b'}
            strokeWidth={mine ? '.8' : '.3'}
          />
        ) : (
          <rect
            x={cx + s.x - s.w / 2}
            y={y}
            width={s.w}
            height={s.h}
            fill={mine ? 'var(--plum)' : 'var(--clay)'}
            stroke="#8b867b"
            strokeWidth=".2"
          />
        )}
        {s.text && (
          <g fontSize={letter} fill={look?.ink ?? (mine && !s.round ? 'var(--paper)' : 'var(--ink)')}>
            <text x={cx + s.x} y={y + s.h / 2 + 1} textAnchor="middle">
              {look?.says ?? s.text}
            </text>
          </g>
        )}
      </g>
    );
  };
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: `${width}mm`, maxWidth: isFlat ? 'min(100%, 400px)' : `min(100%, ${width * PX_PER_MM}px)` }}
      className="coupon"
      role="img"
      aria-label={`Coupon of ${w.toFixed(0)} by ${d.toFixed(0)} by ${h.toFixed(1)} mm, elevation and plan`}
    >
      {!isFlat && (
        <>
          {Array.from({ length: Math.floor(top / 10) + 1 }, (_, k) => (
            <g key={k}>
              <line
                x1="7"
                x2={ex + w / 2 + 4}
                y1={top - k * 10}
                y2={top - k * 10}
                stroke="var(--lime2)"
                strokeWidth=".25"
              />
              <g fontSize={2.6} fill="var(--dim)">
                <text x="6" y={top - k * 10 + 0.9} textAnchor="end">
                  {k * 10}
                </text>
              </g>
            </g>
          ))}
          {elevation.map((s, i) => box(s, i, ex, top - s.y - s.h))}
          {zMm !== null && (
            <>
              <line x1="7" x2={ex + w / 2 + 4} y1={top - zMm} y2={top - zMm} stroke="var(--plum)" strokeWidth=".5" />
              <g fontSize={2.8} fill="var(--ink)">
                <text x={ex + w / 2 + 5} y={top - zMm + 1}>
                  {zMm.toFixed(2)} mm
                </text>
              </g>
            </>
          )}
          <rect x={ex - w / 2 - 3} y={top} width={w + 6} height="1.4" fill="#c9c2b2" />
          <g fontSize={letter} fill="var(--dim)">
            <text x={ex} y={height - 2} textAnchor="middle">
              elevation, mm
            </text>
          </g>
        </>
      )}
      {flat.map((s, i) => box(s, i, px, top - d / 2 - s.y - s.h / 2))}
      <g fontSize={letter} fill="var(--dim)">
        <text x={px} y={height - 2} textAnchor="middle">
          plan, {w.toFixed(0)} × {d.toFixed(0)} mm{h < FLAT_MM && h > 0 && ', one layer'}
        </text>
      </g>
    </svg>
  );
}
