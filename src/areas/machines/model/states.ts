import { movesAmong } from '../../../core/states/moves.ts';

export const machineStates = ['ready', 'printing', 'stopped', 'waiting to be cleared', 'unknown', 'retired'] as const;
export type MachineState = (typeof machineStates)[number];
/** States in which something may stand on the plate: whatever it is, a person says what became of it. */
export const platesTaken = ['stopped', 'waiting to be cleared', 'unknown'] as const satisfies readonly MachineState[];

export const machineMoves = movesAmong(machineStates, {
  /** Begins, or goes on with what it holds; a worker that takes over finds it printing. */
  begin: { from: ['ready', 'printing', 'stopped'], to: 'printing' },
  finish: { from: ['printing'], to: 'waiting to be cleared' },
  stop: { from: ['printing'], to: 'stopped' },
  /** Nothing was laid: the plate is as it was. */
  leave: { from: ['printing'], to: 'ready' },
  /** Nobody knows what it does: it cannot be reached, or does what nobody asked of it. */
  doubt: { from: ['printing', 'ready'], to: 'unknown' },
  /** Somebody has looked: it stands still with a part on its plate. */
  find: { from: ['unknown'], to: 'stopped' },
  clear: { from: platesTaken, to: 'ready' },
  /** Sold, given away or put aside: it starts nothing and is asked nothing, and what it did stays readable. */
  retire: { from: ['ready'], to: 'retired' },
  restore: { from: ['retired'], to: 'ready' },
});

/** What one execution comes to: of a trial it ends *finished*, for its readings judge it; of a job somebody says what the part is. */
export const printStates = ['under way', 'stopped', 'not begun', 'finished', 'good', 'scrap'] as const;
export type PrintState = (typeof printStates)[number];
/** What has come to its end and is not refused by anybody. */
export const printsThatCount = ['finished', 'good'] as const satisfies readonly PrintState[];
export const printMoves = movesAmong(printStates, {
  /** Goes on from where it stopped. */
  resume: { from: ['stopped'], to: 'under way' },
  finish: { from: ['under way'], to: 'finished' },
  stop: { from: ['under way'], to: 'stopped' },
  /** Nothing was laid. */
  leave: { from: ['under way', 'stopped'], to: 'not begun' },
  /** Somebody has looked at the part; a later look counts. */
  accept: { from: ['finished', 'good', 'scrap'], to: 'good' },
  scrap: { from: ['finished', 'good', 'scrap'], to: 'scrap' },
});
