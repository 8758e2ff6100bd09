import type { MachineState } from './states.ts';
import { LASTS, type PrintProgress } from './print.ts';

/** A machine that stands with something on its plate: what was printed, how high it had come, and why it stopped, or that it has finished,
 *  or why nobody knows. */
export interface MachineStop {
  /** Null where it is not known what it does. */
  readonly of: 'job' | 'trial' | null;
  readonly id: string;
  readonly name: string;
  readonly zMm: number;
  readonly why: string;
  /** Nothing went wrong: it has come to its end. */
  readonly isFinished?: boolean;
  readonly at: string;
}
export interface Occupied {
  readonly name: string;
  readonly state: MachineState;
  readonly stop: MachineStop | null;
}

/** Whether a print of this id can go on from where it stopped: the machine still holds it, and has not lost its place. */
export const canResume = (m: Occupied, id: string, progress: PrintProgress | null): boolean =>
  m.state === 'stopped' && m.stop?.id === id && progress !== null && LASTS.includes(progress.phase);

/** What is about to take a machine. */
export interface Claim {
  readonly of: 'job' | 'trial';
  readonly id: string;
  readonly name: string;
  /** How long it will take, as it is estimated. */
  readonly timeS: number;
}

/** Why nothing new can start on a machine; null where it can. */
export function whyNotFree({ name, state, stop }: Occupied): string | null {
  if (state === 'ready') return null;
  if (state === 'retired') return `${name} is retired: restore it, or print elsewhere`;
  if (state === 'printing') return `${name} is printing: wait until it is free`;
  if (state === 'stopped' && stop)
    return `${name} stopped at ${stop.zMm.toFixed(2)} mm of ${stop.name}, part on the plate: remove it and say so at the machine`;
  if (state === 'waiting to be cleared' && stop)
    return `${name} has finished ${stop.name}: take it off the plate and say so at the machine`;
  return `Nobody knows what ${name} does${stop ? `: ${stop.why}` : ''}. Look at it, and say at the machine what you found`;
}

/** Where a print that ended so leaves its machine. */
export function actAfter(
  how: 'finished' | 'interrupted',
  progress: PrintProgress,
): 'finish' | 'stop' | 'leave' | 'doubt' {
  if (!leavesPart(how, progress)) return 'leave';
  if (how === 'finished') return 'finish';
  return progress.phase === 'lost' ? 'doubt' : 'stop'; // what cannot be reached may go on by itself
}

/** Whether a print that ended so has left something on the plate that somebody must take off: all but what never began, and a plate
 *  that is changed for the next one. */
export function leavesPart(how: 'finished' | 'interrupted', { phase, zMm }: PrintProgress): boolean {
  if (how === 'finished') return true;
  if (phase === 'refused' || phase === 'next plate') return false;
  return phase !== 'cancelled' || zMm > 0;
}
