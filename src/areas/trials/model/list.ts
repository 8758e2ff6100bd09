import type { ListColumns } from '../../../core/lists/list.ts';
import { showValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialRow } from './pages.ts';

/** What a trial proved, a line for each value. */
export const provedBy = (t: Pick<TrialRow, 'decision'>): string[] =>
  (t.decision?.written ?? []).map((w) => {
    const s = findSetting(w.setting)!;
    return `${s.label} ${w.before === null ? '–' : showValue(s, w.before)} → ${showValue(s, w.value)}`;
  });

export const trialColumns = {
  name: { title: 'Trial', of: (t) => t.name, noWrap: true },
  kind: { title: 'Kind', of: (t) => kindOf(t.kind).label.toLowerCase(), isFacet: true },
  state: { title: 'State', of: (t) => t.state, noWrap: true, isFacet: true },
  machine: { title: 'Machine', of: (t) => t.machineName, isFacet: true },
  tool: { title: 'Tool', of: (t) => t.toolName },
  material: { title: 'Material', of: (t) => t.materialName, isFacet: true },
  lot: { title: 'Lot', of: (t) => t.lot },
  proved: { title: 'Proved', of: (t) => provedBy(t).join('; '), noWrap: true },
  readings: { title: 'Readings', of: (t) => t.readings, isFigure: true },
  by: { title: 'By', of: (t) => t.createdByName },
  planned: { title: 'Planned', of: (t) => t.createdAt, isFigure: true },
} as const satisfies ListColumns<TrialRow>;
