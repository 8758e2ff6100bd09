import { mean } from './mean.ts';
import { combineUncertainty, coverageFactor, standardDeviation } from './statistics.ts';

export interface Grouped {
  readonly group: string;
  readonly value: number;
}
export interface GroupMean {
  readonly group: string;
  readonly mean: number;
  readonly n: number;
  readonly spread: number;
}
export interface MeanOfGroups {
  readonly mean: number;
  readonly halfWidth: number;
  readonly u: number;
  readonly degreesOfFreedom: number;
  readonly groups: readonly GroupMean[];
}

/** Mean of group means with its 95 % half-width. Readings of one group are correlated (one side of a coupon leans as a
 *  whole), so the groups and not the readings are the sample. Resolution and calibration are common to all readings and
 *  do not shrink with n. Source: JCGM 100:2008, 4.2 (type A), F.2.2.1 (resolution r/√12), G.4 (effective freedom). */
export function meanOfGroups(readings: readonly Grouped[], resolution: number, calibrationU: number): MeanOfGroups {
  const byGroup = new Map<string, number[]>();
  for (const { group, value } of readings) byGroup.set(group, [...(byGroup.get(group) ?? []), value]);
  const groups = [...byGroup].map(([group, values]) => ({
    group,
    mean: mean(values),
    n: values.length,
    spread: standardDeviation(values),
  }));
  const means = groups.map((g) => g.mean);
  const combined = combineUncertainty([
    { u: standardDeviation(means) / Math.sqrt(means.length), degreesOfFreedom: means.length - 1 },
    { u: resolution / Math.sqrt(12), degreesOfFreedom: Infinity },
    { u: calibrationU, degreesOfFreedom: Infinity },
  ]);
  return { mean: mean(means), halfWidth: combined.u * coverageFactor(combined.degreesOfFreedom), ...combined, groups };
}
