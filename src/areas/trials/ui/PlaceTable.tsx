import { useState, type CSSProperties } from 'react';
import { mean } from '../../../core/fitting/mean.ts';
import { wantedOf } from '../kinds/define.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';
import { PlacePanel } from './PlacePanel.tsx';
import css from './PlaceTable.module.css';
import { ReadingField } from './ReadingField.tsx';
import { ReadingNotes } from './ReadingNotes.tsx';
import { RowChart } from './RowChart.tsx';
import { SeriesChart } from './SeriesChart.tsx';
import { CouponDrawing } from './CouponDrawing.tsx';
import { MeasurePad } from './MeasurePad.tsx';
import { fullSetKeys, measuringPointKey, measuringPointOf, type MeasuringPointKey } from './measuringPoint.ts';
import { placeLooks } from './placeLooks.ts';
import { useReadings } from './useReadings.ts';

/** Places of a coupon without bands: a row each, repeats beside each other, the readings' chart on the same rows. */
export function PlaceTable({
  trial: t,
  mayChange,
  onKept,
  onPlace,
}: {
  readonly trial: TrialPage;
  readonly mayChange: boolean;
  readonly onKept: () => void;
  readonly onPlace: (feature: string | null) => void;
}) {
  const kind = kindOf(t.kind);
  const { features, again = 'place', isSeries = false } = kind;
  const readings = useReadings(t, mayChange, onKept);
  const [here, setHere] = useState<MeasuringPointKey | null>(null);
  const wanted = Math.max(...features.map(wantedOf));
  const columns = Math.max(...features.map((f) => f.repeats));
  const order = fullSetKeys(kind, 1);
  const nameOf = (key: MeasuringPointKey | null): string => {
    const [, feature, repeat] = (key ?? '').split('/');
    return `${features.find((f) => f.key === feature)?.label ?? ''} ${repeat ?? ''}`;
  };
  return (
    <>
      {mayChange && (
        <MeasurePad
          trial={t}
          readings={readings}
          order={order}
          nameOf={nameOf}
          drawingOf={(key) => (
            <CouponDrawing plan={t.plan} zMm={null} place={measuringPointOf(key).feature} looks={placeLooks(t)} />
          )}
        />
      )}
      <div className="measure">
        <div className={css.grid} role="group" aria-label="Readings" style={{ '--places': columns } as CSSProperties}>
          <div className={`${css.places} ${css.head}`}>
            <span />
            {Array.from({ length: columns }, (_, k) => (
              <span key={k} className="hint">
                {k >= wanted ? 'extra' : `${again} ${k + 1}`}
              </span>
            ))}
            <span className={`hint ${css.mean}`}>mean</span>
          </div>
          {features.map((f, row) => {
            const values = t.readings.filter((r) => r.feature === f.key).map((r) => r.value);
            return (
              <div key={f.key} className={css.places} role="group" aria-label={f.label}>
                <b title={f.how}>{f.label}</b>
                {Array.from({ length: f.repeats }, (_, k) => {
                  const key = measuringPointKey(1, f.key, k + 1);
                  const next = (by: number): MeasuringPointKey | undefined => {
                    const g = features[row + by];
                    return g && measuringPointKey(1, g.key, k + 1);
                  };
                  return (
                    <ReadingField
                      key={key}
                      place={key}
                      label={`${f.label}, ${again} ${k + 1}`}
                      {...(k >= wanted && { placeholder: 'extra' })}
                      readings={readings}
                      mayChange={mayChange}
                      order={order}
                      onFocus={() => {
                        setHere(key);
                        onPlace(f.key);
                      }}
                      up={next(-1)}
                      down={next(1)}
                    />
                  );
                })}
                <span className={`f ${css.mean}`}>
                  {values.length > 0 ? mean(values).toFixed(f.quantity === 'count' ? 1 : 3) : '–'}
                </span>
              </div>
            );
          })}
        </div>
        {isSeries ? <SeriesChart trial={t} /> : t.readings.length > 0 && <RowChart trial={t} />}
      </div>
      <PlacePanel trial={t} place={here} name={nameOf(here)} readings={readings} mayChange={mayChange} />
      <ReadingNotes trialId={t.id} readings={readings} mayChange={mayChange} order={order} nameOf={nameOf} />
    </>
  );
}
