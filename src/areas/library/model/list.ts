import type { ListColumns } from '../../../core/lists/list.ts';
import type { ProfileRow } from './records.ts';

export const IN_USE = 'in use';
export const RETIRED = 'retired';
export const FARM = 'farm';
export const STOCK = 'stock';

export const profileColumns = {
  name: { title: 'Name', of: (p) => p.name },
  kind: { title: 'Kind', of: (p) => p.kind, isFacet: 'row' },
  technology: { title: 'Technology', of: (p) => p.technology, isFacet: true },
  family: { title: 'Family', of: (p) => p.family, isFacet: true },
  parent: { title: 'Parent', of: (p) => p.parentName },
  tag: { title: 'Tags', of: (p) => p.tags.join(', '), isFacet: true },
  state: { title: 'State', of: (p) => (p.retired ? RETIRED : IN_USE), isFacet: true, isHidden: true },
  /** Stock is read-only: what the farm changes is its own. */
  origin: { title: 'Origin', of: (p) => (p.stock ? STOCK : FARM), isFacet: true },
  own: { title: 'Own values', of: (p) => p.ownCount, isFigure: true },
  revision: { title: 'Revision', of: (p) => p.revision, isFigure: true },
  changed: { title: 'Changed', of: (p) => p.at, isFigure: true },
} as const satisfies ListColumns<ProfileRow>;
