import type { Solid } from '../../../core/mesh/solid.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { CouponPath } from '../../../core/toolpath/couponPath.ts';
import { NoRoom } from '../../../core/toolpath/placeOnBed.ts';
import type { CouponSettings } from '../../../core/toolpath/couponSettings.ts';
import type { Band, Coupon, Shape } from './define.ts';

/** Lays a coupon and gathers what its page and its analysis need; no room on the bed is a refusal, not a fault. */
export function generateCoupon(
  settings: CouponSettings,
  sizeMm: readonly [number, number],
  lay: (p: CouponPath) => {
    readonly bands: readonly Band[];
    readonly shapes: readonly Shape[];
    readonly solids?: readonly Solid[];
    readonly params?: Readonly<Record<string, number>>;
    readonly heightMm?: number;
  },
): Result<Coupon> {
  try {
    const p = new CouponPath(settings, sizeMm);
    const laid = lay(p);
    const gcode = p.end();
    const heightMm = laid.heightMm ?? p.layerZMm[p.layerZMm.length - 1] ?? 0;
    if (p.zMm > settings.travelMm[2])
      return fail({
        code: 'tooHigh',
        what: `The coupon would be ${heightMm.toFixed(1)} mm high; the machine travels ${settings.travelMm[2]} mm`,
        todo: 'take fewer bands',
      });
    return succeed({
      gcode,
      sizeMm: [...sizeMm, heightMm],
      centreMm: p.centreMm,
      beadVolumeMm3: p.beadVolumeMm3,
      bands: laid.bands,
      shapes: laid.shapes,
      solids: laid.solids,
      params: laid.params ?? {},
    });
  } catch (error) {
    if (error instanceof NoRoom)
      return fail({
        code: 'noRoom',
        what: error.message,
        todo: 'take fewer bands, or clear the zones of the printer profile',
      });
    throw error;
  }
}

/** Layers of a tower's bands: whole layers of at least `leastMm` each. */
export const layersPerBand = (settings: CouponSettings, leastMm: number): number =>
  Math.max(5, Math.ceil(leastMm / settings.layerHeightMm - 1e-9));

/** Lays a tower band by band; `band` lays one layer and is told which of the band's layers it is. */
export function layTower(
  p: CouponPath,
  values: readonly number[],
  layers: number,
  begin: (value: number, index: number) => void,
  layer: (index: number, k: number) => void,
): Band[] {
  const bands: Band[] = [];
  values.forEach((value, index) => {
    begin(value, index);
    const fromMm = p.zMm;
    for (let k = 0; k < layers; k++) {
      p.layer();
      if (p.isFirst) p.skirt();
      layer(index, k);
    }
    bands.push({ value, fromMm, toMm: p.zMm });
  });
  return bands;
}
/** Row of a five-row label in a band of so many layers, or null beyond it: the figure stands in the middle two thirds. */
export function labelRow(k: number, layers: number): number | null {
  const from = Math.floor(layers / 6);
  const per = Math.max(1, Math.floor((layers - 2 * from) / 5));
  const row = Math.floor((k - from) / per);
  return k >= from && row < 5 ? row : null;
}

/** A box as a body, mm from the coupon's centre. */
export const solidBox = (
  x: number,
  y: number,
  w: number,
  d: number,
  toMm: number,
  more: Partial<Pick<Solid, 'fromMm' | 'isCut' | 'top'>> = {},
): Solid => ({ shape: 'box', x, y, w, d, fromMm: 0, toMm, ...more });
/** The same upright and round. */
export const solidDisc = (x: number, y: number, diameter: number, toMm: number, isCut = false): Solid => ({
  shape: 'disc',
  x,
  y,
  w: diameter,
  d: diameter,
  fromMm: 0,
  toMm,
  ...(isCut && { isCut }),
});
