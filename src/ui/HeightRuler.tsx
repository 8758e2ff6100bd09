import type { HeightScale } from './heightScale.ts';

/** Ruler figures at the left and one faint line per tick across everything that shares it. */
export function HeightRuler({ scale, width }: { readonly scale: HeightScale; readonly width: number }) {
  return (
    <g>
      <text x="18" y="10" className="d">
        mm
      </text>
      {scale.ticks.map((t) => (
        <g key={t}>
          <line x1="50" x2={width} y1={scale.y(t)} y2={scale.y(t)} stroke="var(--lime2)" />
          <text x="42" y={scale.y(t) + 4} textAnchor="end" className="n d">
            {t}
          </text>
        </g>
      ))}
    </g>
  );
}
