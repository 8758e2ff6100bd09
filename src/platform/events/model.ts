import type { ListColumns } from '../../core/lists/list.ts';

/** One line of the event log, as screens read it. */
export interface EventRow {
  readonly id: number;
  readonly at: string;
  readonly who: string;
  readonly whoName: string;
  readonly subjectKind: string;
  readonly subjectId: string;
  readonly subjectName: string;
  readonly what: string;
  readonly from: unknown;
  readonly to: unknown;
  readonly why: string | null;
}

const LONGEST_SHOWN = 160;
/** What a record was or became, in a line. */
export const changeText = (v: unknown): string =>
  v === null || v === undefined ? '' : typeof v === 'string' ? v : JSON.stringify(v).slice(0, LONGEST_SHOWN);

export const eventColumns = {
  when: { title: 'When', of: (e) => e.at, noWrap: true },
  who: { title: 'Who', of: (e) => e.whoName, isFacet: true },
  record: { title: 'Record', of: (e) => e.subjectName },
  what: { title: 'What', of: (e) => e.what, isFacet: true },
  from: { title: 'From', of: (e) => changeText(e.from) },
  to: { title: 'To', of: (e) => changeText(e.to) },
  why: { title: 'Why', of: (e) => e.why },
} as const satisfies ListColumns<EventRow>;
