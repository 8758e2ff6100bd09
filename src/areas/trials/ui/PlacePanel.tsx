import { Button, UnstyledButton } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { LookDrawing } from '../../../ui/LookDrawing.tsx';
import { post } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';
import { MicroscopePanel } from './MicroscopePanel.tsx';
import { PhotographPick } from './PhotographPick.tsx';
import type { MeasuringPointKey } from './measuringPoint.ts';
import type { Readings } from './useReadings.ts';

const SCORES = [1, 2, 3, 4, 5];

/** The place whose field has the focus: what the scores look like, what the bench camera sees, photographs; on a series also how it
 *  looked on the print before. */
export function PlacePanel({
  trial: t,
  place,
  name,
  readings,
  mayChange,
}: {
  readonly trial: TrialPage;
  readonly place: MeasuringPointKey | null;
  readonly name: string;
  readonly readings: Readings;
  readonly mayChange: boolean;
}) {
  const client = useQueryClient();
  const [seen, setSeen] = useState<{ place: string; svg: string } | null>(null);
  const [isBusy, setBusy] = useState(false);
  if (!place) return null;
  const [bandText, featureKey = ''] = place.split('/');
  const band = Number(bandText);
  const feature = kindOf(t.kind).features.find((f) => f.key === featureKey);
  const spot = `${band}/${featureKey}`;
  if (!feature) return null;
  const { look, isUnderMicroscope = false } = feature;
  const isScore = feature.quantity === 'score';
  const now = readings.typed[place] ?? readings.kept.get(place)?.typed ?? '';
  const last = t.series[t.series.length - 1];
  const mine = t.pictures.filter((p) => p.trialId === t.id && p.band === band && p.feature === featureKey);
  const before = last
    ? t.pictures.filter((p) => p.trialId === last.id && p.band === band && p.feature === featureKey)
    : [];
  const doing = async (act: () => Promise<void>): Promise<void> => {
    setBusy(true);
    try {
      await act();
      await client.invalidateQueries({ queryKey: ['trial', t.id] });
    } catch (e) {
      notifyError(e);
    } finally {
      setBusy(false);
    }
  };
  const snap = (keep: boolean) =>
    doing(async () => {
      const { svg } = await post('/api/trials/[id]/camera', { id: t.id }, { band, feature: featureKey, keep });
      setSeen({ place: spot, svg });
      if (keep) notifySuccess('Picture saved with the trial');
    });
  return (
    <div className="placepanel" role="group" aria-label={`Look at ${name}`}>
      <p className="hint">
        <b>{name}</b>: {feature.how}, with {feature.instrument}
      </p>
      <div className="looks">
        {isScore &&
          look &&
          SCORES.map((s) => (
            <UnstyledButton
              key={s}
              className="look"
              aria-pressed={now === String(s)}
              disabled={!mayChange}
              onClick={() => readings.put(place, String(s))}
            >
              <LookDrawing look={look} score={s} />
              <span className="f">{s}</span>
            </UnstyledButton>
          ))}
        {seen?.place === spot && isUnderMicroscope && (
          <MicroscopePanel
            key={seen.svg}
            svg={seen.svg}
            name={name}
            onRead={mayChange ? (typed) => readings.put(place, typed) : null}
          />
        )}
        {seen?.place === spot && !isUnderMicroscope && (
          <figure className="shot">
            <img src={`data:image/svg+xml;utf8,${encodeURIComponent(seen.svg)}`} alt={`Bench camera: ${name}`} />
            <figcaption className="hint">
              bench camera, now{' '}
              {mayChange && (
                <Button variant="subtle" size="compact-xs" disabled={isBusy} onClick={() => void snap(true)}>
                  save picture
                </Button>
              )}
            </figcaption>
          </figure>
        )}
        {[...before.slice(-1).map((p) => ({ p, from: last!.name })), ...mine.map((p) => ({ p, from: null }))].map(
          ({ p, from }) => (
            <figure key={p.id} className="shot">
              <a href={`/api/trials/${p.trialId}/pictures/${p.id}`} target="_blank" rel="noreferrer">
                <img
                  src={`/api/trials/${p.trialId}/pictures/${p.id}`}
                  alt={`${name}${from ? ` on ${from}` : ''}, ${p.takenWith === 'camera' ? 'bench camera' : 'photograph'}`}
                />
              </a>
              <figcaption className="hint">{from ? `on ${from}` : `${p.personName}, ${dayAndTime(p.at)}`}</figcaption>
            </figure>
          ),
        )}
      </div>
      <div className="acts">
        {(look !== undefined || isUnderMicroscope) &&
          t.hasDevice &&
          mayChange &&
          t.state !== 'planned' &&
          t.state !== 'printing' && (
            <Button variant="default" disabled={isBusy} onClick={() => void snap(false)}>
              {isUnderMicroscope ? 'Look through the microscope' : 'Look through the bench camera'}
            </Button>
          )}
        {mayChange && <PhotographPick trialId={t.id} place={place} />}
      </div>
    </div>
  );
}
