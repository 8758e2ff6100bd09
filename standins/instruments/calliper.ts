import { normalFrom, seededRandom } from '../../src/core/formats/random.ts';
import type { Walls } from '../controller/printed.ts';
import type { Side, Truth } from '../controller/truth.ts';

const NOISE_MM = 0.006, RESOLUTION_MM = 0.01, CALIBRATION_U_MM = 0.005;

/** A calliper of 0.01 mm with its own fixed error, the hand's noise, and the waviness of the wall where it is set. */
export function calliperReading(walls: Walls, truth: Truth, side: Side, repeat: number, seed: number): string {
  const own = CALIBRATION_U_MM * normalFrom(seededRandom(seed ^ 0x5bd1e995))();
  const normal = normalFrom(seededRandom(seed + 7919 * repeat + 104729 * side.charCodeAt(0)));
  const mm = walls.thicknessMm[side] + truth.rippleMm * normal() + NOISE_MM * normal() + own;
  return (Math.round(mm / RESOLUTION_MM) * RESOLUTION_MM).toFixed(2);
}
