import { movesAmong } from '../../../core/states/moves.ts';
import type { FileRef } from './file.ts';

export const requestStates = ['open', 'taken up', 'declined', 'withdrawn'] as const;
export type RequestState = (typeof requestStates)[number];
export const requestMoves = movesAmong(requestStates, {
  /** A job is made of it; further ones may follow, one for each plate. */
  takeUp: { from: ['open', 'taken up'], to: 'taken up' },
  decline: { from: ['open'], to: 'declined' },
  /** Whoever asked does not want it any more. */
  withdraw: { from: ['open'], to: 'withdrawn' },
});

/** What somebody wants printed, in their own words: no machine, no tool, no process. */
export interface RequestRow {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly wanted: string;
  readonly quantity: number;
  /** Day by which it is wanted, as YYYY-MM-DD. */
  readonly due: string | null;
  readonly files: readonly FileRef[];
  readonly state: RequestState;
  /** Why it was declined. */
  readonly answer: string;
  /** Jobs that were made of it. */
  readonly jobs: readonly RequestedJob[];
  readonly createdBy: string;
  readonly createdByName: string;
  readonly createdAt: string;
}
export interface RequestedJob {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly state: string;
}

export type RequestFailure =
  | { readonly code: 'noRequest' }
  | { readonly code: 'noFile' }
  | { readonly code: 'notYours' }
  | { readonly code: 'notOpen'; readonly state: RequestState };

export const requestText = {
  noRequest: () => 'There is no such request',
  noFile: () => 'That file was never uploaded in full; drop it again',
  notYours: () => 'Only whoever made a request withdraws it',
  notOpen: (f: { state: RequestState }) => `The request is ${f.state}; nothing was changed`,
} satisfies { [C in RequestFailure['code']]: (f: Extract<RequestFailure, { code: C }>) => string };
