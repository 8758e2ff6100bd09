import { useMemo } from 'react';
import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import { PathViewer, type PathColumn } from '../../../ui/path/PathViewer.tsx';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';

const BY_SPEED: PathColumn = { key: 'mmPerS', label: 'speed', quantity: 'speed' };

/** The path the machine will really take, layer by layer, coloured by the quantity under test. */
export function ToolpathView({ trial: t }: { readonly trial: TrialPage }) {
  const columns = useMemo((): readonly PathColumn[] => {
    const kind = kindOf(t.kind);
    return [(kind.technology === 'filament' && kind.colouredBy) || BY_SPEED];
  }, [t.kind]);
  const bandAt = (zMm: number): string => {
    const band = t.plan.bands.findIndex((b) => b.toMm > b.fromMm && zMm > b.fromMm + 1e-6 && zMm <= b.toMm + 1e-6);
    return band >= 0 ? `, band ${band + 1}` : '';
  };
  return (
    <PathViewer
      href={`/api/trials/${t.id}/coupon`}
      filamentAreaMm2={filamentAreaMm2(t.plan.conditions['diameterMm'] ?? 1.75)}
      columns={columns}
      noteAt={bandAt}
    />
  );
}
