import { Button } from '@mantine/core';
import { useState } from 'react';
import { formatFigure } from '../../../core/units/format.ts';
import type { Band, Feature } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';
import { BandChart } from './BandChart.tsx';
import { BandDrawing, RowDrawing } from './bandDrawings.tsx';
import { DRAWING, FOOT, LEFT, ROW, TOP } from './bandLayout.ts';
import { PlacePanel } from './PlacePanel.tsx';
import { ReadingField } from './ReadingField.tsx';
import { ReadingNotes } from './ReadingNotes.tsx';
import { BandOfCoupon } from './BandOfCoupon.tsx';
import { MeasurePad } from './MeasurePad.tsx';
import { fullSetKeys, measuringPointKey, measuringPointOf, type MeasuringPointKey } from './measuringPoint.ts';
import { useReadings } from './useReadings.ts';

const CHART = 330;
const FIELD = 74;
/** Where many places are read of each band, their fields take the room of the drawing. */
const MOST_BESIDE_DRAWING = 5;
const NARROW_FIELD = 60;
const NARROW_CHART = 250;

/** The bands of a coupon from the bottom up: drawing, readings and chart on one vertical axis, so that a band, its reading and its
 *  point lie on one line. */
export function ReadingGrid({
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
  const [spot, setSpot] = useState<MeasuringPointKey | null>(null);
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
  const order = fullSetKeys(kind, bands.length);
  const everyPlace: MeasuringPointKey[] = bands.flatMap((_, i) =>
    kind.features.flatMap((f) => Array.from({ length: f.repeats }, (_x, k) => measuringPointKey(i + 1, f.key, k + 1))),
  );
  const show = (b: Band): string => formatFigure(b.value, kind.axis!.quantity);
  const nameOf = (key: MeasuringPointKey | null): string => {
    const [band, feature] = (key ?? '').split('/');
    const b = bands[Number(band) - 1];
    return b ? `${kind.axis!.label} ${show(b)}, ${kind.features.find((f) => f.key === feature)?.label ?? feature}` : '';
  };
  const reached = t.state === 'interrupted' ? (t.progress?.zMm ?? 0) : Infinity;
  const readable = (key: MeasuringPointKey): boolean => bands[measuringPointOf(key).band - 1]!.toMm <= reached + 1e-6;
  const padName = (key: MeasuringPointKey): string => {
    const { feature, repeat } = measuringPointOf(key);
    const { repeats: of = 1 } = kind.features.find((f) => f.key === feature) ?? {};
    return of > 1 ? `${nameOf(key)} ${repeat}` : nameOf(key);
  };
  return (
    <>
      {mayChange && (
        <MeasurePad
          trial={t}
          readings={readings}
          order={order.filter(readable)}
          nameOf={padName}
          drawingOf={(key) => <BandOfCoupon trial={t} band={measuringPointOf(key).band} />}
        />
      )}
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
                const key = measuringPointKey(i + 1, f.key, n);
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
                    up={i + 1 < bands.length ? measuringPointKey(i + 2, f.key, n) : undefined}
                    down={i > 0 ? measuringPointKey(i, f.key, n) : undefined}
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
          <Button variant="subtle" size="compact-xs" onClick={() => setSecond(true)}>
            A second person reads too
          </Button>
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
