import type { MotionLimits } from '../../../src/core/motion/limits.ts';
import type { Truth } from '../truth.ts';
import type { Behaviour } from './plastics.ts';

/** Everything that decides how a program ends on one machine, most of which a check is not told. */
export interface World {
  readonly truth: Truth;
  /** What its controller is set to: it never moves faster or harder, whatever is asked. */
  readonly limits: MotionLimits;
  readonly lowestMm: readonly [number, number];
  readonly travelMm: readonly [number, number, number];
  readonly clearanceMm: number;
  readonly hotEndMaxC: number;
  readonly bedMaxC: number;
  readonly isClosed: boolean;
  /** What is really loaded, by head, and how much of it. */
  readonly plastics: readonly Behaviour[];
  readonly spoolsG: readonly number[];
  /** Nobody comes when it waits. */
  readonly isUnattended: boolean;
  /** What it does at a word it does not know. */
  readonly stopsAtUnknown: boolean;
}
