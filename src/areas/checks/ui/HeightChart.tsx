import { layerBins } from './layerBins.ts';
import { HeightFrame, FRAME_HEIGHT } from './HeightFrame.tsx';
import type { MeshLayerRow } from '../../rules/meshReport.ts';
import type { CheckOutcome, Finding } from '../../rules/outcome.ts';
import type { CheckContext } from '../../rules/context.ts';

/** Silhouette, flow, layer time and findings on one ruler of height. */
export function HeightChart({
  outcome,
  sheet,
  onLayer,
  onFix,
}: {
  readonly outcome: CheckOutcome;
  readonly sheet: CheckContext;
  /** Shows the path of a layer, counted from 0. */
  readonly onLayer?: ((layer: number) => void) | undefined;
  /** Does a finding's fix to a copy of the recipe, or to where the part stands. */
  readonly onFix?: ((finding: Finding) => void) | undefined;
}) {
  const areas = outcome.mesh?.layers ?? null;
  // a mesh has a third column, the area of its layers
  const [FLOW_X, FLOW_W, TIME_X, TIME_W] = areas ? [315, 85, 420, 80] : [215, 140, 385, 120];
  const mostArea = areas ? Math.max(1e-9, ...areas.map((l) => l.areaMm2 + l.supportMm2)) * 1.05 : 1;
  const rows = outcome.report.layerRows;
  const bins = layerBins(rows, 230);
  const proof = sheet.proofs['highestFlowMm3PerS'];
  const hardware = sheet.recipe.tool.catalogueFlowMm3PerS;
  const limit = Math.min(proof?.state === 'proven' ? proof.range.max : Infinity, hardware ?? Infinity);
  const mostFlow = Math.max(outcome.report.highestFlowMm3PerS, Number.isFinite(limit) ? limit : 0) * 1.08 || 1;
  const mostTime = Math.max(1e-9, ...bins.map((b) => b.timeS)) * 1.05;
  const minX = Math.min(...bins.map((b) => b.minX));
  const maxX = Math.max(...bins.map((b) => b.maxX));
  const middle = (minX + maxX) / 2;
  const beyond = (f: number): boolean => f > limit * (1 + 1e-9);
  return (
    <HeightFrame
      rows={rows}
      findings={outcome.findings}
      label={`Silhouette, flow and layer time over ${(rows.at(-1)?.zMm ?? 1).toFixed(1)} mm of height`}
      saysLine={!outcome.mesh}
      onLayer={onLayer}
      onFix={onFix}
    >
      {(scale, top) => {
        const perMm = Math.min(140 / (maxX - minX || 1), (FRAME_HEIGHT - 52) / (top || 1));
        return (
          <>
            {Number.isFinite(limit) && (
              <rect
                x={FLOW_X}
                y={scale.y(top)}
                width={(limit / mostFlow) * FLOW_W}
                height={scale.y(0) - scale.y(top)}
                fill="var(--pine)"
                opacity=".08"
              />
            )}
            {bins.map((b) => {
              const y = scale.y(b.toMm);
              const h = Math.max(0.7, scale.y(b.fromMm) - y);
              return (
                <g key={b.toMm}>
                  {Number.isFinite(b.minX) && (
                    <rect
                      x={125 + (b.minX - middle) * perMm}
                      y={y}
                      width={(b.maxX - b.minX) * perMm}
                      height={h + 0.3}
                      fill={beyond(b.flow) ? 'var(--oxide-clay)' : 'var(--clay)'}
                    />
                  )}
                  <rect
                    x={FLOW_X}
                    y={y}
                    width={(b.flow / mostFlow) * FLOW_W}
                    height={h > 4 ? h - 1 : h + 0.3}
                    fill={beyond(b.flow) ? 'var(--oxide)' : 'var(--dim)'}
                  />
                  <rect
                    x={TIME_X}
                    y={y}
                    width={(b.timeS / mostTime) * TIME_W}
                    height={h > 4 ? h - 1 : h + 0.3}
                    fill="#9a968c"
                  />
                </g>
              );
            })}
            {areas && <LayerAreas layers={areas} most={mostArea} y={scale.y} />}
            {Number.isFinite(limit) && (
              <>
                <line
                  x1={FLOW_X + (limit / mostFlow) * FLOW_W}
                  x2={FLOW_X + (limit / mostFlow) * FLOW_W}
                  y1={scale.y(top) - 4}
                  y2={scale.y(0) + 4}
                  stroke="var(--pine)"
                  strokeWidth="1.5"
                />
                <text x={FLOW_X + (limit / mostFlow) * FLOW_W} y={scale.y(0) + 16} textAnchor="middle" className="n">
                  {limit.toFixed(1)}
                </text>
              </>
            )}
            <text x={areas ? 70 : 90} y={FRAME_HEIGHT + 14}>
              silhouette
            </text>
            <text x={FLOW_X} y={FRAME_HEIGHT + 14}>
              {areas ? 'flow, mm³/s' : 'maximum flow, mm³/s'}
            </text>
            <text x={TIME_X} y={FRAME_HEIGHT + 14}>
              {areas ? 'time' : 'layer time'}, up to {(mostTime / 1.05).toFixed(0)} s
            </text>
          </>
        );
      }}
    </HeightFrame>
  );
}

const AREA_X = 205;
const AREA_W = 90;
/** Area of every layer as a curve, its support as a second one outside it. */
function LayerAreas({
  layers,
  most,
  y,
}: {
  readonly layers: readonly MeshLayerRow[];
  readonly most: number;
  readonly y: (mm: number) => number;
}) {
  const x = (mm2: number): string => (AREA_X + (mm2 / most) * AREA_W).toFixed(1);
  const line = (of: (l: MeshLayerRow) => number): string =>
    `M${AREA_X} ${y(0).toFixed(1)}${layers.map((l, k) => `L${x(of(l))} ${y(layers[k - 1]?.zMm ?? 0).toFixed(1)}L${x(of(l))} ${y(l.zMm).toFixed(1)}`).join('')}L${AREA_X} ${y(layers[layers.length - 1]?.zMm ?? 0).toFixed(1)}Z`;
  const largest = Math.max(...layers.map((l) => l.areaMm2));
  return (
    <>
      {layers.some((l) => l.supportMm2 > 0) && (
        <path d={line((l) => l.areaMm2 + l.supportMm2)} fill="none" stroke="var(--dim)" strokeDasharray="3 2" />
      )}
      <path d={line((l) => l.areaMm2)} fill="var(--clay)" stroke="var(--ink)" strokeWidth=".7" />
      {layers
        .filter((l) => l.floatingMm2 > 0)
        .map((l) => (
          <path key={l.zMm} d={`M${AREA_X - 9} ${y(l.zMm)}l8 -4v8z`} fill="var(--oxide)" />
        ))}
      <text x={AREA_X} y={FRAME_HEIGHT + 14}>
        area, to {largest.toFixed(0)} mm²
      </text>
    </>
  );
}
