import { meanOfGroups, type GroupMean } from '../../../../core/fitting/sideMeans.ts';
import { mean } from '../../../../core/fitting/mean.ts';
import { fail, succeed, type Result } from '../../../../core/result/result.ts';
import { beadAreaMm2, beadSpacingMm } from '../../../../core/toolpath/bead.ts';

export const FLOW_METHOD = { name: 'flow from wall thickness by bead area', version: 1 } as const;
export const FEWEST_READINGS = 8;
export const FEWEST_PER_SIDE = 2;
export const SIDES = 4;

export interface FlowConditions {
  readonly targetWidthMm: number;
  readonly layerHeightMm: number;
  /** Flow the coupon was printed with. */
  readonly flow: number;
  readonly walls: number;
  /** Programmed distance of neighbouring wall lines; by default the spacing of the target width. */
  readonly lineDistanceMm?: number | undefined;
  readonly resolutionMm: number;
  readonly calibrationUMm: number;
}
export interface ThicknessReading {
  readonly side: string;
  readonly thicknessMm: number;
}

export interface FlowAnalysis {
  readonly flow: number;
  readonly flowByWidth: number;
  readonly interval: readonly [number, number];
  readonly n: number;
  readonly measurableChange: boolean;
  readonly lineWidthMm: number;
  readonly sides: readonly GroupMean[];
  readonly sentence: string;
}

/** Flow at which the walls come out at the target width, with a 95 % interval; refuses on too few readings.
 *  The line's area, not its width, is proportional to the filament fed, so flow scales with A(target)/A(measured). */
export function analyseFlow(readings: readonly ThicknessReading[], c: FlowConditions): Result<FlowAnalysis> {
  const lineDistanceMm = c.lineDistanceMm ?? beadSpacingMm(c.targetWidthMm, c.layerHeightMm);
  if (!(c.targetWidthMm >= c.layerHeightMm && c.layerHeightMm > 0 && c.flow > 0))
    return fail({
      code: 'conditions',
      what: 'Target width must be at least the layer height and flow above zero',
      todo: 'check the conditions of the coupon',
    });
  const sides = new Map<string, number>();
  for (const r of readings) sides.set(r.side, (sides.get(r.side) ?? 0) + 1);
  const missing = missingReadings(sides, readings.length);
  if (missing) return fail({ code: 'tooFew', what: missing, todo: 'measure on; nothing is concluded from less' });
  const widths = readings.map((r) => ({ group: r.side, value: r.thicknessMm - (c.walls - 1) * lineDistanceMm }));
  const w = meanOfGroups(widths, c.resolutionMm, c.calibrationUMm);
  if (w.mean - w.halfWidth < c.layerHeightMm)
    return fail({
      code: 'tooThin',
      what: `The measured line of ${w.mean.toFixed(3)} mm is thinner than the layer is high`,
      todo: 'check the number of walls and the readings',
    });
  const target = beadAreaMm2(c.targetWidthMm, c.layerHeightMm);
  const at = (widthMm: number) => (c.flow * target) / beadAreaMm2(widthMm, c.layerHeightMm);
  const flow = at(w.mean);
  const interval = [at(w.mean + w.halfWidth), at(w.mean - w.halfWidth)] as const;
  const measurableChange = Math.abs(flow - c.flow) > (interval[1] - interval[0]) / 2;
  return succeed({
    flow,
    flowByWidth: (c.flow * c.targetWidthMm) / mean(widths.map((x) => x.value)),
    interval,
    n: readings.length,
    measurableChange,
    lineWidthMm: w.mean,
    sides: w.groups,
    sentence: sentenceOf(flow, interval, c.flow, measurableChange, w.groups),
  });
}

function missingReadings(sides: ReadonlyMap<string, number>, n: number): string | null {
  if (sides.size < SIDES)
    return `${n} readings on ${sides.size} of ${SIDES} sides; at least ${FEWEST_READINGS} are needed, ${FEWEST_PER_SIDE} or more per side`;
  const thin = [...sides].filter(([, count]) => count < FEWEST_PER_SIDE).map(([side]) => side);
  if (thin.length > 0) return `side ${thin.join(' and ')} has fewer than ${FEWEST_PER_SIDE} readings`;
  return n < FEWEST_READINGS ? `${n} of at least ${FEWEST_READINGS} readings` : null;
}

function sentenceOf(
  flow: number,
  [low, high]: readonly [number, number],
  before: number,
  measurable: boolean,
  sides: readonly GroupMean[],
): string {
  const means = sides.map((s) => s.mean);
  const lean = Math.max(...means) - Math.min(...means);
  const lead = measurable
    ? `Flow ${flow.toFixed(3)} brings the walls to their width; ${before.toFixed(3)} ${flow < before ? 'lays too much' : 'lays too little'}.`
    : `No measurable change: ${before.toFixed(3)} lies within what these readings can tell (${low.toFixed(3)} to ${high.toFixed(3)}).`;
  return lean > 0.04 ? `${lead} The sides differ by ${lean.toFixed(2)} mm: look for a leaning or worn axis.` : lead;
}
