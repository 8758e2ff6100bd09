/** Where the film's pull on a layer is largest, mm above it: a sketch's figure, common practice, no source. */
export const PEEL_MM = 0.8;
/** Going down presses less than going up pulls. */
const PRESS_SHARE = 0.5;

/** How hard the film pulls at a height while the plate rises (above zero), or how hard resin is pressed out while it comes down (below
 *  zero), relative to a peak of 1 at 1 mm/s. A sketch of its shape, never a measured force: it grows with speed, peaks soon after the
 *  start and is gone once the layer is free. */
export function sketchedPull(heightMm: number, mmPerS: number): number {
  if (heightMm <= 0 || mmPerS === 0) return 0;
  const u = heightMm / PEEL_MM;
  return mmPerS > 0 ? mmPerS * u * Math.exp(1 - u) : PRESS_SHARE * mmPerS * Math.exp(-u);
}
