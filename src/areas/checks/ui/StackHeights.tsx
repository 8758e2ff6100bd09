import type { StackRow } from '../../../core/resin/stackReport.ts';
import type { Finding, StackOutcome } from '../../rules/outcome.ts';
import { HeightFrame, FRAME_HEIGHT } from './HeightFrame.tsx';

const [AREA_X, AREA_W, LIGHT_X, LIGHT_W, DARK_X, DARK_W] = [70, 180, 290, 90, 410, 80];
const MOST_BINS = 230;

interface Bin {
  readonly fromMm: number;
  readonly toMm: number;
  readonly areaMm2: number;
  readonly cupMm2: number;
  readonly islands: number;
  readonly lightS: number;
  readonly darkS: number;
}
/** Layers gathered for drawing: the largest area, all islands, the longest light of each. */
function binsOf(rows: readonly StackRow[]): readonly Bin[] {
  const per = Math.max(1, Math.ceil(rows.length / MOST_BINS));
  return Array.from({ length: Math.ceil(rows.length / per) }, (_, i) => {
    const part = rows.slice(i * per, (i + 1) * per);
    const most = (of: (r: StackRow) => number): number => Math.max(...part.map(of));
    return {
      fromMm: rows[i * per - 1]?.zMm ?? 0,
      toMm: part.at(-1)!.zMm,
      areaMm2: most((r) => r.areaMm2),
      cupMm2: most((r) => r.cupMm2),
      islands: part.reduce((sum, r) => sum + r.islands, 0),
      lightS: most((r) => r.lightS),
      darkS: most((r) => r.darkS),
    };
  });
}

/** Area of every layer with what the film closes of it, islands, light and dark time, and findings on one ruler of height. */
export function StackHeights({
  outcome,
  onLayer,
  onFix,
}: {
  readonly outcome: StackOutcome;
  readonly onLayer?: ((layer: number) => void) | undefined;
  /** Does a finding's fix to a copy of the recipe. */
  readonly onFix?: ((finding: Finding) => void) | undefined;
}) {
  const { rows } = outcome.stack;
  const bins = binsOf(rows);
  const [area, light, dark] = [
    Math.max(1e-9, ...bins.map((b) => b.areaMm2)),
    Math.max(1e-9, ...bins.map((b) => b.lightS)),
    Math.max(1e-9, ...bins.map((b) => b.darkS)),
  ];
  return (
    <HeightFrame
      rows={rows}
      findings={outcome.findings}
      label={`Area, light and dark time of each layer over ${(rows.at(-1)?.zMm ?? 1).toFixed(1)} mm of height`}
      saysLine={false}
      onLayer={onLayer}
      onFix={onFix}
    >
      {(scale) => (
        <>
          {bins.map((b) => {
            const y = scale.y(b.toMm);
            const h = Math.max(0.7, scale.y(b.fromMm) - y) + 0.3;
            return (
              <g key={b.toMm} shapeRendering="crispEdges">
                <rect x={AREA_X} y={y} width={(b.areaMm2 / area) * AREA_W} height={h} fill="var(--clay)" />
                {b.cupMm2 > 0 && (
                  <rect
                    x={AREA_X + (b.areaMm2 / area) * AREA_W}
                    y={y}
                    width={Math.max(1.5, (b.cupMm2 / area) * AREA_W)}
                    height={h}
                    fill="var(--ochre)"
                  />
                )}
                {b.islands > 0 && <path d={`M${AREA_X - 9} ${y + h / 2}l8 -4v8z`} fill="var(--oxide)" />}
                <rect x={LIGHT_X} y={y} width={(b.lightS / light) * LIGHT_W} height={h} fill="var(--dim)" />
                <rect x={DARK_X} y={y} width={(b.darkS / dark) * DARK_W} height={h} fill="#9a968c" />
              </g>
            );
          })}
          <text x={AREA_X} y={FRAME_HEIGHT + 14}>
            area, to {area.toFixed(0)} mm²
          </text>
          {bins.some((b) => b.cupMm2 > 0) && (
            <>
              <rect x={AREA_X + 100} y={FRAME_HEIGHT + 6} width={8} height={8} fill="var(--ochre)" />
              <text x={AREA_X + 112} y={FRAME_HEIGHT + 14}>
                closed by the film
              </text>
            </>
          )}
          <text x={LIGHT_X} y={FRAME_HEIGHT + 14}>
            light, to {light.toFixed(1)} s
          </text>
          <text x={DARK_X} y={FRAME_HEIGHT + 14}>
            dark, to {dark.toFixed(1)} s
          </text>
        </>
      )}
    </HeightFrame>
  );
}
