/** Width of what a microscope picture shows, mm, from its drawing: one unit is a micrometre. Null where it is no such picture. */
export function viewWidthMm(svg: string): number | null {
  const um = Number(/viewBox="0 0 ([\d.]+) [\d.]+"/.exec(svg)?.[1]);
  return Number.isFinite(um) && um > 0 ? um / 1000 : null;
}
/** Distance of two marks set on a picture, each as a share of its width, mm to the micrometre. */
export const betweenMarksMm = (viewMm: number, a: number, b: number): number =>
  Math.round(1000 * Math.abs(b - a) * viewMm) / 1000;
