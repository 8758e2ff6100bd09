import { inspectGcode } from '../../../core/gcode/inspect.ts';
import { layerAreaMm2, layerCount } from '../../../core/resin/plate.ts';
import { RESIN_G_PER_ML } from '../../../core/resin/weight.ts';
import { motionLimitsOf } from '../../machines/model/motion.ts';
import { platesOf } from './plates.ts';
import type { TrialPlan } from './trial.ts';

/** Material that a coupon's print has fed, g, in whole layers: nobody knows how far one was. */
export function couponFedG(
  plan: Pick<TrialPlan, 'massG' | 'filamentMm' | 'resinMl'>,
  text: string,
  at: { readonly zMm: number; readonly layers: number },
): number {
  if (plan.resinMl !== undefined) return plateFedG(text, at.layers);
  if (plan.filamentMm === 0) return 0;
  const report = inspectGcode(new TextEncoder().encode(text), motionLimitsOf({}));
  if (!report.ok) throw new RangeError(`our own coupon cannot be read: ${report.failure.what}`);
  // a program that lays several coupons feeds for all of them
  const fedMm = report.value.layerRows.reduce((sum, row) => (row.zMm <= at.zMm + 1e-6 ? sum + row.filamentMm : sum), 0);
  return (fedMm * plan.massG) / plan.filamentMm;
}
function plateFedG(text: string, layers: number): number {
  let left = layers;
  let mm3 = 0;
  for (const plate of platesOf(text)) {
    const lit = Math.min(left, layerCount(plate));
    for (let i = 0; i < lit; i++) mm3 += layerAreaMm2(plate, i) * plate.layerMm;
    left -= lit;
  }
  return (mm3 / 1000) * RESIN_G_PER_ML;
}
