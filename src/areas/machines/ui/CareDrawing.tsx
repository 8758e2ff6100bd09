import type { ReactNode } from 'react';
import { careDrawings, type CareDrawing as Drawing } from '../model/care.ts';

const ink = {
  stroke: 'var(--ink)',
  strokeWidth: 1.6,
  fill: 'none',
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
} as const;
const faint = { ...ink, stroke: 'var(--dim)', strokeWidth: 1 } as const;
const solid = { ...ink, fill: 'var(--lime2)' } as const;

/** A vat, seen from the side. */
const vat = <path {...ink} d="M60 60v34h120V60M60 94h120" />;
const drawn: Readonly<Record<Drawing, ReactNode>> = {
  corners: (
    <>
      <path {...solid} d="M50 88 80 40h100l30 48z" />
      {[
        [66, 82],
        [88, 46],
        [172, 46],
        [194, 82],
      ].map(([x, y]) => (
        <g key={`${x}${y}`}>
          <circle {...ink} cx={x} cy={y} r={4} />
          <path {...ink} d={`M${x! - 5} ${y! - 22}h10l-5 9z`} />
        </g>
      ))}
    </>
  ),
  nozzle: (
    <>
      <path {...solid} d="M98 24h44v36H98z" />
      <path {...ink} d="M108 60h24v10h-24zM112 70h16l-5 14h-6z" />
      <path {...ink} d="M20 42h70M90 34v16l10-8zM150 66h70M150 58v16l-12-8z" />
      <path {...faint} d="M216 56a26 26 0 0 1 0 20m0 0-6-3m6 3 3-6" />
    </>
  ),
  wipe: (
    <>
      <path {...ink} d="M30 92h180" />
      <path {...solid} d="M80 70q18-14 38-6 24 8 44-2l6 22q-30 10-52 2-16-6-36 4z" />
      <path {...faint} d="M36 78h28m-20 8h18M180 78h28m-26 8h16" />
    </>
  ),
  axis: (
    <>
      <path {...solid} d="M20 66h200v10H20z" />
      <path {...ink} d="M96 56h44v30H96z" />
      <path {...ink} d="M150 18h18v20h-18zM159 38v10" />
      <path {...ink} d="M159 52c-4 6-4 9 0 9s4-3 0-9z" />
      <path {...faint} d="M40 96h60m-54-5-6 5 6 5M200 96h-60m54-5 6 5-6 5" />
    </>
  ),
  gears: (
    <>
      <circle {...solid} cx={96} cy={60} r={28} />
      {Array.from({ length: 12 }, (_, i) => {
        const a = (i * Math.PI) / 6;
        return (
          <path
            key={i}
            {...ink}
            d={`M${96 + 28 * Math.cos(a)} ${60 + 28 * Math.sin(a)}L${96 + 35 * Math.cos(a)} ${60 + 35 * Math.sin(a)}`}
          />
        );
      })}
      <circle {...ink} cx={96} cy={60} r={5} />
      <path {...ink} d="M138 60h14M138 54v12m4-12v12m4-12v12M152 54h60v12h-60z" />
    </>
  ),
  lift: (
    <>
      {vat}
      <path {...solid} d="M82 34h76v10H82z" />
      <path {...ink} d="M120 34V16M108 16h24" />
      <path {...faint} d="M190 52V24m-5 6 5-6 5 6" />
    </>
  ),
  sieve: (
    <>
      <path {...ink} d="M30 20h60l34 22M30 20l8 24 78 6" />
      <path {...ink} d="M98 56h64l-32 30z" />
      <path {...faint} d="m108 60 34 12m-28-6 24 12M156 58l-34 18" />
      <path {...faint} d="M130 88v10m-5-8v6m10-6v6" />
      <path {...solid} d="M96 102h68v10H96z" />
    </>
  ),
  light: (
    <>
      <path {...ink} d="M60 30v30h120V30M60 60h120" />
      <circle {...ink} cx={140} cy={52} r={4} />
      <path {...solid} d="M108 96h24v14h-24z" />
      <path {...faint} d="M112 92 92 68m28 24V68m8 24 20-24" />
    </>
  ),
  film: (
    <>
      <path {...ink} d="M50 88 80 40h100l30 48z" />
      <path {...solid} d="M66 80 88 48h84l22 32z" />
      {[
        [60, 84],
        [84, 44],
        [176, 44],
        [200, 84],
        [130, 42],
        [130, 86],
      ].map(([x, y]) => (
        <circle key={`${x}${y}`} {...ink} cx={x} cy={y} r={3} />
      ))}
    </>
  ),
  screen: (
    <>
      <path {...solid} d="M60 36h120v56H60z" />
      <path {...faint} d="M70 46h100v36H70z" />
      <path {...ink} d="M120 92v14h40" />
      <path {...ink} d="M160 102h18v8h-18z" />
    </>
  ),
  plate: (
    <>
      <path {...solid} d="M70 56h100v14H70z" />
      <path {...ink} d="M120 56V32M104 32h32" />
      <path {...ink} d="M84 48v8m72-8v8M80 48h8m64 0h8" />
      <path {...faint} d="M56 76h140l18-6" />
      <path {...ink} d="M50 84h140" />
    </>
  ),
};

/** A small drawing of what a step is about. */
export const CareDrawing = ({ of, width = 240 }: { readonly of: Drawing; readonly width?: number }) => (
  <svg width={width} height={width / 2} viewBox="0 0 240 120" role="img" aria-label={careDrawings[of]}>
    {drawn[of]}
  </svg>
);
