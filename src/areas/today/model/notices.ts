import type { EventRow } from '../../../platform/events/model.ts';

/** Events that somebody wants to know of who does not look at their page. */
export const noticeKinds = {
  'finished, waiting to be cleared': 'has finished: take it off the plate',
  'stopped, part on the plate': 'has stopped',
  'unknown: somebody must look': 'is unknown: go and look',
  'print refused': 'was not printed',
  'care due': 'is due for care',
  'sent to review': 'waits for review',
  'evidence runs out before it prints': 'waits longer than its evidence holds',
} as const satisfies Readonly<Record<string, string>>;
export type NoticeKind = keyof typeof noticeKinds;

export interface Notice extends Pick<EventRow, 'id' | 'subjectKind' | 'subjectId' | 'subjectName' | 'why' | 'at'> {
  readonly kind: NoticeKind;
  /** Not seen yet by who asks. */
  readonly isNew: boolean;
}
export interface Notices {
  readonly rows: readonly Notice[];
  /** How many were not seen, up to `MOST_COUNTED`. */
  readonly unseen: number;
}
export const MOST_COUNTED = 99;

/** "Rifugio Sella has stopped". */
export const noticeText = (n: Pick<Notice, 'kind' | 'subjectName'>): string =>
  `${n.subjectName} ${noticeKinds[n.kind]}`;
const PAGES: Readonly<Record<string, string>> = {
  machine: '/machines',
  job: '/checks',
  profile: '/library',
  trial: '/trials',
};
/** Page of what a notice is about. */
export const noticeHref = (n: Pick<Notice, 'kind' | 'subjectKind' | 'subjectId'>): string =>
  `${PAGES[n.subjectKind] ?? '/log'}/${n.subjectId}${n.kind === 'care due' ? '/care' : ''}`;
