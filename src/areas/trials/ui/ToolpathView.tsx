import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { QuantityKind } from '../../../core/units/quantities.ts';
import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import { readSegments } from '../../../core/toolpath/segments.ts';
import { Refused } from '../../../ui/api.ts';
import { PathViewer } from '../../../ui/path/PathViewer.tsx';
import type { TrialKindKey } from '../kinds/define.ts';
import type { TrialPage } from '../model/pages.ts';

type Column = 'nozzleC' | 'mmPerS' | 'mmPerS2' | 'pulledMm' | 'areaMm2';
/** The one quantity a kind tries, as the path shows it. */
const tested: Partial<Record<TrialKindKey, readonly [Column, string, QuantityKind]>> = {
  temperature: ['nozzleC', 'nozzle', 'temperature'],
  acceleration: ['mmPerS2', 'acceleration', 'acceleration'],
  retraction: ['pulledMm', 'pulled back', 'length'],
};

/** The path the machine will really take, layer by layer, coloured by the quantity under test. */
export function ToolpathView({ trial: t }: { readonly trial: TrialPage }) {
  const { data, error } = useQuery({
    queryKey: ['coupon', t.id],
    staleTime: Infinity,
    queryFn: async () => {
      const r = await fetch(`/api/trials/${t.id}/coupon`);
      if (!r.ok) throw new Refused(r.status, 'coupon', 'The coupon cannot be fetched; open the page again');
      return readSegments(await r.text(), filamentAreaMm2(t.plan.conditions['diameterMm'] ?? 1.75));
    },
  });
  const [column, label, quantity] = tested[t.kind] ?? ['mmPerS', 'speed', 'speed'];
  const columns = useMemo(
    () => (data ? [{ label, quantity, of: data[column], isOfTravel: column === 'pulledMm' }] : []),
    [data, column, label, quantity],
  );
  if (error)
    return (
      <p className="hint" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="hint">Reading the path…</p>;
  const bandAt = (zMm: number): string => {
    const band = t.plan.bands.findIndex((b) => b.toMm > b.fromMm && zMm > b.fromMm + 1e-6 && zMm <= b.toMm + 1e-6);
    return band >= 0 ? `, band ${band + 1}` : '';
  };
  return <PathViewer segments={data} columns={columns} noteAt={bandAt} />;
}
