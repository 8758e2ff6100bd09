import type { ReactNode } from 'react';
import { drawnSigns, type DrawnSign } from '../core/signs/signs.ts';

const LINE = { fill: 'var(--clay)', stroke: '#8b867b', strokeWidth: 0.7 } as const;
const THIN = { fill: 'none', stroke: 'var(--plum)', strokeWidth: 0.9 } as const;
const Bed = (): ReactNode => <rect x="4" y="36" width="56" height="2.5" fill="#c9c2b2" />;
/** One line of a wall seen from its end or side. */
const Row = ({
  y,
  x = 18,
  w = 28,
  h = 5.6,
}: {
  readonly y: number;
  readonly x?: number;
  readonly w?: number;
  readonly h?: number;
}): ReactNode => <rect x={x} y={y} width={w} height={h} rx={h / 2} {...LINE} />;
const rows = (n: number, at: (k: number) => { x?: number; w?: number } = () => ({})): ReactNode =>
  Array.from({ length: n }, (_, k) => <Row key={k} y={30.4 - 5.6 * k} {...at(k)} />);
const Post = ({ x, top = 8, w = 9 }: { readonly x: number; readonly top?: number; readonly w?: number }): ReactNode => (
  <rect x={x} y={top} width={w} height={36 - top} {...LINE} />
);
const Outline = (): ReactNode => (
  <rect x="16" y="10" width="32" height="26" fill="none" stroke="var(--ink)" strokeDasharray="2.5 2" strokeWidth=".8" />
);

const drawings: Record<DrawnSign, ReactNode> = {
  fine: (
    <>
      {rows(5)}
      <Bed />
    </>
  ),
  gaps: (
    <>
      {[6, 14, 22, 30].map((y) => (
        <rect key={y} x="8" y={y} width="48" height="4.6" rx="2.3" {...LINE} />
      ))}
    </>
  ),
  bulging: (
    <>
      {rows(5, (k) => ({ x: 16 - (k % 2) * 4, w: 32 + (k % 2) * 8 }))}
      <Bed />
    </>
  ),
  strings: (
    <>
      <Post x={12} />
      <Post x={43} />
      <path d="M21 13 Q32 19 43 12 M21 18 Q30 26 43 19 M21 25 Q34 29 43 26" {...THIN} />
      <Bed />
    </>
  ),
  blobs: (
    <>
      {rows(5)}
      <circle cx="17" cy="16" r="3" {...LINE} />
      <circle cx="47" cy="24" r="3.4" {...LINE} />
      <circle cx="46" cy="11" r="2.4" {...LINE} />
      <Bed />
    </>
  ),
  sagging: (
    <>
      <Post x={8} top={12} w={8} />
      <Post x={48} top={12} w={8} />
      <path d="M8 12 H56 V15 Q32 30 8 15 Z" {...LINE} />
      <path d="M16 17 Q32 33 48 17" {...THIN} />
      <Bed />
    </>
  ),
  splitting: (
    <>
      {rows(2)}
      <Row y={17} x={18} />
      <Row y={11.4} x={18} />
      <path d="M17 24 L25 22.6 L33 24.4 L41 22.8 L48 24" {...THIN} />
      <Bed />
    </>
  ),
  lifting: (
    <>
      <path d="M10 36 Q14 30 20 28 L52 30 V14 H10 Z" {...LINE} transform="rotate(-3 52 36)" />
      <path d="M8 35 l4 -4 M8 35 l5 0" {...THIN} />
      <Bed />
    </>
  ),
  foot: (
    <>
      {rows(5, (k) => (k === 0 ? { x: 11, w: 42 } : k === 1 ? { x: 15, w: 34 } : {}))}
      <Bed />
    </>
  ),
  off: (
    <>
      <g transform="rotate(-24 32 24) translate(4 -6)">{rows(4)}</g>
      <Bed />
    </>
  ),
  slumping: (
    <>
      <path d="M22 36 V18 Q22 8 34 7 Q44 8 43 14 Q41 18 42 36 Z" {...LINE} />
      <path d="M34 7 Q45 6 44 15" {...THIN} />
      <Bed />
    </>
  ),
  rough: (
    <>
      <path d="M10 36 V17 l5 -4 4 5 6 -6 5 6 6 -5 5 6 6 -6 4 5 3 -2 V36 Z" {...LINE} />
      <Bed />
    </>
  ),
  ringing: (
    <>
      <path d="M12 36 V10 H20 q2 4 4 0 q2 -3.4 4 0 q2 3 4 0 q2 -2.2 4 0 q2 1.4 4 0 H54 V36 Z" {...LINE} />
      <Bed />
    </>
  ),
  shifted: (
    <>
      {rows(5, (k) => (k > 2 ? { x: 25 } : {}))}
      <Bed />
    </>
  ),
  droop: (
    <>
      <path d="M10 36 V10 H56 Q56 17 50 15 Q42 16 38 20 Q30 26 26 36 Z" {...LINE} />
      <path d="M56 10 Q57 18 50 15.6" {...THIN} />
      <Bed />
    </>
  ),
  coarse: (
    <>
      {[
        [25, 12, 40],
        [14, 18, 28],
        [3, 24, 16],
      ].map(([y, x, w]) => (
        <rect key={y} x={x} y={y} width={w} height="11" rx="4" {...LINE} />
      ))}
      <Bed />
    </>
  ),
  small: (
    <>
      <rect x="20" y="14" width="24" height="22" {...LINE} />
      <Outline />
      <Bed />
    </>
  ),
  large: (
    <>
      <rect x="12" y="6" width="40" height="30" {...LINE} />
      <Outline />
      <Bed />
    </>
  ),
  starved: (
    <>
      {[8, 17, 26].map((y) => (
        <path
          key={y}
          d={`M8 ${y} h14 q4 1.6 8 0 h6 M42 ${y + 1} h3 M50 ${y} h6`}
          fill="none"
          stroke="#8b867b"
          strokeWidth="2.6"
          strokeLinecap="round"
        />
      ))}
    </>
  ),
  ground: (
    <>
      <path d="M27 4 V15 Q33 19 27 24 V37 H37 V4 Z" {...LINE} />
      <circle cx="18" cy="19.5" r="9" fill="none" stroke="var(--ink)" strokeWidth="1" strokeDasharray="2 1.6" />
    </>
  ),
  slow: (
    <>
      <circle cx="32" cy="20" r="14" fill="var(--paper)" stroke="#8b867b" />
      <path d="M32 20 V10 M32 20 H40" stroke="var(--plum)" strokeWidth="1.4" fill="none" />
      <path d="M32 6 A14 14 0 0 1 46 20" fill="none" stroke="var(--plum)" strokeWidth="2.4" />
    </>
  ),
  closed: (
    <>
      <rect x="8" y="8" width="48" height="26" {...LINE} />
      <path d="M17 12 V30 M28 12 V30" stroke="var(--plum)" strokeWidth=".8" />
      <circle cx="43" cy="21" r="1" fill="var(--plum)" />
      <circle cx="43" cy="21" r="6" fill="none" stroke="var(--plum)" strokeDasharray="2 1.4" strokeWidth=".8" />
    </>
  ),
  lost: (
    <>
      <Post x={10} top={12} w={7} />
      <Post x={24} top={14} w={4} />
      <path d="M36 34 V31 M46 35 V33" stroke="#8b867b" strokeWidth="2" />
      <path d="M36 30 V12 M46 32 V12" stroke="var(--plum)" strokeDasharray="2 2" strokeWidth=".8" />
      <Bed />
    </>
  ),
  torn: (
    <>
      {rows(2)}
      <Row y={11} x={20} w={26} />
      <path d="M18 24.5 l5 -4 4 3 5 -5 5 5 4 -3 5 4" {...LINE} />
      <path d="M20 16.6 l5 2.6 4 -2.2 5 3 6 -3.2 6 2" {...THIN} />
      <Bed />
    </>
  ),
  hollow: (
    <>
      <rect x="14" y="8" width="36" height="28" fill="none" stroke="#8b867b" strokeWidth="2.4" />
      <path d="M14 8 L50 36" stroke="#8b867b" strokeWidth=".8" />
      <Bed />
    </>
  ),
  stuck: (
    <>
      {rows(4)}
      <path d="M16 36 q4 5 8 0 q4 5 8 0 q4 5 8 0 q4 5 8 0" {...THIN} />
      <Bed />
    </>
  ),
};

/** What a fault looks like on the part, in miniature. */
export const SignDrawing = ({ sign, width = 64 }: { readonly sign: DrawnSign; readonly width?: number }) => (
  <svg
    viewBox="0 0 64 40"
    width={width}
    height={(width * 40) / 64}
    role="img"
    aria-label={drawnSigns[sign]}
    className="sign"
  >
    {drawings[sign]}
  </svg>
);
