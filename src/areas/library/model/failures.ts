import type { Failure } from '../../../core/result/result.ts';

export type LibraryFailure =
  | { readonly code: 'noProfile' }
  | { readonly code: 'noSetting' }
  | { readonly code: 'noRevision' }
  | { readonly code: 'stockReadOnly' }
  | { readonly code: 'needsLead' }
  | { readonly code: 'movedOn'; readonly number: number }
  | { readonly code: 'notInReview'; readonly number: number }
  | { readonly code: 'nameTaken'; readonly name: string }
  | { readonly code: 'badValue'; readonly detail: Failure }
  | { readonly code: 'badFile'; readonly detail: Failure }
  | { readonly code: 'badRecord'; readonly count: number; readonly index: number; readonly why: string };

/** Words of each failure: what, and what to do. A forgotten code does not compile. */
export const libraryText = {
  noProfile: () => 'There is no such profile; it may have been opened from an old link',
  noSetting: () => 'There is no such setting',
  noRevision: () => 'There is no such revision of this profile',
  stockReadOnly: () => 'Stock profiles are read-only; copy it first, in one step',
  needsLead: () => 'Releasing and returning is a lead’s; ask one to look at the review',
  movedOn: (f: { number: number }) =>
    `Revision ${f.number} cannot be taken back any more: it is not the newest, or not yours; restore an older one from its history`,
  notInReview: (f: { number: number }) => `Revision ${f.number} is not in review any more; open the profile again`,
  nameTaken: (f: { name: string }) => `There is a profile named “${f.name}” already; choose another name`,
  badValue: (f: { detail: Failure }) => [f.detail.where, f.detail.what, f.detail.todo].filter(Boolean).join(': '),
  badFile: (f: { detail: Failure }) => [f.detail.where, f.detail.what, f.detail.todo].filter(Boolean).join(': '),
  badRecord: (f: { count: number; index: number; why: string }) =>
    `Nothing was taken in: ${f.count} ${f.count === 1 ? 'record cannot' : 'records cannot'} be read, the first is record ${f.index + 1}, ${f.why}`,
} satisfies { [C in LibraryFailure['code']]: (f: Extract<LibraryFailure, { code: C }>) => string };
