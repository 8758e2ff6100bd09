import { Box, NumberInput } from '@mantine/core';
import { useState } from 'react';
import { doseMjPerCm2 } from '../../../core/resin/dose.ts';
import { sketchedPull } from '../../../core/resin/pull.ts';
import { countDelay, layerParts, motionS, printSequence, type LayerPart } from '../../../core/resin/sequence.ts';
import { formatDuration } from '../../../core/units/format.ts';
import { motionMissing, motionOf } from '../model/resinMotion.ts';
import { numberOf, type Values } from '../settings/define.ts';

const WIDTH = 250;
const HEIGHT = 96;
const LEFT = 26;
const PULL_STEPS = 16;
/** The sketch of the pull is so high at its peak, whatever it is: it has no scale. */
const PULL_HIGH = 30;
/** Kinds of part by pattern and tone, named beside the bar. */
const TONES: Readonly<Record<LayerPart['name'], string>> = {
  exposure: 'var(--plum)',
  'pause before lift': 'var(--clay)',
  lift: '#8fa3a0',
  'pause at the top': 'var(--clay)',
  return: '#5f7a76',
  'pause before exposure': 'var(--clay)',
};
const s1 = (v: number): string => `${v.toFixed(v < 10 ? 2 : 1)} s`;

/** Where a layer's time goes, drawn over time: the plate's way up and down above, light and pauses below; and the whole print by its height. */
export function LayerTimePanel({ values: v }: { readonly values: Values }) {
  const [heightMm, setHeight] = useState<number | string>(40);
  const motion = motionOf(v);
  const exposureS = numberOf(v, 'exposureS');
  const missing = motionMissing(motion) ?? (exposureS === null ? 'there is no exposure' : null);
  if (missing)
    return (
      <>
        <h3>Time of a layer</h3>
        <p className="hint">Cannot be told: {missing}.</p>
      </>
    );
  const parts = layerParts(exposureS!, motion);
  const totalS = parts.reduce((s, p) => s + p.s, 0);
  const layerMm = numberOf(v, 'resinLayerMm');
  const light = numberOf(v, 'irradianceMwPerCm2');
  const print =
    layerMm !== null && Number(heightMm) > 0
      ? printSequence(
          Number(heightMm),
          layerMm,
          {
            bottomS: numberOf(v, 'exposureBottomS') ?? exposureS!,
            normalS: exposureS!,
            bottomLayers: numberOf(v, 'bottomLayers') ?? 0,
            transitionLayers: numberOf(v, 'transitionLayers') ?? 0,
          },
          motion,
        )
      : null;
  const delayS = numberOf(v, 'importedDelayS');
  const counting = v['delayCounting'] === 'from light-off' ? 'from light-off' : 'after the motion';
  const delay = delayS === null ? null : countDelay(delayS, motionS(motion), counting);
  return (
    <section aria-label="Time of a layer">
      <h3>Time of a layer</h3>
      <MotionDrawing
        parts={parts}
        stages={[...motion.lift.map((x) => x.mm), ...motion.return.map((x) => -x.mm)]}
        totalS={totalS}
      />
      <Box component="p" className="hint" mb={4}>
        Line: the plate. Dashed: pull of the film, then press of the resin; a sketch without scale, not measured.
      </Box>
      <dl className="kv">
        {parts.map((p) => [
          <dt key={`${p.name}${p.stage ?? ''}`}>
            <i className="swatch" style={{ background: TONES[p.name] }} /> {p.name}
            {p.stage && parts.some((q) => q.name === p.name && q.stage !== p.stage) ? `, stage ${p.stage}` : ''}
          </dt>,
          <dd key={`${p.name}${p.stage ?? ''}v`}>
            {s1(p.s)}
            {p.name === 'exposure' && light !== null && ` · ${doseMjPerCm2(light, p.s).toFixed(1)} mJ/cm²`}
          </dd>,
        ])}
        <dt>
          <b>a layer</b>
        </dt>
        <dd>
          <b>{s1(totalS)}</b>
        </dd>
      </dl>
      {delay && (
        <p className="hint">
          {delay.isIdle
            ? `The imported delay of ${s1(delayS!)} does nothing: the motion takes ${s1(motionS(motion))} already.`
            : `The imported delay comes to ${s1(delay.darkS)} in the dark, ${s1(delay.waitS)} of it waiting.`}
        </p>
      )}
      <NumberInput
        size="xs"
        label="Height of a print"
        suffix=" mm"
        min={0}
        max={1000}
        value={heightMm}
        onChange={setHeight}
        mt={8}
      />
      {print && (
        <Box component="p" className="hint" mt={4}>
          {print.layers} layers, {formatDuration(print.totalS)} without preparation, however many parts share the plate:{' '}
          {print.bottomLayers} at the bottom
          {print.transition.length > 0 && `, then ${print.transition.map((t) => t.toFixed(1)).join(' ')} s`}, then{' '}
          {s1(exposureS!)} each.
        </Box>
      )}
    </section>
  );
}

function MotionDrawing({
  parts,
  stages,
  totalS,
}: {
  readonly parts: readonly LayerPart[];
  readonly stages: readonly number[];
  readonly totalS: number;
}) {
  const top = stages.filter((mm) => mm > 0).reduce((s, mm) => s + mm, 0);
  const x = (s: number): number => LEFT + (s / totalS) * (WIDTH - LEFT - 4);
  const y = (mm: number): number => 66 - (mm / top) * 54;
  let at = 0;
  let height = 0;
  let stage = 0;
  const pulls: (readonly [s: number, pull: number])[] = [];
  const path = [`M${x(0)} ${y(0)}`];
  const bars = parts.map((p) => {
    const from = at;
    at += p.s;
    if (p.name === 'lift' || p.name === 'return') {
      const mm = stages[stage++]!;
      for (let k = 0; k <= PULL_STEPS; k++) {
        const share = k / PULL_STEPS;
        pulls.push([from + share * p.s, sketchedPull(height + share * mm, mm / p.s)]);
      }
      height += mm;
    } else pulls.push([from, 0], [at, 0]);
    path.push(`L${x(at)} ${y(height)}`);
    return { ...p, from };
  });
  const most = Math.max(1e-9, ...pulls.map(([, pull]) => Math.abs(pull)));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label={`One layer of ${totalS.toFixed(2)} s: the plate rises ${top} mm and comes back`}
    >
      <line x1={LEFT} x2={WIDTH - 4} y1={y(0)} y2={y(0)} stroke="var(--line)" />
      <text x={LEFT - 4} y={y(0) + 3} textAnchor="end" className="tiny">
        0
      </text>
      <text x={LEFT - 4} y={y(top) + 3} textAnchor="end" className="tiny">
        {top}
      </text>
      <text x={LEFT - 4} y={y(top / 2) + 3} textAnchor="end" className="tiny">
        mm
      </text>
      <path d={path.join('')} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
      <path
        d={pulls
          .map(
            ([s, pull], i) =>
              `${i === 0 ? 'M' : 'L'}${x(s).toFixed(1)} ${(y(0) - (pull / most) * PULL_HIGH).toFixed(1)}`,
          )
          .join('')}
        fill="none"
        stroke="var(--plum)"
        strokeDasharray="3 2"
      >
        <title>
          pull of the film on the layer, and press of the resin on the way down: a sketch, relative, not measured
        </title>
      </path>
      {bars.map((b) => (
        <rect
          key={`${b.name}${b.stage ?? ''}`}
          x={x(b.from)}
          y={72}
          width={Math.max(0.5, x(b.from + b.s) - x(b.from))}
          height={10}
          fill={TONES[b.name]}
        >
          <title>{`${b.name} ${b.s.toFixed(2)} s`}</title>
        </rect>
      ))}
      <text x={LEFT} y={93} className="tiny">
        0 s
      </text>
      <text x={WIDTH - 4} y={93} textAnchor="end" className="tiny">
        {totalS.toFixed(1)} s
      </text>
    </svg>
  );
}
