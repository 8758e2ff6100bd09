/** Dose of light, mJ/cm²: irradiance times time. */
export const doseMjPerCm2 = (irradianceMwPerCm2: number, exposureS: number): number => irradianceMwPerCm2 * exposureS;

/** Depth to which a dose cures, mm; at or below zero nothing gels. Source: P. F. Jacobs, Rapid Prototyping & Manufacturing:
 *  Fundamentals of StereoLithography, SME 1992, the working curve. */
export const cureDepthMm = (dose: number, penetrationDepthMm: number, criticalDose: number): number =>
  penetrationDepthMm * Math.log(dose / criticalDose);

/** Exposure that cures through a layer and so much into the one below, s: the working curve solved for time. */
export const exposureForLayerS = (
  layerMm: number,
  overcureMm: number,
  penetrationDepthMm: number,
  criticalDose: number,
  irradianceMwPerCm2: number,
): number => (criticalDose / irradianceMwPerCm2) * Math.exp((layerMm + overcureMm) / penetrationDepthMm);
