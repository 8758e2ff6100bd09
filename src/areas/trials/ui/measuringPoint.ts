import { fullSetOf, type TrialKind } from '../kinds/define.ts';

/** Band, feature and repeat of one figure that is read. */
export type MeasuringPointKey = `${number}/${string}/${number}`;
export const measuringPointKey = (band: number, feature: string, repeat: number): MeasuringPointKey =>
  `${band}/${feature}/${repeat}`;
/** A full set, in the order it is read. */
export const fullSetKeys = (kind: Pick<TrialKind, 'features'>, bands: number): MeasuringPointKey[] =>
  fullSetOf(kind, bands).map((p) => measuringPointKey(p.band, p.feature, p.repeat));
export function measuringPointOf(key: MeasuringPointKey): { band: number; feature: string; repeat: number } {
  const [band, feature, repeat] = key.split('/') as [string, string, string];
  return { band: Number(band), feature, repeat: Number(repeat) };
}
