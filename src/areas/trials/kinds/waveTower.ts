import type { CouponPath } from '../../../core/toolpath/couponPath.ts';
import type { CouponSettings } from '../../../core/toolpath/couponSettings.ts';
import type { Result } from '../../../core/result/result.ts';
import { labelRow, generateCoupon, layersPerBand, layTower, solidBox } from './couponOf.ts';
import type { Coupon, Feature, Shape } from './define.ts';

const LENGTH_MM = 60;
const DEPTH_MM = 14;
const BAND_MM = 5;
const FILL_SHARE = 0.25;
/** Height of the waves that a corner leaves on the long face. */
export const waves: Feature = {
  key: 'wavesMm',
  label: 'waves',
  quantity: 'length',
  range: [0, 2],
  unit: 'mm',
  instrument: 'dial gauge 0.01 mm',
  resolution: 0.01,
  repeats: 2,
  how: 'run the gauge along the long face just after the corner: highest minus lowest',
  look: 'waves',
};

/** A long narrow tower, walls filled to and fro between them; each band is printed in its own way. */
export function layWaveTower(
  s: CouponSettings,
  bands: readonly number[],
  label: (value: number) => string,
  begin: (p: CouponPath, value: number) => void,
  wallSpeed: (value: number) => number,
): Result<Coupon> {
  const layers = layersPerBand(s, BAND_MM);
  return generateCoupon(s, [LENGTH_MM + 2, DEPTH_MM + 2], (p) => {
    const laid = layTower(
      p,
      bands,
      layers,
      (value) => begin(p, value),
      (index, k) => {
        const speed = wallSpeed(bands[index]!);
        const inner = 4 * p.spacingMm;
        p.zigzag(0, 0, LENGTH_MM - inner, DEPTH_MM - inner, s.fillSpeedMmPerS, false, p.isFirst ? 1 : FILL_SHARE);
        p.labelledBox(0, 0, LENGTH_MM, DEPTH_MM, label(bands[index]!), labelRow(k, layers), speed);
      },
    );
    const shapes: Shape[] = [{ view: 'plan', x: 0, y: 0, w: LENGTH_MM, h: DEPTH_MM }];
    for (const [i, b] of laid.entries())
      shapes.push({
        view: 'elevation',
        x: 0,
        y: b.fromMm,
        w: LENGTH_MM,
        h: b.toMm - b.fromMm,
        band: i + 1,
        text: label(b.value),
      });
    return { bands: laid, shapes, solids: [solidBox(0, 0, LENGTH_MM, DEPTH_MM, p.zMm)] };
  });
}
