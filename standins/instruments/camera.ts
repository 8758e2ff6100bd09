import { drawPicture, looks, type DefectSymbol } from '../../src/core/looks/looks.ts';
import { seededRandom, seedOf } from '../../src/core/formats/random.ts';
import { slumpHeightMm } from './figures.ts';
import { figureAt, type Place } from './bench.ts';
import { readCoupon } from '../controller/coupon.ts';
import type { Side, Truth } from '../controller/truth.ts';

/** A picture of one place of the coupon that stands on a machine, drawn from its hidden truth; null where there is no such place.
 *  Same coupon and place: same picture. A thing that is scored is drawn at its true look, not at a rounded score. */
export function photograph(
  lines: readonly string[],
  truth: Truth,
  place: Place,
  look: DefectSymbol,
  seed: number,
): string | null {
  if (!(look in looks)) return null;
  const figure =
    place.kind === 'layer-time'
      ? slumpHeightMm(lines, truth, place.feature as Side)
      : figureAt(readCoupon(lines), truth, place);
  if (figure === null) return null;
  const isScore = place.feature === 'surface' || place.feature.startsWith('score ');
  return drawPicture(
    look,
    isScore ? looks[look].ofScore(Math.min(5, Math.max(1, figure))) : figure,
    seededRandom(seed ^ seedOf(`${place.kind}/${place.band}/${place.feature}`)),
    `${place.kind} ${place.band} ${place.feature}`,
  );
}
