import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Refused } from '../../../ui/api.ts';
import { FilePick } from '../../../ui/FilePick.tsx';
import { notifyError, notifySuccess } from '../../../ui/notify.tsx';
import { measuringPointOf, type MeasuringPointKey } from './measuringPoint.ts';

/** Takes a photograph of a place and saves it with the trial. */
export function PhotographPick({
  trialId,
  place,
  icon,
}: {
  readonly trialId: string;
  readonly place: MeasuringPointKey;
  /** Shown for its words where there is no room for them. */
  readonly icon?: ReactNode;
}) {
  const client = useQueryClient();
  const [isBusy, setBusy] = useState(false);
  const { band, feature } = measuringPointOf(place);
  const attach = async (file: File): Promise<void> => {
    setBusy(true);
    try {
      const url = `/api/trials/${trialId}/pictures?band=${band}&feature=${encodeURIComponent(feature)}`;
      const response = await fetch(url, { method: 'PUT', body: file });
      if (!response.ok) {
        const { title = 'The picture was not taken' } = (await response.json()) as { title?: string };
        throw new Refused(response.status, 'picture', title);
      }
      notifySuccess('Picture saved with the trial');
      await client.invalidateQueries({ queryKey: ['trial', trialId] });
    } catch (e) {
      notifyError(e);
    } finally {
      setBusy(false);
    }
  };
  return (
    <FilePick
      says="Add a photograph"
      field="Add a photograph"
      accept="image/png,image/jpeg,image/webp"
      capture="environment"
      disabled={isBusy}
      icon={icon}
      onPick={attach}
    />
  );
}
