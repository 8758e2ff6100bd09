import type { ListColumns } from '../../../core/lists/list.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { maintenanceKinds } from './maintenance.ts';
import type { MaintenanceRow } from './pages.ts';

export const maintenanceColumns = {
  when: { title: 'When', of: (e) => e.at, noWrap: true },
  machine: { title: 'Machine', of: (e) => e.machineName, isFacet: true },
  what: { title: 'What', of: (e) => maintenanceKinds[e.kind].label, isFacet: true },
  note: { title: 'Note', of: (e) => e.note },
  due: {
    title: 'Made due',
    of: (e) =>
      maintenanceKinds[e.kind].due.map((k) => findSetting(k)?.label.toLowerCase() ?? k).join(', ') || 'nothing',
  },
  by: { title: 'By', of: (e) => e.byName, isFacet: true },
} as const satisfies ListColumns<MaintenanceRow>;
