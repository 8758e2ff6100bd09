import { inspectGcode } from '../../../core/gcode/inspect.ts';
import type { GcodeReport } from '../../../core/gcode/report.ts';
import { boundsOf, type Mesh } from '../../../core/mesh/mesh.ts';
import { momentsOf } from '../../../core/mesh/moments.ts';
import { topologyOf } from '../../../core/mesh/topology.ts';
import { printSequence } from '../../../core/resin/sequence.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { massG } from '../../../core/toolpath/bead.ts';
import { generateToolpath } from '../../../core/toolpath/generateToolpath.ts';
import { scaledAboutFoot } from '../../../core/toolpath/regions.ts';
import type { MeshToolpathSettings } from '../../../core/toolpath/settings.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { numberOf, type SettingValue, type Values } from '../../library/settings/define.ts';
import { motionMissing, motionOf } from '../../library/model/resinMotion.ts';
import { meshLayOf, meshLayWants } from '../../rules/meshLay.ts';
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

/** What programs of one part came to, by what they were laid by: many values change nothing of a program. */
type Laid = Map<string, Result<GcodeReport>>;

/** Time, mass, cost and highest flow of a part that stands on the plate, under effective values: its own program, as a print of it would
 *  be, through the planner. Nothing of the machine's own blocks but its heat belongs to the part. */
export function estimate(
  own: Values,
  part: Mesh,
  technology: 'filament' | 'resin' = 'filament',
  laid: Laid = new Map(),
): Result<Estimated> {
  if (technology === 'resin') return estimateResin(own, part);
  const v = { ...own, startBlock: 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28', endBlock: 'M104 S0\nM140 S0' };
  const s = meshLayOf(v, '');
  if (!s) return fail({ code: 'missing', what: meshLayWants(v)!, todo: 'give the recipe one to estimate with' });
  const by = JSON.stringify(s);
  const report = laid.get(by) ?? layAndRead(part, s);
  laid.set(by, report);
  if (!report.ok) return report;
  const { timeS, heatingS, extrudedVolumeMm3, highestFlowMm3PerS } = report.value;
  const mass = massG(extrudedVolumeMm3, numberOf(v, 'densityGPerCm3')!);
  const n = (key: string): number => numberOf(v, key) ?? 0;
  return succeed({
    timeS,
    massG: mass,
    cost: (mass / 1000) * n('pricePerKg') + ((timeS + heatingS) / 3600) * n('machineRatePerHour'),
    highestFlowMm3PerS,
  });
}
function layAndRead(part: Mesh, s: MeshToolpathSettings): Result<GcodeReport> {
  const stands = scaledAboutFoot(part, s.scale);
  const laid = generateToolpath([[{ mesh: stands, topology: topologyOf(stands), role: 'body' }]], s);
  return laid.ok ? inspectGcode(new TextEncoder().encode(laid.value.gcode), s.motion) : laid;
}

/** Time of the layer sequence, and resin by the part's volume. Flow has no meaning here, and mass would need a
 *  density nobody states for a resin. */
function estimateResin(v: Values, part: Mesh): Result<Estimated> {
  const motion = motionOf(v);
  const missing = ['resinLayerMm', 'exposureS', 'exposureBottomS'].find((key) => numberOf(v, key) === null);
  const wrong = missing ? `no ${findSetting(missing)!.label.toLowerCase()}` : motionMissing(motion);
  if (wrong) return fail({ code: 'missing', what: `Nothing to estimate with: ${wrong}`, todo: 'give the recipe one' });
  const n = (key: string): number => numberOf(v, key) ?? 0;
  const { totalS } = printSequence(
    boundsOf(part).max[2],
    n('resinLayerMm'),
    {
      bottomS: n('exposureBottomS'),
      normalS: n('exposureS'),
      bottomLayers: n('bottomLayers'),
      transitionLayers: n('transitionLayers'),
    },
    motion,
  );
  const resin = (momentsOf(part, boundsOf(part).min).volume / 1e6) * n('pricePerLitre');
  return succeed({
    timeS: totalS,
    massG: 0,
    cost: resin + (totalS / 3600) * n('machineRatePerHour'),
    highestFlowMm3PerS: 0,
  });
}

/** The same part under two recipes, and what each changed value does by itself: the first recipe with that one value of the
 *  second. Shares need not add up, because values act on one another; what they leave is said. */
export function impactOf(a: RecipeAt, b: RecipeAt, part: Mesh): Result<Impact> {
  const before = workOut(a.sheet, a.overrides);
  const after = workOut(b.sheet, b.overrides);
  const technology = a.sheet.technology;
  if (b.sheet.technology !== technology)
    return fail({
      code: 'mixed',
      what: 'One recipe is for filament, the other for resin',
      todo: 'choose two of one kind',
    });
  const laid: Laid = new Map();
  const first = estimate(before.input.values, part, technology, laid);
  const second = estimate(after.input.values, part, technology, laid);
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
    const alone = estimate(workOut(a.sheet, { ...a.overrides, [key]: y.value }).input.values, part, technology, laid);
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
