import css from './HeightChart.module.css';
import { Box, Button, UnstyledButton } from '@mantine/core';
import { useLayoutEffect, useRef, useState } from 'react';
import { HeightRuler } from '../../../ui/HeightRuler.tsx';
import { heightScale } from '../../../ui/heightScale.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import { fixText } from '../model/applyFix.ts';
import type { MeshLayerRow } from '../../rules/meshReport.ts';
import type { CheckOutcome, Finding } from '../../rules/outcome.ts';
import type { CheckContext } from '../../rules/context.ts';
import { layerBins, spread } from './layerBins.ts';

const HEIGHT = 560;
const CARD = 46;
const WIDTH = 990;
const markOf = { blocker: 'outside', caution: 'due', note: 'note' } as const;

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
  readonly onLayer?: (layer: number) => void;
  /** Does a finding's fix to a copy of the recipe, or to where the part stands. */
  readonly onFix?: (finding: Finding) => void;
}) {
  const [open, setOpen] = useState<number | null>(null);
  const areas = outcome.mesh?.layers ?? null;
  // a mesh has a third column, the area of its layers
  const [FLOW_X, FLOW_W, TIME_X, TIME_W] = areas ? [315, 85, 420, 80] : [215, 140, 385, 120];
  const mostArea = areas ? Math.max(1e-9, ...areas.map((l) => l.areaMm2 + l.supportMm2)) * 1.05 : 1;
  const rows = outcome.report.layerRows;
  const top = rows.length > 0 ? rows[rows.length - 1]!.zMm : 1;
  const scale = heightScale(top, HEIGHT, 26);
  const bins = layerBins(rows, 230);
  const proof = sheet.proofs['highestFlowMm3PerS'];
  const hardware = sheet.recipe.tool.catalogueFlowMm3PerS;
  const limit = Math.min(proof?.state === 'proven' ? proof.range.max : Infinity, hardware ?? Infinity);
  const mostFlow = Math.max(outcome.report.highestFlowMm3PerS, Number.isFinite(limit) ? limit : 0) * 1.08 || 1;
  const mostTime = Math.max(1e-9, ...bins.map((b) => b.timeS)) * 1.05;
  const minX = Math.min(...bins.map((b) => b.minX));
  const maxX = Math.max(...bins.map((b) => b.maxX));
  const middle = (minX + maxX) / 2;
  const perMm = Math.min(140 / (maxX - minX || 1), (HEIGHT - 52) / (top || 1));
  const findings = [...outcome.findings].sort((a, b) => heightOf(b, top) - heightOf(a, top));
  const cards = useRef<(HTMLDivElement | null)[]>([]);
  const [measured, setMeasured] = useState<readonly number[]>([]);
  // a card is as high as what it says; where it changed, the others move
  useLayoutEffect(() => {
    const now = findings.map((_, i) => cards.current[i]?.offsetHeight ?? CARD);
    if (now.some((px, i) => px !== measured[i])) setMeasured(now);
  });
  const heights = findings.map((_, i) => measured[i] ?? CARD);
  const tops = spread(
    findings.map((f) => scale.y(heightOf(f, top)) - CARD / 2),
    heights,
    HEIGHT - 4,
  );
  const tall = Math.max(HEIGHT, ...tops.map((t, i) => t + heights[i]! + 8));
  const beyond = (f: number): boolean => f > limit * (1 + 1e-9);
  return (
    <div className="wide">
      <div className="sheet" style={{ height: tall + 30, minWidth: 900 }}>
        <svg
          width={WIDTH}
          height={HEIGHT + 26}
          className={css.ground}
          role="img"
          aria-label={`Silhouette, flow and layer time over ${top.toFixed(1)} mm of height`}
        >
          <HeightRuler scale={scale} width={530} />
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
          <text x={areas ? 70 : 90} y={HEIGHT + 14}>
            silhouette
          </text>
          <text x={FLOW_X} y={HEIGHT + 14}>
            {areas ? 'flow, mm³/s' : 'maximum flow, mm³/s'}
          </text>
          <text x={TIME_X} y={HEIGHT + 14}>
            {areas ? 'time' : 'layer time'}, up to {(mostTime / 1.05).toFixed(0)} s
          </text>
          {findings.map((f, i) => (
            <path
              key={i}
              d={`M510 ${scale.y(heightOf(f, top))} H530 L560 ${tops[i]! + CARD / 2 - 8} H575`}
              fill="none"
              stroke={
                f.severity === 'blocker' ? 'var(--oxide)' : f.severity === 'caution' ? 'var(--ochre)' : 'var(--dim)'
              }
            />
          ))}
        </svg>
        {findings.map((f, i) => (
          <div
            key={`${f.rule}${i}`}
            ref={(card) => {
              cards.current[i] = card;
            }}
            className="found"
            data-s={f.severity}
            data-rule={f.rule}
            style={{ top: tops[i], minHeight: CARD, left: 575, right: 12, width: 'auto' }}
          >
            <UnstyledButton aria-expanded={open === i} onClick={() => setOpen(open === i ? null : i)}>
              <StateMark mark={markOf[f.severity]} />
              <span>
                {f.head !== undefined && <b>Head {f.head}: </b>}
                {f.title}
                <br />
                <span className="hint f">{f.figure}</span>
              </span>
              <Box component="span" className="hint" ta="right" maw={130}>
                {f.zMm === null ? f.stage : `${f.zMm.toFixed(1)} mm`}
              </Box>
            </UnstyledButton>
            {open === i && (
              <dl className="kv">
                <dt>{f.severity}</dt>
                <dd>{f.rule}</dd>
                <dt>limit</dt>
                <dd>{f.limit}</dd>
                <dt>origin</dt>
                <Box component="dd" ff="inherit">
                  {f.origin}
                </Box>
                {f.line !== null && !outcome.mesh && (
                  <>
                    <dt>place</dt>
                    <dd>
                      line {f.line}
                      {f.layer !== null && `, layer ${f.layer}`}
                    </dd>
                  </>
                )}
                <dt>fix</dt>
                <Box component="dd" ff="inherit">
                  <b>{f.fix}</b>
                  {onFix && f.change && (
                    <Box my={4} mx={0}>
                      <Button variant="default" onClick={() => onFix(f)}>
                        Apply to a copy
                      </Button>{' '}
                      <span className="hint">{fixText(f.change)}</span>
                    </Box>
                  )}
                  {onLayer && f.zMm !== null && (
                    <>
                      {' '}
                      ·{' '}
                      <Button variant="subtle" size="compact-xs" onClick={() => onLayer(layerAt(rows, f.zMm!))}>
                        show layer
                      </Button>
                    </>
                  )}
                  {f.trialId && (
                    <>
                      {' '}
                      · <a href={`/trials/${f.trialId}`}>evidence</a>
                    </>
                  )}
                </Box>
              </dl>
            )}
          </div>
        ))}
        {findings.length === 0 && (
          <Box component="p" className="hint" pos="absolute" left={580} top={30}>
            No findings. Every rule that could run passed.
          </Box>
        )}
      </div>
    </div>
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
      <text x={AREA_X} y={HEIGHT + 14}>
        area, to {largest.toFixed(0)} mm²
      </text>
    </>
  );
}

/** Layer that reaches a height, from 0. */
function layerAt(rows: readonly { readonly zMm: number }[], zMm: number): number {
  const found = rows.findIndex((r) => r.zMm >= zMm - 1e-6);
  return found < 0 ? rows.length - 1 : found;
}

function heightOf(f: Finding, top: number): number {
  return f.zMm ?? (f.stage === 'end' ? top : 0);
}
