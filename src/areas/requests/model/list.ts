import type { ListColumns } from '../../../core/lists/list.ts';
import type { RequestRow } from './request.ts';

export const requestColumns = {
  request: { title: 'Request', of: (r) => `${r.name} ${r.title}` },
  wanted: { title: 'Wanted', of: (r) => r.wanted },
  pieces: { title: 'Pieces', of: (r) => r.quantity, isFigure: true },
  due: { title: 'Wanted by', of: (r) => r.due, isFigure: true },
  state: { title: 'State', of: (r) => r.state, isFacet: true },
  jobs: { title: 'Jobs', of: (r) => r.jobs.map((j) => j.name).join(', ') },
  by: { title: 'By', of: (r) => r.createdByName, isFacet: true },
  asked: { title: 'Asked', of: (r) => r.createdAt, isFigure: true },
} as const satisfies ListColumns<RequestRow>;
