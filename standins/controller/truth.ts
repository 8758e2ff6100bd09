import { normalFrom, seededRandom } from '../../src/core/formats/random.ts';

/** Hidden properties of one simulated machine. Includes effects the analyses do not know: lean, ripple. */
export interface Truth {
  /** Volume really laid per volume commanded. */
  readonly flowFactor: number;
  /** Added wall thickness per side, mm: a leaning or worn axis. */
  readonly leanMm: Readonly<Record<Side, number>>;
  /** Waviness along a wall, standard deviation in mm. */
  readonly rippleMm: number;
  readonly nozzleLagS: number;
  readonly bedLagS: number;
}
export type Side = 'front' | 'right' | 'back' | 'left';
export const sides: readonly Side[] = ['front', 'right', 'back', 'left'];

export function truthOf(seed: number): Truth {
  const random = seededRandom(seed), normal = normalFrom(random);
  const flowFactor = 1 + 0.05 * (2 * random() - 1);
  const x = 0.004 * normal(), y = 0.004 * normal();
  return { flowFactor, leanMm: { front: y, back: -y, left: x, right: -x }, rippleMm: 0.006 + 0.006 * random(), nozzleLagS: 18, bedLagS: 40 };
}
