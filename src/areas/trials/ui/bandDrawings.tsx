import type { Band, Shape } from '../kinds/define.ts';
import { NECKS_MM } from '../kinds/neckStrength/index.ts';
import { DRAWING, LEFT, ROW } from './bandLayout.ts';

/** One band of the coupon, stretched to its row; what was read is drawn into it: hairs as counted, the bridge as it hangs. */
export function BandDrawing({
  shapes,
  band,
  ordinal,
  y,
  strings,
  sag,
  isMade,
}: {
  readonly shapes: readonly Shape[];
  readonly band: Band;
  readonly ordinal: number;
  readonly y: number;
  readonly strings: number | null;
  readonly sag: number | null;
  readonly isMade: boolean;
}) {
  const mine = shapes.filter((s) => s.view === 'elevation' && s.band === ordinal);
  const all = shapes.filter((s) => s.view === 'elevation' && s.band !== undefined);
  const left = Math.min(...all.map((s) => s.x - s.w / 2));
  const right = Math.max(...all.map((s) => s.x + s.w / 2));
  const kx = DRAWING / (right - left);
  const ky = (ROW - 2) / (band.toMm - band.fromMm);
  const x = (mm: number): number => LEFT + (mm - left) * kx;
  const tall = mine.filter((s) => s.h > (band.toMm - band.fromMm) / 2);
  const gap: [number, number] | null =
    tall.length >= 2
      ? [x(Math.min(...tall.map((s) => s.x + s.w / 2))), x(Math.max(...tall.map((s) => s.x - s.w / 2)))]
      : null;
  return (
    <g opacity={isMade ? 1 : 0.3}>
      {mine.map((s, i) => (
        <rect
          key={i}
          x={x(s.x - s.w / 2)}
          y={y + ROW - (s.y - band.fromMm + s.h) * ky}
          width={s.w * kx}
          height={s.h * ky - 1}
          fill="var(--clay)"
          stroke="#8b867b"
          strokeWidth=".7"
        />
      ))}
      {gap &&
        strings !== null &&
        Array.from({ length: Math.min(14, Math.round(strings)) }, (_, k) => {
          const from = y + 6 + ((ROW - 16) * (k + 0.5)) / Math.min(14, Math.max(1, Math.round(strings)));
          return (
            <path
              key={k}
              d={`M${gap[0]} ${from} Q${(gap[0] + gap[1]) / 2} ${from + 7} ${gap[1]} ${from}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth=".6"
              opacity=".7"
            />
          );
        })}
      {gap && sag !== null && (
        <path
          d={`M${gap[0]} ${y + 7} Q${(gap[0] + gap[1]) / 2} ${y + 7 + Math.min(30, sag * 16)} ${gap[1]} ${y + 7}`}
          fill="none"
          stroke="var(--plum)"
          strokeWidth="1.4"
        />
      )}
    </g>
  );
}

/** One piece of a coupon whose pieces lie side by side: a leaning block, a bridge, a line, a strand, with what was read of it. */
export function RowDrawing({
  kind,
  value,
  most,
  reading,
  y,
}: {
  readonly kind: string;
  readonly value: number;
  readonly most: number;
  readonly reading: number | null;
  readonly y: number;
}) {
  const foot = y + ROW - 6;
  const top = y + 8;
  const middle = LEFT + DRAWING / 2;
  const share = most > 0 ? value / most : 0;
  const down = Math.min(14, (reading ?? 0) * 10);
  if (kind === 'overhang') {
    const lean = Math.min(70, Math.tan((value * Math.PI) / 180) * (foot - top));
    return (
      <g>
        <path
          d={`M${LEFT + 20} ${foot} l${lean} ${top - foot} h26 l${-lean} ${foot - top} z`}
          fill="var(--clay)"
          stroke="#8b867b"
          strokeWidth=".7"
        />
        {reading !== null && (
          <path
            d={`M${LEFT + 46} ${foot} q${lean / 2 + 4} ${-(foot - top) / 2 + down} ${lean} ${top - foot}`}
            fill="none"
            stroke="var(--plum)"
            strokeWidth="1.4"
          />
        )}
      </g>
    );
  }
  if (kind === 'bridge') {
    const half = 12 + 50 * share;
    return (
      <g>
        {[-half - 9, half].map((x) => (
          <rect
            key={x}
            x={middle + x}
            y={top + 3}
            width="9"
            height={foot - top - 3}
            fill="var(--clay)"
            stroke="#8b867b"
            strokeWidth=".7"
          />
        ))}
        <path d={`M${middle - half - 9} ${top} H${middle + half + 9}`} stroke="#8b867b" strokeWidth="3" />
        {reading !== null && (
          <path
            d={`M${middle - half} ${top + 2} Q${middle} ${top + 2 + 2 * down} ${middle + half} ${top + 2}`}
            fill="none"
            stroke="var(--plum)"
            strokeWidth="1.4"
          />
        )}
      </g>
    );
  }
  if (kind === 'pressure') {
    const w = 3 + Math.min(6, (reading ?? 0) * 60);
    return (
      <g fill="var(--clay)" stroke="#8b867b" strokeWidth=".7">
        <rect x={LEFT} y={y + ROW / 2 - 3} width={DRAWING} height="6" />
        <circle cx={LEFT + 44} cy={y + ROW / 2} r={w} />
        <circle cx={LEFT + 106} cy={y + ROW / 2} r={w} />
      </g>
    );
  }
  if (kind === 'neck-strength') {
    const shown = NECKS_MM.filter((_, i) => i % 2 === 0);
    return (
      <g stroke="#8b867b" strokeWidth=".7">
        {shown.map((mm, i) => {
          const x = LEFT + 8 + (i * (DRAWING - 16)) / (shown.length - 1);
          const holds = reading === null || mm >= reading - 1e-9;
          return (
            <g key={mm} fill={holds ? 'var(--clay)' : 'none'} strokeDasharray={holds ? undefined : '2 2'}>
              <rect x={x - 5 * mm} y={top + 10} width={10 * mm} height={foot - top - 10} />
              <rect x={x - 6} y={top + 2} width="12" height="8" />
            </g>
          );
        })}
      </g>
    );
  }
  return (
    <path
      d={`M${LEFT} ${y + ROW / 2} h${DRAWING}`}
      stroke="#8b867b"
      strokeWidth={2 + 4 * share}
      strokeLinecap="round"
    />
  );
}
