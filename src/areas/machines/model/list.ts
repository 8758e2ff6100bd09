import type { ListColumns } from '../../../core/lists/list.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import type { ContainerRow } from './containers.ts';
import { leftText } from './leftText.ts';
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

export const containerColumns = {
  code: { title: 'Code', of: (c) => c.code, noWrap: true },
  material: { title: 'Material', of: (c) => c.material, isFacet: true },
  lot: { title: 'Lot', of: (c) => c.lot },
  left: { title: 'Left', of: (c) => leftText(c.remainingG, c.technology === 'resin'), isFigure: true, noWrap: true },
  state: { title: 'State', of: (c) => c.state, isFacet: true },
  place: { title: 'Where', of: (c) => c.place, isFacet: true },
  opened: { title: 'Opened', of: (c) => c.openedAt, noWrap: true },
  dried: { title: 'Dried', of: (c) => c.driedAt, noWrap: true },
} as const satisfies ListColumns<ContainerRow>;
