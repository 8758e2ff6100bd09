import { movesAmong } from '../../../core/states/moves.ts';

export const jobStates = [
  'received',
  'checked',
  'cleared',
  'queued',
  'printing',
  'needs attention',
  'done',
  'failed',
] as const;
export type JobState = (typeof jobStates)[number];

/** States in which a job still waits for its print, or the next one. */
export const jobsOpen = [
  'received',
  'checked',
  'cleared',
  'queued',
  'needs attention',
] as const satisfies readonly JobState[];

/** Somebody may still act on their verdict: it is marked where it is out of date. */
export const verdictStates = ['received', 'checked', 'cleared', 'queued'] as const satisfies readonly JobState[];

/** A check that ends takes back what was approved by the one before: who may only look checks again what is theirs and not approved yet. */
export const mayCheckAgain = (
  person: { readonly id: string; readonly role: string },
  of: { readonly createdBy: string; readonly state: JobState },
): boolean =>
  person.role !== 'viewer' || (of.createdBy === person.id && (of.state === 'received' || of.state === 'checked'));

export const jobMoves = movesAmong(jobStates, {
  /** A check has ended: whatever was approved by the one before is approved anew. A print goes on. */
  judge: { from: ['received', 'checked', 'cleared', 'queued', 'needs attention'], to: 'checked' },
  /** Set down otherwise, or a fix done: checked anew. */
  change: { from: ['received', 'checked', 'cleared', 'queued'], to: 'checked' },
  clear: { from: ['checked', 'cleared'], to: 'cleared' },
  /** Waits in a queue, or in another one. */
  queue: { from: ['cleared', 'queued', 'needs attention', 'failed'], to: 'queued' },
  unqueue: { from: ['queued'], to: 'cleared' },
  begin: { from: ['cleared', 'queued', 'needs attention', 'failed'], to: 'printing' },
  finish: { from: ['printing'], to: 'done' },
  /** One of several prints has come to its end. */
  finishOne: { from: ['printing'], to: 'cleared' },
  /** The same of a job that waits in a queue with the others. */
  finishOneQueued: { from: ['printing'], to: 'queued' },
  /** Not what was judged, or another has the machine: not a line was sent. */
  refuse: { from: ['printing'], to: 'checked' },
  /** Cancelled before anything was laid. */
  leave: { from: ['printing'], to: 'cleared' },
  interrupt: { from: ['printing'], to: 'needs attention' },
  /** Somebody says what became of it, printed by us or from its file by hand. */
  /** What had come to its end turns out to be scrap: another print is wanted. */
  noteScrap: { from: ['done'], to: 'cleared' },
  noteDone: { from: ['cleared', 'queued', 'needs attention', 'done', 'failed'], to: 'done' },
  noteFailed: { from: ['cleared', 'queued', 'needs attention', 'done', 'failed'], to: 'failed' },
});

export const runStates = ['queued', 'running', 'done', 'refused', 'gave up'] as const;
export type RunState = (typeof runStates)[number];
export const runMoves = movesAmong(runStates, {
  take: { from: ['queued'], to: 'running' },
  /** Whoever ran it is silent: another begins it anew. */
  rescue: { from: ['running'], to: 'running' },
  /** Whoever ran it ends: another begins it anew, and it has not failed. */
  putBack: { from: ['running'], to: 'queued' },
  end: { from: ['running'], to: 'done' },
  refuse: { from: ['running'], to: 'refused' },
  /** It has been begun too often without an end. */
  giveUp: { from: ['queued', 'running'], to: 'gave up' },
});
