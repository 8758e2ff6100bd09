import { useState } from 'react';
import { formatFigure } from '../../../core/units/format.ts';
import type { Band, ChartData, Feature, Shape } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import { NECKS_MM } from '../kinds/neckStrength/index.ts';
import type { TrialPage } from '../model/pages.ts';
import { PlacePanel } from './PlacePanel.tsx';
import { ReadingField } from './ReadingField.tsx';
import { ReadingNotes } from './ReadingNotes.tsx';
import { placeKey, useReadings, type PlaceKey } from './useReadings.ts';

const ROW = 46;
const LEFT = 56;
const DRAWING = 150;
const CHART = 330;
const FIELD = 74;
/** Where many places are read of each band, their fields take the room of the drawing. */
const MOST_BESIDE_DRAWING = 5;
const NARROW_FIELD = 60;
const NARROW_CHART = 250;
const TOP = 34;
const FOOT = 34;

/** The bands of a coupon from the bottom up: drawing, readings and chart on one vertical axis, so that a band, its reading and its
 *  point lie on one line. */
export function BandSheet({
  trial: t,
  mayChange,
  onKept,
}: {
  readonly trial: TrialPage;
  readonly mayChange: boolean;
  readonly onKept: () => void;
}) {
  const kind = kindOf(t.kind);
  const { bands, shapes } = t.plan;
  const readings = useReadings(t, mayChange, onKept);
  const [spot, setSpot] = useState<PlaceKey | null>(null);
  const here = spot === null ? null : Number(spot.split('/')[0]) - 1;
  const isTower = bands.some((b) => b.toMm > b.fromMm);
  const height = bands.length * ROW;
  const y = (index: number): number => TOP + height - (index + 1) * ROW;
  const second = t.readings.some((r) => kind.features.some((f) => f.key === r.feature && r.repeat > f.repeats));
  const [withSecond, setSecond] = useState(false);
  const repeats = (f: Feature): number[] =>
    Array.from({ length: f.repeats + (second || withSecond ? 1 : 0) }, (_, k) => k + 1);
  const columns = kind.features.flatMap((f) => repeats(f).map((n) => ({ f, n })));
  const isWide = !isTower && columns.length > MOST_BESIDE_DRAWING;
  const drawing = isWide ? 0 : DRAWING;
  const chartWidth = isWide ? NARROW_CHART : CHART;
  const order: PlaceKey[] = bands.flatMap((_, i) =>
    kind.features
      .filter((f) => !f.isOptional)
      .flatMap((f) => Array.from({ length: f.repeats }, (_x, k) => placeKey(i + 1, f.key, k + 1))),
  );
  const everyPlace: PlaceKey[] = bands.flatMap((_, i) =>
    kind.features.flatMap((f) => Array.from({ length: f.repeats }, (_x, k) => placeKey(i + 1, f.key, k + 1))),
  );
  const show = (b: Band): string => formatFigure(b.value, kind.axis!.quantity);
  const nameOf = (key: PlaceKey | null): string => {
    const [band, feature] = (key ?? '').split('/');
    const b = bands[Number(band) - 1];
    return b ? `${kind.axis!.label} ${show(b)}, ${kind.features.find((f) => f.key === feature)?.label ?? feature}` : '';
  };
  const reached = t.state === 'interrupted' ? (t.progress?.zMm ?? 0) : Infinity;
  return (
    <>
      <div className="bandsheet" style={{ height: TOP + height + FOOT }}>
        <svg
          className="bands-drawing"
          width={LEFT + drawing + 62}
          height={TOP + height + FOOT}
          role="img"
          aria-label={`Coupon of ${bands.length} bands, ${kind.axis!.label} ${show(bands[0]!)} to ${show(bands[bands.length - 1]!)}`}
        >
          <text x={LEFT} y="12" className="d">
            {isWide ? '' : 'coupon, '}
            {kind.axis!.label}
            {isWide ? ', ' : ' in '}
            {formatUnit(kind.axis!.quantity)}
          </text>
          {bands.map((b, i) => (
            <g key={b.value}>
              {here === i && (
                <rect x="0" y={y(i)} width={LEFT + drawing + 62} height={ROW} fill="var(--plum)" opacity=".08" />
              )}
              {isTower && (
                <>
                  <line x1={LEFT - 6} x2={LEFT + DRAWING} y1={y(i) + ROW} y2={y(i) + ROW} stroke="var(--lime2)" />
                  <text x={LEFT - 10} y={y(i) + ROW + 4} textAnchor="end" className="n d">
                    {formatFigure(b.fromMm, 'length', 1)}
                  </text>
                </>
              )}
              {isTower ? (
                <BandDrawing
                  shapes={shapes}
                  band={b}
                  ordinal={i + 1}
                  y={y(i)}
                  strings={meanOf(t, i + 1, 'strings')}
                  sag={meanOf(t, i + 1, 'sagMm') ?? meanOf(t, i + 1, 'droopMm')}
                  isMade={b.toMm <= reached + 1e-6}
                />
              ) : (
                <>
                  <text x={LEFT - 10} y={y(i) + ROW / 2 + 4} textAnchor="end" className="n d">
                    no. {i + 1}
                  </text>
                  {!isWide && (
                    <RowDrawing
                      kind={kind.key}
                      value={b.value}
                      most={Math.max(...bands.map((x) => x.value))}
                      reading={meanOf(t, i + 1, kind.features[0]!.key)}
                      y={y(i)}
                    />
                  )}
                </>
              )}
              <text x={LEFT + drawing + 8} y={y(i) + ROW / 2 + 4} className="n" fontWeight="700">
                {show(b)}
              </text>
            </g>
          ))}
          {isTower && <rect x={LEFT - 8} y={TOP + height} width={DRAWING + 16} height="6" fill="#c9c2b2" />}
        </svg>
        <div
          className="bands-fields"
          style={{
            gridTemplateColumns: `auto repeat(${columns.length}, minmax(min(${isWide ? NARROW_FIELD : FIELD}px, 16vw), 1fr))`,
            gridTemplateRows: `${TOP}px repeat(${bands.length}, ${ROW}px)`,
          }}
        >
          {columns.map(({ f, n }, c) => (
            <span key={`${f.key}${n}`} className="hint head" title={f.how} style={{ gridRow: 1, gridColumn: c + 2 }}>
              {f.label}
              {f.unit && <small> {f.unit}</small>}
              {n > f.repeats ? <small> 2nd person</small> : f.repeats > 1 ? <small> {n}</small> : null}
            </span>
          ))}
          {bands
            .map((_, k) => bands.length - 1 - k)
            .map((i) => [
              <b key={`${i}name`} className="bandname f" style={{ gridRow: bands.length - i + 1, gridColumn: 1 }}>
                {show(bands[i]!)}
              </b>,
              ...columns.map(({ f, n }, c) => {
                const key = placeKey(i + 1, f.key, n);
                return (
                  <ReadingField
                    key={key}
                    place={key}
                    label={`${f.label}, ${kind.axis!.label} ${show(bands[i]!)}${n > 1 ? `, reading ${n}` : ''}`}
                    style={{ gridRow: bands.length - i + 1, gridColumn: c + 2 }}
                    readings={readings}
                    mayChange={mayChange && bands[i]!.toMm <= reached + 1e-6}
                    order={order}
                    onFocus={() => setSpot(key)}
                    up={i + 1 < bands.length ? placeKey(i + 2, f.key, n) : undefined}
                    down={i > 0 ? placeKey(i, f.key, n) : undefined}
                  />
                );
              }),
            ])}
        </div>
        {t.analysis?.chart ? (
          <BandChart chart={t.analysis.chart} bands={bands} y={y} height={height} here={here} width={chartWidth} />
        ) : (
          <p className="hint bands-chart" style={{ paddingTop: TOP + 20, width: chartWidth }}>
            The curve comes with the readings. {t.refusal}
          </p>
        )}
      </div>
      <PlacePanel
        trial={t}
        place={spot}
        name={nameOf(spot)}
        readings={readings}
        mayChange={mayChange && (spot === null || bands[here!]!.toMm <= reached + 1e-6)}
      />
      <ReadingNotes trialId={t.id} readings={readings} mayChange={mayChange} order={everyPlace} nameOf={nameOf} />
      {mayChange && !second && !withSecond && (
        <p>
          <button className="plain" onClick={() => setSecond(true)}>
            A second person reads too
          </button>
        </p>
      )}
    </>
  );
}

const formatUnit = (quantity: string): string =>
  ({
    temperature: '°C',
    length: 'mm',
    volumetricFlow: 'mm³/s',
    angle: '°',
    acceleration: 'mm/s²',
    slowSpeed: 'mm/s',
    fineTime: 's',
    time: 's',
  })[quantity] ?? quantity;
const meanOf = (t: TrialPage, band: number, feature: string): number | null => {
  const of = t.readings.filter((r) => r.band === band && r.feature === feature);
  return of.length > 0 ? of.reduce((s, r) => s + r.value, 0) / of.length : null;
};

/** One band of the coupon, stretched to its row; what was read is drawn into it: hairs as counted, the bridge as it hangs. */
function BandDrawing({
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
function RowDrawing({
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

/** Readings against the bands, lying on the bands' own axis. */
function BandChart({
  chart,
  bands,
  y,
  height,
  here,
  width,
}: {
  readonly chart: ChartData;
  readonly bands: readonly Band[];
  readonly y: (i: number) => number;
  readonly height: number;
  readonly here: number | null;
  readonly width: number;
}) {
  const ys = [
    ...chart.points.map((p) => p.y),
    ...(chart.curve ?? []).map(([, v]) => v),
    ...(chart.level === undefined ? [] : [chart.level]),
  ].filter(Number.isFinite);
  const low = Math.min(chart.yFrom ?? 0, ...ys);
  const high = Math.max(...ys, low + 1e-9) * 1.05;
  const X = (v: number): number => 16 + ((v - low) / (high - low)) * (width - 60);
  const values = bands.map((b) => b.value);
  const rising = values[values.length - 1]! >= values[0]!;
  const Y = (value: number): number => {
    // between the middles of neighbouring bands
    const sorted = values.map((v, i) => ({ v, at: y(i) + ROW / 2 })).sort((a, b) => a.v - b.v);
    const k = Math.max(
      1,
      Math.min(
        sorted.length - 1,
        sorted.findIndex((s) => s.v >= value) === -1
          ? sorted.length - 1
          : Math.max(
              1,
              sorted.findIndex((s) => s.v >= value),
            ),
      ),
    );
    const a = sorted[k - 1]!;
    const b = sorted[k]!;
    return a.at + ((value - a.v) / (b.v - a.v)) * (b.at - a.at);
  };
  const inside = (v: number): number => Math.min(Math.max(Y(v), TOP), TOP + height);
  const step =
    [0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20, 50].find((s) => (high - low) / s <= 5) ?? 100;
  const first = Math.ceil(low / step - 1e-9);
  const ticks = Array.from({ length: Math.floor(high / step + 1e-9) - first + 1 }, (_, k) => (first + k) * step);
  return (
    <svg
      className="bands-chart"
      width={width}
      height={TOP + height + FOOT}
      role="img"
      aria-label={`${chart.yLabel} against ${chart.xLabel}`}
    >
      <text x="16" y="12" className="d">
        {chart.yLabel}
        {chart.interval && ' · shaded: interval'}
      </text>
      {bands.map((b, i) => (
        <g key={b.value}>
          {here === i && <rect x="0" y={y(i)} width={width} height={ROW} fill="var(--plum)" opacity=".08" />}
          <line x1="8" x2={width - 20} y1={y(i) + ROW} y2={y(i) + ROW} stroke="var(--lime2)" />
        </g>
      ))}
      {chart.interval && (
        <rect
          x="8"
          y={Math.min(inside(chart.interval[0]), inside(chart.interval[1]))}
          width={width - 28}
          height={Math.max(2, Math.abs(inside(chart.interval[1]) - inside(chart.interval[0])))}
          fill="var(--plum)"
          opacity=".13"
        />
      )}
      {chart.level !== undefined && (
        <>
          <line
            x1={X(chart.level)}
            x2={X(chart.level)}
            y1={TOP - 6}
            y2={TOP + height}
            stroke="var(--pine)"
            strokeWidth="1.5"
          />
          <text x={X(chart.level) + 4} y={TOP - 8} className="d">
            {chart.level} {chart.levelLabel ?? 'accepted'}
          </text>
        </>
      )}
      {chart.curve && (
        <path
          d={chart.curve.map(([v, r], i) => `${i === 0 ? 'M' : 'L'}${X(r).toFixed(1)} ${Y(v).toFixed(1)}`).join(' ')}
          fill="none"
          stroke="var(--plum)"
          strokeWidth="1.8"
        />
      )}
      {chart.best !== undefined && (
        <path d={`M${width - 34} ${inside(chart.best)} l12 -6 v12 z`} fill="var(--plum)" aria-label="proposed" />
      )}
      {chart.points.map((p, i) => (
        <circle key={i} cx={X(p.y)} cy={Y(p.x)} r="4" fill="var(--ink)" />
      ))}
      {ticks.map((v) => (
        <text key={v} x={X(v)} y={TOP + height + 16} textAnchor="middle" className="n d">
          {Number(v.toFixed(2))}
        </text>
      ))}
      {!rising && (
        <text x={width - 30} y={TOP + height + 30} textAnchor="end" className="d">
          highest at the bottom
        </text>
      )}
    </svg>
  );
}
