import type { CouponPath } from '../../../../core/toolpath/couponPath.ts';
import type { CouponSettings } from '../../../../core/toolpath/couponSettings.ts';
import type { Result } from '../../../../core/result/result.ts';
import { labelRow, generateCoupon, layersPerBand, layTower, solidBox } from '../couponOf.ts';
import type { Coupon, Shape } from '../define.ts';

const BAND_MM = 5;
const POST_MM = 9;
const APART_MM = 40;

/** Two posts and a travel between them on every layer, one value a band, the first at the bottom; the front post bears the figures. */
export function layTwoPosts(
  s: CouponSettings,
  bands: readonly number[],
  {
    labelOf,
    set,
  }: { readonly labelOf: (value: number) => string; readonly set: (path: CouponPath, value: number) => void },
): Result<Coupon> {
  const layers = layersPerBand(s, BAND_MM);
  const half = APART_MM / 2;
  return generateCoupon(s, [APART_MM + POST_MM + 2, POST_MM + 2], (path) => {
    const laid = layTower(
      path,
      bands,
      layers,
      (value) => set(path, value),
      (index, k) => {
        const label = labelOf(bands[index]!);
        path.labelledBox(-half, 0, POST_MM, POST_MM, label, labelRow(k, layers), s.wallSpeedMmPerS);
        path.box(half, 0, POST_MM, POST_MM, 2, s.wallSpeedMmPerS);
      },
    );
    const shapes: Shape[] = [-half, half].map((x) => ({ view: 'plan', x, y: 0, w: POST_MM, h: POST_MM }));
    for (const [i, b] of laid.entries())
      for (const x of [-half, half])
        shapes.push({
          view: 'elevation',
          x,
          y: b.fromMm,
          w: POST_MM,
          h: b.toMm - b.fromMm,
          band: i + 1,
          ...(x < 0 && { text: `${b.value} mm` }),
        });
    const solids = [-half, half].map((x) => solidBox(x, 0, POST_MM, POST_MM, path.zMm));
    return { bands: laid, shapes, solids, params: { apartMm: APART_MM } };
  });
}
