import { movesAmong } from '../../../core/states/moves.ts';
import type { MaintenanceKind } from './maintenance.ts';

/** What a step may show. */
export const careDrawings = {
  corners: 'four corners of a bed with the gap at each',
  nozzle: 'a spanner at the nozzle, another at the block',
  wipe: 'a cloth on a surface',
  axis: 'oil on a rod',
  gears: 'a brush at the teeth of the drive',
  lift: 'the build plate lifted out',
  sieve: 'resin running through a sieve',
  light: 'a light held under the vat',
  film: 'a film in its frame',
  screen: 'the screen of a resin printer',
  plate: 'a plate levelled on its screws',
} as const;
export type CareDrawing = keyof typeof careDrawings;

/** A figure that is taken in a step, and between what it must lie for the work to be good. */
export interface CareReading {
  readonly label: string;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
}
export interface CareStep {
  readonly text: string;
  readonly drawing: CareDrawing | null;
  readonly reading: CareReading | null;
}
/** When it is to be done again: by whichever comes first. */
export interface CareTriggers {
  readonly hours: number | null;
  readonly prints: number | null;
  readonly days: number | null;
  /** After a print that stopped or gave scrap. */
  readonly afterFailure: boolean;
  /** After work of these kinds. */
  readonly afterChange: readonly MaintenanceKind[];
}
/** What is done to a machine again and again, step by step. */
export interface CareTask {
  readonly name: string;
  /** What it counts as once it is done: by that, evidence falls due. */
  readonly kind: MaintenanceKind;
  /** Nothing starts on a machine on which it is overdue. */
  readonly isBlocking: boolean;
  readonly triggers: CareTriggers;
  readonly steps: readonly CareStep[];
}

export const careStates = ['under way', 'done', 'given up'] as const;
export type CareState = (typeof careStates)[number];
export const careMoves = movesAmong(careStates, {
  finish: { from: ['under way'], to: 'done' },
  giveUp: { from: ['under way'], to: 'given up' },
});

/** What a machine has done since a task was done there last, or since it stands here. */
export interface UsedSince {
  readonly at: string;
  readonly hours: number;
  readonly prints: number;
  readonly failures: number;
  readonly changes: readonly MaintenanceKind[];
}
export interface CareDue {
  readonly state: 'due' | 'soon' | 'in time' | 'on demand';
  /** "412 of 400 h printed". */
  readonly says: string;
}
/** From how much of the way on it is announced. */
const SOON = 0.9;
const DAY_MS = 86_400_000;

/** Whether a task is due, by what brings it about first. */
export function careDue(
  { triggers: t }: Pick<CareTask, 'triggers'>,
  used: UsedSince,
  now: Date,
  nameOf: (kind: MaintenanceKind) => string,
): CareDue {
  if (t.afterFailure && used.failures > 0)
    return {
      state: 'due',
      says: used.failures === 1 ? 'a print has failed since' : `${used.failures} prints have failed since`,
    };
  const changed = t.afterChange.find((kind) => used.changes.includes(kind));
  if (changed) return { state: 'due', says: `${nameOf(changed).toLowerCase()} since` };
  const days = (now.getTime() - Date.parse(used.at)) / DAY_MS;
  const ways = [
    ...(t.hours === null ? [] : [{ of: used.hours, limit: t.hours, unit: 'h printed', digits: t.hours < 10 ? 2 : 0 }]),
    ...(t.prints === null ? [] : [{ of: used.prints, limit: t.prints, unit: 'prints', digits: 0 }]),
    ...(t.days === null ? [] : [{ of: days, limit: t.days, unit: 'days', digits: 0 }]),
  ];
  const first = ways.toSorted((a, b) => b.of / b.limit - a.of / a.limit)[0];
  if (!first)
    return {
      state: 'on demand',
      says: t.afterFailure || t.afterChange.length > 0 ? 'nothing has happened since' : 'when it is needed',
    };
  const done = first.of / first.limit;
  const cut = 10 ** first.digits;
  return {
    state: done >= 1 ? 'due' : done >= SOON ? 'soon' : 'in time',
    says: `${Math.floor(first.of * cut) / cut} of ${first.limit} ${first.unit}`,
  };
}

/** What is wrong with a reading, for whoever takes it; null where it is as it should be. */
export function wrongWith({ label, unit, min, max }: CareReading, value: number): string | null {
  if (value >= min && value <= max) return null;
  return `${label}: ${value} ${unit} is outside ${min} to ${max} ${unit}. Adjust it and measure again`;
}
