/** Band, feature and repeat of one figure that is read. */
export type MeasuringPointKey = `${number}/${string}/${number}`;
export const measuringPointKey = (band: number, feature: string, repeat: number): MeasuringPointKey =>
  `${band}/${feature}/${repeat}`;
export function measuringPointOf(key: MeasuringPointKey): { band: number; feature: string; repeat: number } {
  const [band, feature, repeat] = key.split('/') as [string, string, string];
  return { band: Number(band), feature, repeat: Number(repeat) };
}
