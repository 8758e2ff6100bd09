/** Cross-section of a line laid on a flat, mm²: a rectangle with round ends. Needs width >= height. */
export function beadAreaMm2(widthMm: number, heightMm: number): number {
  if (!(widthMm >= heightMm && heightMm > 0))
    throw new RangeError(`a bead needs width >= height > 0, got ${widthMm} x ${heightMm}`);
  return heightMm * (widthMm - heightMm) + (Math.PI * heightMm * heightMm) / 4;
}

/** Width of a line of such a cross-section, mm; never narrower than it is high. */
export const beadWidthMm = (areaMm2: number, heightMm: number): number =>
  Math.max(heightMm, areaMm2 / heightMm + heightMm * (1 - Math.PI / 4));

/** Distance of neighbouring lines whose round ends share the gap between them, mm. */
export function beadSpacingMm(widthMm: number, heightMm: number): number {
  return widthMm - heightMm * (1 - Math.PI / 4);
}

/** Cross-section of the filament, mm². */
export function filamentAreaMm2(diameterMm: number): number {
  return (Math.PI * diameterMm * diameterMm) / 4;
}

/** Filament fed for a line, mm. */
export function filamentForLineMm(
  lengthMm: number,
  widthMm: number,
  heightMm: number,
  flow: number,
  diameterMm: number,
): number {
  return (flow * beadAreaMm2(widthMm, heightMm) * lengthMm) / filamentAreaMm2(diameterMm);
}

/** Melt rate asked for at a speed, mm³/s. */
export function volumetricFlowMm3PerS(widthMm: number, heightMm: number, flow: number, speedMmPerS: number): number {
  return flow * beadAreaMm2(widthMm, heightMm) * speedMmPerS;
}

/** Fastest speed that keeps within a melt rate, mm/s. */
export function fastestSpeedMmPerS(flowLimitMm3PerS: number, widthMm: number, heightMm: number, flow: number): number {
  return flowLimitMm3PerS / (flow * beadAreaMm2(widthMm, heightMm));
}

/** Mass of a volume, g, for a density in g/cm³. */
export function massG(volumeMm3: number, densityGPerCm3: number): number {
  return (densityGPerCm3 * volumeMm3) / 1000;
}
