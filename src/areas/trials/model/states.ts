import { movesAmong } from '../../../core/states/moves.ts';

export const trialStates = ['planned', 'printing', 'interrupted', 'measuring', 'accepted', 'set aside'] as const;
export type TrialState = (typeof trialStates)[number];
/** States in which a trial wants something of somebody. */
export const trialsOpen = ['planned', 'printing', 'interrupted', 'measuring'] as const satisfies readonly TrialState[];

export const trialMoves = movesAmong(trialStates, {
  begin: { from: ['planned', 'interrupted', 'printing'], to: 'printing' },
  finish: { from: ['printing'], to: 'measuring' },
  interrupt: { from: ['printing'], to: 'interrupted' },
  /** Printed from its file elsewhere, or read without a word about its print. */
  printElsewhere: { from: ['planned'], to: 'measuring' },
  accept: { from: ['planned', 'interrupted', 'measuring'], to: 'accepted' },
  setAside: { from: ['planned', 'interrupted', 'measuring'], to: 'set aside' },
});
