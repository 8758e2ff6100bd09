import css from './HeightFrame.module.css';
import { Box, Button, UnstyledButton } from '@mantine/core';
import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { HeightRuler } from '../../../ui/HeightRuler.tsx';
import { heightScale } from '../../../ui/heightScale.ts';
import { StateMark } from '../../../ui/StateMark.tsx';
import { fixText } from '../model/applyFix.ts';
import type { Finding } from '../../rules/outcome.ts';
import { spread } from './layerBins.ts';

export const FRAME_HEIGHT = 560;
const CARD = 46;
const WIDTH = 990;
const markOf = { blocker: 'outside', caution: 'due', note: 'note' } as const;
export type HeightScale = ReturnType<typeof heightScale>;

/** Columns and findings on one ruler of height. */
export function HeightFrame({
  rows,
  findings: unsorted,
  label,
  children,
  saysLine,
  onLayer,
  onFix,
}: {
  /** Layers from the lowest. */
  readonly rows: readonly { readonly zMm: number }[];
  readonly findings: readonly Finding[];
  readonly label: string;
  /** What is drawn along the ruler. */
  readonly children: (scale: HeightScale, top: number) => ReactNode;
  /** Findings name the line of the program. */
  readonly saysLine: boolean;
  /** Shows a layer, counted from 0. */
  readonly onLayer?: ((layer: number) => void) | undefined;
  /** Does a finding's fix to a copy of the recipe, or to where the part stands. */
  readonly onFix?: ((finding: Finding) => void) | undefined;
}) {
  const [open, setOpen] = useState<number | null>(null);
  const top = rows.length > 0 ? rows[rows.length - 1]!.zMm : 1;
  const scale = heightScale(top, FRAME_HEIGHT, 26);
  const findings = [...unsorted].sort((a, b) => heightOf(b, top) - heightOf(a, top));
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
    FRAME_HEIGHT - 4,
  );
  const tall = Math.max(FRAME_HEIGHT, ...tops.map((t, i) => t + heights[i]! + 8));
  return (
    <div className="wide">
      <div className="sheet" style={{ height: tall + 30, minWidth: 900 }}>
        <svg width={WIDTH} height={FRAME_HEIGHT + 26} className={css.ground} role="img" aria-label={label}>
          <HeightRuler scale={scale} width={530} />
          {children(scale, top)}
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
                {f.line !== null && saysLine && (
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

/** Layer that reaches a height, from 0. */
function layerAt(rows: readonly { readonly zMm: number }[], zMm: number): number {
  const found = rows.findIndex((r) => r.zMm >= zMm - 1e-6);
  return found < 0 ? rows.length - 1 : found;
}

function heightOf(f: Finding, top: number): number {
  return f.zMm ?? (f.stage === 'end' ? top : 0);
}
