import { inspectGcode } from '../../../core/gcode/inspect.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { massG } from '../../../core/toolpath/bead.ts';
import {
  generatePartProgram,
  referenceParts,
  volumeMm3,
  type ReferencePart,
} from '../../../core/toolpath/referencePart.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { numberOf, type SettingValue, type Values } from '../../library/settings/define.ts';
import { layMissing, laySettingsOf } from '../../library/model/toolpathSettings.ts';
import { motionLimitsOf } from '../../machines/model/motion.ts';
import { motionMissing, motionOf } from '../../library/model/resinMotion.ts';
import { printSequence } from '../../../core/resin/sequence.ts';
import { workOut, type RecipeSheet } from './recipe.ts';

export interface Estimated {
  readonly timeS: number;
  readonly massG: number;
  readonly cost: number;
  readonly highestFlowMm3PerS: number;
}
export interface RecipeAt {
  readonly name: string;
  readonly sheet: RecipeSheet;
  readonly overrides: Values;
}
/** What one changed value does alone, upon the first recipe. */
export interface Share {
  readonly key: string;
  readonly from: SettingValue | null;
  readonly to: SettingValue | null;
  readonly timeS: number;
  readonly massG: number;
  readonly cost: number;
  readonly flowMm3PerS: number;
}
export interface Impact {
  readonly a: Estimated;
  readonly b: Estimated;
  readonly shares: readonly Share[];
  /** How far the shares together are from the whole. */ readonly restS: number;
}

/** Time, mass, cost and highest flow of a reference part under effective values: its own toolpath through the real planner. */
export function estimate(
  v: Values,
  part: ReferencePart,
  technology: 'filament' | 'resin' = 'filament',
): Result<Estimated> {
  if (technology === 'resin') return estimateResin(v, part);
  const missing = layMissing(v);
  if (missing) return fail({ code: 'missing', what: `No ${missing} to estimate with`, todo: 'give the recipe one' });
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  const s = laySettingsOf(v);
  const report = inspectGcode(new TextEncoder().encode(generatePartProgram(part, s)), motionLimitsOf(v));
  if (!report.ok) return report;
  const { timeS, heatingS, extrudedVolumeMm3, highestFlowMm3PerS } = report.value;
  const mass = massG(extrudedVolumeMm3, n('densityGPerCm3'));
  return succeed({
    timeS,
    massG: mass,
    cost: (mass / 1000) * n('pricePerKg') + ((timeS + heatingS) / 3600) * n('machineRatePerHour'),
    highestFlowMm3PerS,
  });
}

/** Time of the layer sequence, and resin by the part's volume: an open part is a shell. Flow has no meaning here, and mass would need a
 *  density nobody states for a resin. */
function estimateResin(v: Values, part: ReferencePart): Result<Estimated> {
  const motion = motionOf(v);
  const missing = ['resinLayerMm', 'exposureS', 'exposureBottomS'].find((key) => numberOf(v, key) === null);
  const wrong = missing ? `no ${findSetting(missing)!.label.toLowerCase()}` : motionMissing(motion);
  if (wrong) return fail({ code: 'missing', what: `Nothing to estimate with: ${wrong}`, todo: 'give the recipe one' });
  const n = (key: string): number => numberOf(v, key) ?? 0;
  const { totalS } = printSequence(
    referenceParts[part].heightMm,
    n('resinLayerMm'),
    {
      bottomS: n('exposureBottomS'),
      normalS: n('exposureS'),
      bottomLayers: n('bottomLayers'),
      transitionLayers: n('transitionLayers'),
    },
    motion,
  );
  const resin = (volumeMm3(part) / 1e6) * n('pricePerLitre');
  return succeed({
    timeS: totalS,
    massG: 0,
    cost: resin + (totalS / 3600) * n('machineRatePerHour'),
    highestFlowMm3PerS: 0,
  });
}

/** The same part under two recipes, and what each changed value does by itself: the first recipe with that one value of the
 *  second. Shares need not add up, because values act on one another; what they leave is said. */
export function impactOf(a: RecipeAt, b: RecipeAt, part: ReferencePart): Result<Impact> {
  const before = workOut(a.sheet, a.overrides);
  const after = workOut(b.sheet, b.overrides);
  const technology = a.sheet.technology;
  if (b.sheet.technology !== technology)
    return fail({
      code: 'mixed',
      what: 'One recipe is for filament, the other for resin',
      todo: 'choose two of one kind',
    });
  const first = estimate(before.input.values, part, technology);
  const second = estimate(after.input.values, part, technology);
  if (!first.ok) return first;
  if (!second.ok) return second;
  const shares: Share[] = [];
  for (const [key, x] of before.effective) {
    const y = after.effective.get(key)!;
    if (
      JSON.stringify(x.value) === JSON.stringify(y.value) ||
      (x.winner?.kind === 'formula' && y.winner?.kind === 'formula') ||
      y.value === null
    )
      continue; // what follows from another value is that one's share
    const alone = estimate(workOut(a.sheet, { ...a.overrides, [key]: y.value }).input.values, part, technology);
    if (!alone.ok) continue;
    const share: Share = {
      key,
      from: x.value,
      to: y.value,
      timeS: alone.value.timeS - first.value.timeS,
      massG: alone.value.massG - first.value.massG,
      cost: alone.value.cost - first.value.cost,
      flowMm3PerS: alone.value.highestFlowMm3PerS - first.value.highestFlowMm3PerS,
    };
    if (
      Math.abs(share.timeS) > 0.05 ||
      Math.abs(share.massG) > 0.005 ||
      Math.abs(share.cost) > 0.0005 ||
      Math.abs(share.flowMm3PerS) > 0.005
    )
      shares.push(share);
  }
  shares.sort((p, q) => Math.abs(q.timeS) - Math.abs(p.timeS) || Math.abs(q.cost) - Math.abs(p.cost));
  return succeed({
    a: first.value,
    b: second.value,
    shares,
    restS: second.value.timeS - first.value.timeS - shares.reduce((sum, s) => sum + s.timeS, 0),
  });
}
